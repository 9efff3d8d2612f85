package keensparrow.core.column;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import org.jspecify.annotations.Nullable;

/**
 * Whole numbers, decimals as scaled whole numbers (value × 10^scale, so that sums are exact), dates as day numbers
 * since 1970-01-01, dates and times as microseconds since then. Kept in as few bytes as all values fit.
 */
public final class LongColumn implements Column {
    public static final int LARGEST_SCALE = 6;
    private static final long MICROS = 1_000_000;

    private final ColumnType type;
    private final int scale;
    private final int rowCount;
    private final PackedInts values; // 0 where blank
    private final Validity validity;
    private final long min;
    private final long max;
    private volatile long @Nullable [] zones;
    private volatile @Nullable RankBuckets buckets;

    /**
     * Takes over both arrays.
     *
     * @param values one for each row; any value where blank
     * @param valid bit set = has a value; null = no row is blank
     */
    public LongColumn(ColumnType type, int scale, long[] values, long @Nullable [] valid) {
        this(type, scale, zeroWhereBlank(values, valid), valid);
    }

    private static PackedInts zeroWhereBlank(long[] values, long @Nullable [] valid) {
        for (int row = 0; valid != null && row < values.length; row++) {
            if (!Bits.get(valid, row)) {
                values[row] = 0;
            }
        }
        return PackedInts.packed(values, values.length);
    }

    /** Takes over the values, which are 0 where blank. */
    public LongColumn(ColumnType type, int scale, PackedInts values, long @Nullable [] valid) {
        this.type = type;
        this.scale = scale;
        this.rowCount = values.length();
        this.values = values;
        this.validity = Validity.of(valid, rowCount);
        long low = Long.MAX_VALUE;
        long high = Long.MIN_VALUE;
        for (int row = 0; row < rowCount; row++) {
            if (!validity.isBlank(row)) {
                long value = values.get(row);
                low = Math.min(low, value);
                high = Math.max(high, value);
            }
        }
        this.min = low;
        this.max = high;
    }

    @Override
    public ColumnType type() {
        return type;
    }

    /** Decimal places kept in each value; 0 for anything but decimals. */
    public int scale() {
        return scale;
    }

    /** 10^scale: divide by it to get the number meant. */
    public long unit() {
        return powerOfTen(scale);
    }

    public static long powerOfTen(int exponent) {
        long power = 1;
        for (int i = 0; i < exponent; i++) {
            power *= 10;
        }
        return power;
    }

    /** Its values in buckets of about as many rows, found when first asked for. */
    public RankBuckets buckets() {
        RankBuckets known = buckets;
        if (known == null) {
            known = new RankBuckets(this, this::value);
            buckets = known;
        }
        return known;
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

    public long @Nullable [] present() {
        return validity.words;
    }

    /** Smallest value; larger than {@link #max} when every row is blank. */
    public long min() {
        return min;
    }

    public long max() {
        return max;
    }

    public boolean isAllBlank() {
        return min > max;
    }

    /** The scaled value; 0 where blank. */
    public long value(int row) {
        return values.get(row);
    }

    /** Copies the values of {@code rows[0 .. count)} to {@code out}. */
    public void read(int[] rows, int count, long[] out) {
        values.read(rows, count, out);
    }

    /** Rows of a zone, see {@link #zones}. */
    public static final int ZONE = 4096;

    /**
     * The smallest and the largest value of each stretch of {@link #ZONE} rows, in turn; blank rows count as 0. Made
     * when first asked for: a range over a column that follows the order of rows then looks at few of them.
     */
    public long[] zones() {
        long[] known = zones;
        if (known == null) {
            known = new long[(rowCount + ZONE - 1) / ZONE * 2];
            for (int zone = 0; zone < known.length / 2; zone++) {
                long low = Long.MAX_VALUE;
                long high = Long.MIN_VALUE;
                for (int row = zone * ZONE; row < Math.min(rowCount, (zone + 1) * ZONE); row++) {
                    long value = values.get(row);
                    low = Math.min(low, value);
                    high = Math.max(high, value);
                }
                known[2 * zone] = low;
                known[2 * zone + 1] = high;
            }
            zones = known;
        }
        return known;
    }

    /** The scaled values, 0 where blank. */
    public PackedInts values() {
        return values;
    }

    @Override
    public long sizeBytes() {
        return values.sizeBytes() + validity.sizeBytes();
    }

    @Override
    public @Nullable String plain(int row) {
        return isBlank(row) ? null : plainOf(value(row));
    }

    /** How a scaled value of this column is written plainly. */
    public String plainOf(long value) {
        return switch (type) {
            case DATE -> LocalDate.ofEpochDay(value).toString();
            case DATE_TIME -> dateTime(value).toString();
            default -> BigDecimal.valueOf(value, scale).toPlainString();
        };
    }

    public static LocalDateTime dateTime(long micros) {
        return LocalDateTime.ofEpochSecond(
                Math.floorDiv(micros, MICROS), (int) Math.floorMod(micros, MICROS) * 1000, ZoneOffset.UTC);
    }

    @Override
    public LongColumn pick(int[] rows, int count) {
        long[] picked = new long[count];
        read(rows, count, picked);
        return new LongColumn(type, scale, picked, validity.pick(rows, count));
    }
}
