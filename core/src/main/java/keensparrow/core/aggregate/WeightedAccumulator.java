package keensparrow.core.aggregate;

import java.math.BigDecimal;
import java.util.Arrays;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/** Σ value × weight over Σ weight, of the rows that have both; blank for none of them or a total weight of 0. */
final class WeightedAccumulator implements Accumulator {
    private final Column value;
    private final Column weight;
    private final @Nullable WholeSum exactProducts; // where every product fits a long
    private final FixedSum products;
    private final @Nullable WholeSum exactWeights;
    private final FixedSum weights;
    private long[] filled;
    private final long[] one = new long[1];
    private final int[] id = new int[1];

    WeightedAccumulator(Column value, Column weight, int groups) {
        this.value = value;
        this.weight = weight;
        int rows = value.rowCount();
        double largest = Numbers.largest(value);
        double heaviest = Numbers.largest(weight);
        boolean exact = value instanceof LongColumn && weight instanceof LongColumn && largest * heaviest < 9e18;
        this.exactProducts = exact ? new WholeSum(groups, largest * heaviest, rows) : null;
        this.exactWeights = exact ? new WholeSum(groups, heaviest, rows) : null;
        this.products = new FixedSum(exact ? 0 : groups, Bounds.of(value) * Bounds.of(weight), rows);
        this.weights = new FixedSum(exact ? 0 : groups, Bounds.of(weight), rows);
        this.filled = new long[groups];
    }

    private WeightedAccumulator(WeightedAccumulator like, int groups) {
        this.value = like.value;
        this.weight = like.weight;
        boolean exact = like.exactProducts != null;
        this.exactProducts = like.exactProducts == null ? null : like.exactProducts.empty(groups);
        this.exactWeights = like.exactWeights == null ? null : like.exactWeights.empty(groups);
        this.products = like.products.empty(exact ? 0 : groups);
        this.weights = like.weights.empty(exact ? 0 : groups);
        this.filled = new long[groups];
    }

    /** What numbers may reach, as they are meant rather than as they are kept. */
    static final class Bounds {
        private Bounds() {}

        static double of(Column column) {
            return column instanceof LongColumn longs
                    ? Numbers.largest(column) / longs.unit()
                    : Numbers.largest(column);
        }

        static double number(Column column, int row) {
            return column instanceof LongColumn longs
                    ? longs.value(row) / (double) longs.unit()
                    : ((DoubleColumn) column).value(row);
        }
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
            if (value.isBlank(row) || weight.isBlank(row)) {
                continue;
            }
            filled[ids[i]] += sign;
            if (exactProducts != null && exactWeights != null) {
                id[0] = ids[i];
                one[0] = ((LongColumn) value).value(row) * ((LongColumn) weight).value(row);
                exactProducts.add(one, id, 1, sign);
                one[0] = ((LongColumn) weight).value(row);
                exactWeights.add(one, id, 1, sign);
            } else {
                double heavy = Bounds.number(weight, row);
                products.add(ids[i], Bounds.number(value, row) * heavy, sign);
                weights.add(ids[i], heavy, sign);
            }
        }
    }

    @Override
    public boolean isReversible() {
        return true;
    }

    @Override
    public Accumulator empty(int groups) {
        return new WeightedAccumulator(this, groups);
    }

    @Override
    public void grow(int groups) {
        filled = Arrays.copyOf(filled, groups);
        if (exactProducts != null && exactWeights != null) {
            exactProducts.grow(groups);
            exactWeights.grow(groups);
        } else {
            products.grow(groups);
            weights.grow(groups);
        }
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        WeightedAccumulator from = (WeightedAccumulator) other;
        Sums.merge(filled, from.filled, target);
        if (exactProducts != null && exactWeights != null && from.exactProducts != null && from.exactWeights != null) {
            exactProducts.merge(from.exactProducts, target);
            exactWeights.merge(from.exactWeights, target);
        } else {
            products.merge(from.products, target);
            weights.merge(from.weights, target);
        }
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        if (filled[group] == 0) {
            return null;
        }
        if (exactProducts != null && exactWeights != null) {
            int scale = ((LongColumn) value).scale(); // the weight's scale is in both sums
            return RatioAccumulator.divided(
                    new BigDecimal(exactProducts.of(group), scale), new BigDecimal(exactWeights.of(group)));
        }
        double result = products.of(group) / weights.of(group);
        return Double.isFinite(result) ? BigDecimal.valueOf(result) : null;
    }

    @Override
    public long sizeBytes() {
        return 8L * filled.length
                + products.sizeBytes()
                + weights.sizeBytes()
                + (exactProducts == null ? 0 : 2 * exactProducts.sizeBytes());
    }
}
