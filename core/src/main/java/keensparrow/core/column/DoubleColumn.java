package keensparrow.core.column;

import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;

/** Decimal numbers that share no scale of up to six decimals. NaN and infinities are kept out: they are blank. */
public final class DoubleColumn implements Column {
    private final double[] values; // unspecified where blank
    private final Validity validity;
    private final double maxMagnitude;
    private volatile @Nullable RankBuckets buckets;

    /** Takes over both arrays; a row that is not a finite number becomes blank. */
    public DoubleColumn(double[] values, long @Nullable [] valid) {
        long[] words = valid;
        for (int row = 0; row < values.length; row++) {
            if (!Double.isFinite(values[row])) {
                if (words == null) {
                    words = Bits.ones(values.length);
                }
                words[row >> 6] &= ~(1L << row);
            }
        }
        this.values = values;
        this.validity = Validity.of(words, values.length);
        double largest = 0;
        for (int row = 0; row < values.length; row++) {
            largest = validity.isBlank(row) ? largest : Math.max(largest, Math.abs(values[row]));
        }
        this.maxMagnitude = largest;
    }

    /** No value is further from 0. */
    public double maxMagnitude() {
        return maxMagnitude;
    }

    @Override
    public ColumnType type() {
        return ColumnType.DECIMAL;
    }

    /** Its values in buckets of about as many rows, found when first asked for. */
    public RankBuckets buckets() {
        RankBuckets known = buckets;
        if (known == null) {
            known = new RankBuckets(this, this::rank);
            buckets = known;
        }
        return known;
    }

    @Override
    public int rowCount() {
        return values.length;
    }

    @Override
    public boolean isBlank(int row) {
        return validity.isBlank(row);
    }

    @Override
    public int blankCount() {
        return validity.blanks;
    }

    public long @Nullable [] present() {
        return validity.words;
    }

    public double value(int row) {
        return values[row];
    }

    /** A whole number that rises with the value; −0 and 0 are one. */
    public long rank(int row) {
        long bits = Double.doubleToLongBits(values[row] + 0.0);
        return bits ^ ((bits >> 63) & Long.MAX_VALUE);
    }

    /** The value of a {@link #rank}. */
    public static double ofRank(long rank) {
        return Double.longBitsToDouble(rank ^ ((rank >> 63) & Long.MAX_VALUE));
    }

    public double[] values() {
        return values;
    }

    @Override
    public long sizeBytes() {
        return 8L * values.length + validity.sizeBytes();
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
        return new DoubleColumn(picked, validity.pick(rows, count));
    }
}
