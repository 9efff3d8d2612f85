package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.math.MathContext;
import keensparrow.core.column.Column;
import org.jspecify.annotations.Nullable;

/** Sum of one column over the sum of another, over the whole group: never an average of row ratios. */
final class RatioAccumulator implements Accumulator {
    private final Accumulator above;
    private final Accumulator below;

    RatioAccumulator(Column above, Column below, int groups) {
        this(new SumAccumulator(above, groups, false), new SumAccumulator(below, groups, false));
    }

    private RatioAccumulator(Accumulator above, Accumulator below) {
        this.above = above;
        this.below = below;
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        above.add(rows, ids, count);
        below.add(rows, ids, count);
    }

    @Override
    public void remove(int[] rows, int[] ids, int count) {
        above.remove(rows, ids, count);
        below.remove(rows, ids, count);
    }

    @Override
    public boolean isReversible() {
        return above.isReversible() && below.isReversible();
    }

    @Override
    public Accumulator empty(int groups) {
        return new RatioAccumulator(above.empty(groups), below.empty(groups));
    }

    @Override
    public void grow(int groups) {
        above.grow(groups);
        below.grow(groups);
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        above.merge(((RatioAccumulator) other).above, target);
        below.merge(((RatioAccumulator) other).below, target);
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        return divided(above.result(group, rows), below.result(group, rows));
    }

    /** Blank when either is, and for a division by zero. */
    static @Nullable BigDecimal divided(@Nullable BigDecimal above, @Nullable BigDecimal below) {
        return above == null || below == null || below.signum() == 0
                ? null
                : above.divide(below, MathContext.DECIMAL64);
    }

    @Override
    public long sizeBytes() {
        return above.sizeBytes() + below.sizeBytes();
    }
}
