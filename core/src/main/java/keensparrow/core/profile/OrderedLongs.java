package keensparrow.core.profile;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Arrays;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/**
 * The values of a column from the smallest to the largest, blanks left out: counted where they lie close together,
 * sorted elsewhere.
 */
final class OrderedLongs {
    private static final int MAX_COUNTS = 1 << 21; // four bytes each, that stay in the caches of most processors

    private final int scale;
    private final long min;
    private final int size;
    private final int distinct;
    private final boolean isCounted;
    private final int[] counts; // of min, min + 1 and so on
    private final long[] sorted;

    /** Cost O(rows) where the values span less than rows and {@link #MAX_COUNTS}, O(rows log rows) elsewhere. */
    OrderedLongs(LongColumn column) {
        scale = column.scale();
        min = column.min();
        size = column.rowCount() - column.blankCount();
        long span = column.max() - column.min(); // negative where it overflows, or nothing is there
        isCounted = span >= 0 && span < Math.min(MAX_COUNTS, column.rowCount());
        if (isCounted) {
            counts = counted(column, (int) span + 1);
            sorted = new long[0];
            distinct = (int) Arrays.stream(counts).filter(count -> count > 0).count();
        } else {
            counts = new int[0];
            sorted = sorted(column, size);
            distinct = distinct(sorted);
        }
    }

    private static int[] counted(LongColumn column, int length) {
        int[] counts = new int[length];
        long min = column.min();
        boolean whole = column.blankCount() == 0;
        for (int row = 0; row < column.rowCount(); row++) {
            if (whole || !column.isBlank(row)) {
                counts[(int) (column.value(row) - min)]++;
            }
        }
        return counts;
    }

    private static long[] sorted(LongColumn column, int size) {
        long[] sorted = new long[size];
        int filled = 0;
        for (int row = 0; row < column.rowCount(); row++) {
            if (!column.isBlank(row)) {
                sorted[filled++] = column.value(row);
            }
        }
        Arrays.sort(sorted);
        return sorted;
    }

    private static int distinct(long[] sorted) {
        int distinct = 0;
        for (int i = 0; i < sorted.length; i++) {
            distinct += i == 0 || sorted[i] != sorted[i - 1] ? 1 : 0;
        }
        return distinct;
    }

    /** How many different values there are. */
    int distinct() {
        return distinct;
    }

    /** The value that {@code index} others stand before. */
    private long at(long index) {
        if (!isCounted) {
            return sorted[(int) index];
        }
        long before = 0;
        int value = 0;
        for (; before + counts[value] <= index; value++) {
            before += counts[value];
        }
        return min + value;
    }

    /**
     * Between the two order statistics around {@code quarters / 4} of the way, interpolated linearly; null where every
     * row is blank.
     */
    @Nullable
    String quartile(int quarters) {
        if (size == 0) {
            return null;
        }
        long position = (size - 1L) * quarters;
        BigDecimal below = BigDecimal.valueOf(at(position / 4), scale);
        BigDecimal above = BigDecimal.valueOf(at(Math.min(size - 1L, position / 4 + 1)), scale);
        BigDecimal part = BigDecimal.valueOf(position % 4).divide(BigDecimal.valueOf(4), MathContext.DECIMAL64);
        return below.add(above.subtract(below).multiply(part))
                .stripTrailingZeros()
                .toPlainString();
    }
}
