package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.math.MathContext;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/** Sum or average of the filled values; blank for none of them. */
final class SumAccumulator implements Accumulator {
    private final Column column;
    private final boolean average;
    private final CountAccumulator filled;
    private final Total total;

    SumAccumulator(Column column, int groups, boolean average) {
        this(
                column,
                average,
                new CountAccumulator(column, groups),
                Total.of(column instanceof LongColumn, groups, Numbers.largest(column), column.rowCount()));
    }

    private SumAccumulator(Column column, boolean average, CountAccumulator filled, Total total) {
        this.column = column;
        this.average = average;
        this.filled = filled;
        this.total = total;
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        filled.add(rows, ids, count);
        addValues(rows, ids, count, 1);
    }

    @Override
    public void remove(int[] rows, int[] ids, int count) {
        filled.remove(rows, ids, count);
        addValues(rows, ids, count, -1);
    }

    private void addValues(int[] rows, int[] ids, int count, int sign) {
        if (column instanceof LongColumn longs) {
            total.add(longs.values(), rows, ids, count, sign); // blank rows are 0 there
            return;
        }
        DoubleColumn doubles = (DoubleColumn) column;
        for (int i = 0; i < count; i++) {
            if (!doubles.isBlank(rows[i])) {
                total.add(ids[i], doubles.value(rows[i]), sign);
            }
        }
    }

    @Override
    public boolean isReversible() {
        return true;
    }

    @Override
    public Accumulator empty(int groups) {
        return new SumAccumulator(column, average, (CountAccumulator) filled.empty(groups), total.empty(groups));
    }

    @Override
    public void grow(int groups) {
        filled.grow(groups);
        total.grow(groups);
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        filled.merge(((SumAccumulator) other).filled, target);
        total.merge(((SumAccumulator) other).total, target);
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        BigDecimal count = filled.result(group, rows);
        if (count.signum() == 0) {
            return null;
        }
        if (column instanceof LongColumn longs) {
            BigDecimal sum = total.exactly(group, longs.scale());
            return average ? sum.divide(count, MathContext.DECIMAL64) : sum;
        }
        double sum = total.approximately(group);
        double result = average ? sum / count.doubleValue() : sum;
        return Double.isFinite(result) ? BigDecimal.valueOf(result) : null;
    }

    @Override
    public long sizeBytes() {
        return filled.sizeBytes() + total.sizeBytes();
    }
}
