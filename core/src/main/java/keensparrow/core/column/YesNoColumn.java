package keensparrow.core.column;

import org.jspecify.annotations.Nullable;

/** Yes or no. As a group its codes are 0 for no and 1 for yes. */
public final class YesNoColumn implements Column {
    public static final String YES = "yes";
    public static final String NO = "no";

    private final int rowCount;
    private final long[] yes;
    private final Validity validity;

    /** Takes over both arrays; bits of {@code yes} are ignored where blank. */
    public YesNoColumn(int rowCount, long[] yes, long @Nullable [] valid) {
        this.rowCount = rowCount;
        this.yes = yes;
        this.validity = Validity.of(valid, rowCount);
        long[] words = validity.words;
        if (words != null) {
            for (int i = 0; i < yes.length; i++) {
                yes[i] &= words[i];
            }
        }
    }

    @Override
    public ColumnType type() {
        return ColumnType.YES_NO;
    }

    @Override
    public int rowCount() {
        return rowCount;
    }

    @Override
    public boolean isBlank(int row) {
        return validity.isBlank(row);
    }

    @Override
    public int blankCount() {
        return validity.blanks;
    }

    public long[] yes() {
        return yes;
    }

    public long @Nullable [] present() {
        return validity.words;
    }

    /** 1 yes, 0 no, −1 blank. */
    public int code(int row) {
        return isBlank(row) ? -1 : Bits.get(yes, row) ? 1 : 0;
    }

    @Override
    public long sizeBytes() {
        return 8L * yes.length + validity.sizeBytes();
    }

    @Override
    public @Nullable String plain(int row) {
        int code = code(row);
        return code < 0 ? null : code == 1 ? YES : NO;
    }

    @Override
    public YesNoColumn pick(int[] rows, int count) {
        long[] picked = new long[Bits.words(count)];
        for (int i = 0; i < count; i++) {
            if (Bits.get(yes, rows[i])) {
                Bits.set(picked, i);
            }
        }
        return new YesNoColumn(count, picked, validity.pick(rows, count));
    }
}
