package keensparrow.core.aggregate;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.util.Arrays;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/**
 * Standard deviation of a sample (divided by n − 1, as SQL's STDDEV_SAMP); blank for fewer than two values. Values are
 * taken from the middle of the column's range, so that squares do not swallow a small spread far from 0.
 */
final class DeviationAccumulator implements Accumulator {
    private static final long EXACT = 1L << 31; // squares of smaller numbers fit a long

    private final Column column;
    private final double middle;
    private final boolean exact;
    private final WholeSum wholes;
    private final WholeSum wholeSquares;
    private final FixedSum sums;
    private final FixedSum squares;
    private long[] filled;
    private final long[] one = new long[1];
    private final int[] id = new int[1];

    DeviationAccumulator(Column column, int groups) {
        this.column = column;
        double largest = Numbers.largest(column);
        this.exact = column instanceof LongColumn && largest < EXACT;
        int rows = column.rowCount();
        this.middle = exact || !(column instanceof LongColumn longs) || longs.isAllBlank()
                ? 0
                : (longs.smallest() / (double) longs.unit() + longs.largest() / (double) longs.unit()) / 2;
        double reach = WeightedAccumulator.Bounds.of(column) + Math.abs(middle);
        this.wholes = new WholeSum(exact ? groups : 0, largest, rows);
        this.wholeSquares = new WholeSum(exact ? groups : 0, largest * largest, rows);
        this.sums = new FixedSum(exact ? 0 : groups, reach, rows);
        this.squares = new FixedSum(exact ? 0 : groups, Math.min(reach * reach, Double.MAX_VALUE), rows);
        this.filled = new long[groups];
    }

    private DeviationAccumulator(DeviationAccumulator like, int groups) {
        this.column = like.column;
        this.middle = like.middle;
        this.exact = like.exact;
        this.wholes = like.wholes.empty(exact ? groups : 0);
        this.wholeSquares = like.wholeSquares.empty(exact ? groups : 0);
        this.sums = like.sums.empty(exact ? 0 : groups);
        this.squares = like.squares.empty(exact ? 0 : groups);
        this.filled = new long[groups];
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        add(rows, ids, count, 1);
    }

    @Override
    public void remove(int[] rows, int[] ids, int count) {
        add(rows, ids, count, -1);
    }

    private void add(int[] rows, int[] ids, int count, int sign) {
        for (int i = 0; i < count; i++) {
            int row = rows[i];
            if (column.isBlank(row)) {
                continue;
            }
            filled[ids[i]] += sign;
            if (exact) {
                long value = ((LongColumn) column).value(row);
                id[0] = ids[i];
                one[0] = value;
                wholes.add(one, id, 1, sign);
                one[0] = value * value;
                wholeSquares.add(one, id, 1, sign);
            } else {
                double value = WeightedAccumulator.Bounds.number(column, row) - middle;
                sums.add(ids[i], value, sign);
                squares.add(ids[i], value * value, sign);
            }
        }
    }

    @Override
    public boolean isReversible() {
        return true;
    }

    @Override
    public Accumulator empty(int groups) {
        return new DeviationAccumulator(this, groups);
    }

    @Override
    public void grow(int groups) {
        filled = Arrays.copyOf(filled, groups);
        if (exact) {
            wholes.grow(groups);
            wholeSquares.grow(groups);
        } else {
            sums.grow(groups);
            squares.grow(groups);
        }
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        DeviationAccumulator from = (DeviationAccumulator) other;
        Sums.merge(filled, from.filled, target);
        if (exact) {
            wholes.merge(from.wholes, target);
            wholeSquares.merge(from.wholeSquares, target);
        } else {
            sums.merge(from.sums, target);
            squares.merge(from.squares, target);
        }
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        long n = filled[group];
        if (n < 2) {
            return null;
        }
        if (exact) {
            BigInteger sum = wholes.of(group);
            BigInteger squared =
                    wholeSquares.of(group).multiply(BigInteger.valueOf(n)).subtract(sum.multiply(sum));
            BigDecimal variance = new BigDecimal(squared, 2 * ((LongColumn) column).scale())
                    .divide(BigDecimal.valueOf(n).multiply(BigDecimal.valueOf(n - 1)), MathContext.DECIMAL64);
            return BigDecimal.valueOf(Math.sqrt(variance.doubleValue()));
        }
        double sum = sums.of(group);
        double variance = Math.max(0, (squares.of(group) - sum / n * sum) / (n - 1));
        return Double.isFinite(variance) ? BigDecimal.valueOf(Math.sqrt(variance)) : null;
    }

    @Override
    public long sizeBytes() {
        return 8L * filled.length
                + wholes.sizeBytes()
                + wholeSquares.sizeBytes()
                + sums.sizeBytes()
                + squares.sizeBytes();
    }
}
