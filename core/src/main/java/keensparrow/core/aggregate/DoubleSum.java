package keensparrow.core.aggregate;

import java.math.BigDecimal;
import keensparrow.core.column.DoubleColumn;
import org.jspecify.annotations.Nullable;

/** Sum or average of doubles in row order, compensated after Neumaier so that small values next to large ones count. */
final class DoubleSum implements Accumulator {
    private final DoubleColumn column;
    private final boolean average;
    private final double[] sums;
    private final double[] lost;
    private final long[] filled;

    DoubleSum(DoubleColumn column, int groups, boolean average) {
        this.column = column;
        this.average = average;
        this.sums = new double[groups];
        this.lost = new double[groups];
        this.filled = new long[groups];
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        for (int i = 0; i < count; i++) {
            if (column.isBlank(rows[i])) {
                continue;
            }
            int id = ids[i];
            double value = column.value(rows[i]);
            double before = sums[id];
            double after = before + value;
            lost[id] += Math.abs(before) >= Math.abs(value) ? (before - after) + value : (value - after) + before;
            sums[id] = after;
            filled[id]++;
        }
    }

    @Override
    public @Nullable BigDecimal result(int group) {
        if (filled[group] == 0) {
            return null;
        }
        double sum = sums[group] + lost[group];
        double result = average ? sum / filled[group] : sum;
        return Double.isFinite(result) ? BigDecimal.valueOf(result) : null;
    }
}
