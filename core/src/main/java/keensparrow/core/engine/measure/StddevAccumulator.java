package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/**
 * Standard deviation of a sample (divided by n − 1, as SQL's STDDEV_SAMP); blank for fewer than two values. Where it is
 * not exact, values are taken from the middle of the column's range, so that squares do not swallow a small spread far
 * from 0.
 */
final class StddevAccumulator extends TwoTotals {
    private static final long EXACT = 1L << 31; // squares of smaller numbers fit a long

    private final Column column;
    private final double middle;

    static StddevAccumulator of(Column column, int groups) {
        double largest = Numbers.largest(column);
        boolean exact = column instanceof LongColumn && largest < EXACT;
        double middle = exact || !(column instanceof LongColumn longs) || longs.isAllBlank()
                ? 0
                : (longs.min() / (double) longs.unit() + longs.max() / (double) longs.unit()) / 2;
        double reach = exact ? largest : Numbers.reach(column) + Math.abs(middle);
        int rows = column.rowCount();
        return new StddevAccumulator(
                column,
                middle,
                Total.of(exact, groups, reach, rows),
                Total.of(exact, groups, reach * reach, rows),
                groups);
    }

    private StddevAccumulator(Column column, double middle, Total sums, Total squares, int groups) {
        super(sums, squares, groups);
        this.column = column;
        this.middle = middle;
    }

    @Override
    boolean isFilled(int row) {
        return !column.isBlank(row);
    }

    @Override
    void add(int row, int group, int sign, Total sums, Total squares) {
        if (sums.isExact()) {
            long value = ((LongColumn) column).value(row);
            sums.add(group, value, sign);
            squares.add(group, value * value, sign);
        } else {
            double value = Numbers.number(column, row) - middle;
            sums.add(group, value, sign);
            squares.add(group, value * value, sign);
        }
    }

    @Override
    TwoTotals with(Total sums, Total squares, int groups) {
        return new StddevAccumulator(column, middle, sums, squares, groups);
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        long n = filled(group);
        if (n < 2) {
            return null;
        }
        double variance = first().isExact() ? exactly(group, n) : approximately(group, n);
        return Double.isFinite(variance) ? BigDecimal.valueOf(Math.sqrt(variance)) : null;
    }

    private double exactly(int group, long n) {
        BigInteger sum = first().exactly(group);
        BigInteger squared =
                second().exactly(group).multiply(BigInteger.valueOf(n)).subtract(sum.multiply(sum));
        return new BigDecimal(squared, 2 * ((LongColumn) column).scale())
                .divide(BigDecimal.valueOf(n).multiply(BigDecimal.valueOf(n - 1)), MathContext.DECIMAL64)
                .doubleValue();
    }

    private double approximately(int group, long n) {
        double sum = first().approximately(group);
        return Math.max(0, (second().approximately(group) - sum / n * sum) / (n - 1));
    }
}
