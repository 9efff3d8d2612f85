package keensparrow.core.column;

import org.jspecify.annotations.Nullable;

/**
 * A column's values written plainly, row after row: what was written for a number or a time a moment ago is not written
 * again. For one thread.
 */
public final class PlainTexts {
    private static final int SLOTS = 1 << 12;

    private final Column column;
    private final long[] values;
    private final @Nullable String[] texts;

    public PlainTexts(Column column) {
        this.column = column;
        int slots = column instanceof LongColumn ? SLOTS : 0;
        this.values = new long[slots];
        this.texts = new String[slots];
    }

    /** As {@link Column#plain}. */
    public @Nullable String at(int row) {
        if (!(column instanceof LongColumn longs)) {
            return column.plain(row);
        }
        if (longs.isBlank(row)) {
            return null;
        }
        long value = longs.value(row);
        int slot = (int) ((value * 0x9E3779B97F4A7C15L) >>> (64 - 12));
        String known = texts[slot];
        if (known == null || values[slot] != value) {
            known = longs.plainOf(value);
            values[slot] = value;
            texts[slot] = known;
        }
        return known;
    }
}
