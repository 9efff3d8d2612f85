package keensparrow.core.column;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import org.jspecify.annotations.Nullable;

/**
 * Whole numbers, decimals as scaled whole numbers (value × 10^scale, so that sums are exact), dates as day numbers
 * since 1970-01-01, dates and times as microseconds since then. Kept as ints where all values fit.
 */
public final class LongColumn implements Column {
    public static final int LARGEST_SCALE = 6;
    private static final long MICROS = 1_000_000;

    private final ColumnType type;
    private final int scale;
    private final int rowCount;
    private final int @Nullable [] ints; // exactly one of ints and longs is there
    private final long @Nullable [] longs;
    private final Presence presence;
    private final long smallest;
    private final long largest;

    /**
     * Takes over both arrays.
     *
     * @param values one for each row; any value where blank
     * @param present bit set = has a value; null = no row is blank
     */
    public LongColumn(ColumnType type, int scale, long[] values, long @Nullable [] present) {
        this.type = type;
        this.scale = scale;
        this.rowCount = values.length;
        this.presence = Presence.of(present, rowCount);
        long low = Long.MAX_VALUE;
        long high = Long.MIN_VALUE;
        for (int row = 0; row < rowCount; row++) {
            if (presence.isBlank(row)) {
                values[row] = 0;
            } else {
                low = Math.min(low, values[row]);
                high = Math.max(high, values[row]);
            }
        }
        this.smallest = low;
        this.largest = high;
        boolean fits = low > high || (low >= Integer.MIN_VALUE && high <= Integer.MAX_VALUE);
        this.ints = fits ? narrowed(values) : null;
        this.longs = fits ? null : values;
    }

    private static int[] narrowed(long[] values) {
        int[] ints = new int[values.length];
        for (int i = 0; i < ints.length; i++) {
            ints[i] = (int) values[i];
        }
        return ints;
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

    @Override
    public int rowCount() {
        return rowCount;
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

    /** Smallest value; larger than {@link #largest} when every row is blank. */
    public long smallest() {
        return smallest;
    }

    public long largest() {
        return largest;
    }

    public boolean isAllBlank() {
        return smallest > largest;
    }

    /** The scaled value; 0 where blank. */
    public long value(int row) {
        return ints != null ? ints[row] : longs()[row];
    }

    /** Copies the values of {@code rows[0 .. count)} to {@code out}. */
    public void read(int[] rows, int count, long[] out) {
        if (ints != null) {
            int[] from = ints;
            for (int i = 0; i < count; i++) {
                out[i] = from[rows[i]];
            }
        } else {
            long[] from = longs();
            for (int i = 0; i < count; i++) {
                out[i] = from[rows[i]];
            }
        }
    }

    /** The values as ints if they are kept so. */
    public int @Nullable [] ints() {
        return ints;
    }

    /** The values as longs when they are not kept as ints. */
    public long[] longs() {
        if (longs == null) {
            throw new IllegalStateException("kept as ints");
        }
        return longs;
    }

    @Override
    public long sizeBytes() {
        return (ints != null ? 4L : 8L) * rowCount + presence.sizeBytes();
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
        long[] values = new long[count];
        read(rows, count, values);
        return new LongColumn(type, scale, values, presence.pick(rows, count));
    }
}
