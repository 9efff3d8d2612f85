package keensparrow.core.column;

import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;

/** Decimal numbers that share no scale of up to six decimals. NaN and infinities are kept out: they are blank. */
public final class DoubleColumn implements Column {
    private final double[] values; // unspecified where blank
    private final Presence presence;

    /** Takes over both arrays; a row that is not a finite number becomes blank. */
    public DoubleColumn(double[] values, long @Nullable [] present) {
        long[] words = present;
        for (int row = 0; row < values.length; row++) {
            if (!Double.isFinite(values[row])) {
                if (words == null) {
                    words = Bits.ones(values.length);
                }
                words[row >> 6] &= ~(1L << row);
            }
        }
        this.values = values;
        this.presence = Presence.of(words, values.length);
    }

    @Override
    public ColumnType type() {
        return ColumnType.DECIMAL;
    }

    @Override
    public int rowCount() {
        return values.length;
    }

    @Override
    public boolean isBlank(int row) {
        return presence.isBlank(row);
    }

    @Override
    public int blankCount() {
        return presence.blanks;
    }

    public long @Nullable [] present() {
        return presence.words;
    }

    public double value(int row) {
        return values[row];
    }

    public double[] values() {
        return values;
    }

    @Override
    public long sizeBytes() {
        return 8L * values.length + presence.sizeBytes();
    }

    @Override
    public @Nullable String plain(int row) {
        return isBlank(row) ? null : plainOf(values[row]);
    }

    /** Shortest decimal that reads back as the same double, never in exponent form, whole numbers without a point. */
    public static String plainOf(double value) {
        return new BigDecimal(Double.toString(value)).stripTrailingZeros().toPlainString();
    }

    @Override
    public DoubleColumn pick(int[] rows, int count) {
        double[] picked = new double[count];
        for (int i = 0; i < count; i++) {
            picked[i] = values[rows[i]];
        }
        return new DoubleColumn(picked, presence.pick(rows, count));
    }
}
