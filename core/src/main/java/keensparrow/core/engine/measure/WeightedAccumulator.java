package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/** Σ value × weight over Σ weight, of the rows that have both; blank for none of them or a total weight of 0. */
final class WeightedAccumulator extends TwoTotals {
    private static final double MAX_EXACT = 9e18; // every product fits a long

    private final Column value;
    private final Column weight;

    static WeightedAccumulator of(Column value, Column weight, int groups) {
        double largest = Numbers.largest(value) * Numbers.largest(weight);
        boolean exact = value instanceof LongColumn && weight instanceof LongColumn && largest < MAX_EXACT;
        int rows = value.rowCount();
        double product = exact ? largest : Numbers.reach(value) * Numbers.reach(weight);
        double heaviest = exact ? Numbers.largest(weight) : Numbers.reach(weight);
        return new WeightedAccumulator(
                value, weight, Total.of(exact, groups, product, rows), Total.of(exact, groups, heaviest, rows), groups);
    }

    private WeightedAccumulator(Column value, Column weight, Total products, Total weights, int groups) {
        super(products, weights, groups);
        this.value = value;
        this.weight = weight;
    }

    @Override
    boolean isFilled(int row) {
        return !value.isBlank(row) && !weight.isBlank(row);
    }

    @Override
    void add(int row, int group, int sign, Total products, Total weights) {
        if (products.isExact()) {
            long heavy = ((LongColumn) weight).value(row);
            products.add(group, ((LongColumn) value).value(row) * heavy, sign);
            weights.add(group, heavy, sign);
        } else {
            double heavy = Numbers.number(weight, row);
            products.add(group, Numbers.number(value, row) * heavy, sign);
            weights.add(group, heavy, sign);
        }
    }

    @Override
    TwoTotals with(Total products, Total weights, int groups) {
        return new WeightedAccumulator(value, weight, products, weights, groups);
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        if (filled(group) == 0) {
            return null;
        }
        if (first().isExact()) { // the weight's scale is in both sums
            return RatioAccumulator.divided(
                    first().exactly(group, ((LongColumn) value).scale()), second().exactly(group, 0));
        }
        double result = first().approximately(group) / second().approximately(group);
        return Double.isFinite(result) ? BigDecimal.valueOf(result) : null;
    }
}
