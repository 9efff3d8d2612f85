package keensparrow.core.meaning;

import java.util.Arrays;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;

/** What the first rows of a number column show: enough to tell codes from amounts, cheap in tables of any length. */
final class ColumnFacts {
    /** More rows are not looked at. */
    static final int SAMPLE = 20_000;

    private static final int MAX_CODES = 31;

    private final double[] values; // of the rows looked at that are filled, in their order
    private final double[] sorted;
    private final int distinct;
    private final boolean integral;

    private ColumnFacts(double[] values) {
        this.values = values;
        sorted = values.clone();
        Arrays.sort(sorted);
        int different = 0;
        boolean whole = true;
        for (int i = 0; i < sorted.length; i++) {
            different += i == 0 || sorted[i] != sorted[i - 1] ? 1 : 0;
            whole &= sorted[i] == Math.rint(sorted[i]);
        }
        distinct = different;
        integral = whole && sorted.length > 0;
    }

    static ColumnFacts of(Column column) {
        int rows = Math.min(SAMPLE, column.rowCount());
        double[] values = new double[rows];
        int filled = 0;
        for (int row = 0; row < rows; row++) {
            if (!column.isBlank(row)) {
                values[filled++] = column instanceof LongColumn longs
                        ? (double) longs.value(row) / longs.unit()
                        : ((DoubleColumn) column).value(row);
            }
        }
        return new ColumnFacts(Arrays.copyOf(values, filled));
    }

    int filled() {
        return values.length;
    }

    int distinct() {
        return distinct;
    }

    /** Whether all are whole numbers, and there are some. */
    boolean isIntegral() {
        return integral;
    }

    double min() {
        return sorted.length == 0 ? 0 : sorted[0];
    }

    double max() {
        return sorted.length == 0 ? 0 : sorted[sorted.length - 1];
    }

    boolean isWithin(double from, double to) {
        return sorted.length > 0 && min() >= from && max() <= to;
    }

    boolean isUnique() {
        return distinct == values.length && values.length > 1;
    }

    /** Whether every number up to the largest comes, none before the smaller ones: rows of several for each thing counted. */
    boolean isRunningNumber() {
        for (int i = 1; i < values.length; i++) {
            if (values[i] < values[i - 1] || values[i] > values[i - 1] + 1) {
                return false;
            }
        }
        return integral && values.length > 0 && values[0] >= 0 && values[0] <= 1 && distinct > MAX_CODES;
    }

    /** Whether each value follows the one before by one: the rows are counted. */
    boolean isCounter() {
        for (int i = 1; i < values.length; i++) {
            if (values[i] != values[i - 1] + 1) {
                return false;
            }
        }
        return integral && values.length > 4 && values[0] >= 0 && values[0] <= 1;
    }

    /** Whether the smallest is far from the largest, as with counts; levels of one thing stay near each other. */
    boolean reachesFar() {
        return min() * 2 <= max();
    }

    /** Whether 0 and 1 are all there is, as with yes and no. */
    boolean areFlags() {
        return integral && distinct == 2 && min() == 0 && max() == 1;
    }

    /** Whether few small numbers from 0 or 1 on come again and again. */
    boolean areFewCodes(int most) {
        return integral
                && distinct >= 2
                && distinct <= most
                && min() >= 0
                && max() <= 3.0 * most
                && values.length >= distinct * 4L;
    }
}
