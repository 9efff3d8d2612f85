package keensparrow.core.aggregate;

import java.math.BigDecimal;
import java.math.MathContext;
import keensparrow.core.column.Column;
import org.jspecify.annotations.Nullable;

/** Sum or average of the filled values; blank for none of them. */
final class SumAccumulator implements Accumulator {
    private final boolean average;
    private final CountAccumulator filled;
    private final Numbers numbers;

    SumAccumulator(Column column, int groups, boolean average) {
        this(new CountAccumulator(column, groups), new Numbers(column, groups), average);
    }

    private SumAccumulator(CountAccumulator filled, Numbers numbers, boolean average) {
        this.filled = filled;
        this.numbers = numbers;
        this.average = average;
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        filled.add(rows, ids, count);
        numbers.add(rows, ids, count, 1);
    }

    @Override
    public void remove(int[] rows, int[] ids, int count) {
        filled.remove(rows, ids, count);
        numbers.add(rows, ids, count, -1);
    }

    @Override
    public boolean isReversible() {
        return true;
    }

    @Override
    public Accumulator empty(int groups) {
        return new SumAccumulator((CountAccumulator) filled.empty(groups), numbers.empty(groups), average);
    }

    @Override
    public void grow(int groups) {
        filled.grow(groups);
        numbers.grow(groups);
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        filled.merge(((SumAccumulator) other).filled, target);
        numbers.merge(((SumAccumulator) other).numbers, target);
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        BigDecimal count = filled.result(group, rows);
        if (count.signum() == 0) {
            return null;
        }
        if (numbers.isExact()) {
            BigDecimal sum = numbers.exactly(group);
            return average ? sum.divide(count, MathContext.DECIMAL64) : sum;
        }
        double sum = numbers.approximately(group);
        double result = average ? sum / count.doubleValue() : sum;
        return Double.isFinite(result) ? BigDecimal.valueOf(result) : null;
    }

    @Override
    public long sizeBytes() {
        return filled.sizeBytes() + numbers.sizeBytes();
    }
}
