package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.math.RoundingMode;
import keensparrow.core.column.Column;
import org.jspecify.annotations.Nullable;

/**
 * Exact percentile, interpolated linearly between the two nearest values in order: at {@code share × (n − 1)}. Where
 * the column's values lie close together they are counted, else collected.
 */
final class PercentileAccumulator implements Accumulator {
    private final BigDecimal share; // from 0 to 1
    private final CollectedValues collected;
    private final boolean isCollecting; // else another accumulator of the same aggregation collects for it

    PercentileAccumulator(Column column, BigDecimal share, int groups, int most) {
        this(share, CollectedValues.of(column, groups, most), true);
    }

    private PercentileAccumulator(BigDecimal share, CollectedValues collected, boolean isCollecting) {
        this.share = share;
        this.collected = collected;
        this.isCollecting = isCollecting;
        collected.willAsk(share.doubleValue());
    }

    /**
     * Empty accumulators of one aggregation, so that all percentiles of one column, and its ends, read what one of them
     * collects.
     */
    static void share(Accumulator[] all) {
        for (int i = 1; i < all.length; i++) {
            if (all[i] instanceof PercentileAccumulator each) {
                all[i] = each.reading(all, i);
            }
        }
        for (int i = 0; i < all.length; i++) {
            if (all[i] instanceof MinMaxAccumulator end) {
                for (Accumulator each : all) {
                    if (each instanceof PercentileAccumulator percentile
                            && percentile.isCollecting
                            && percentile.collected.isOf(end.column())) {
                        all[i] = end.reading(percentile.collected);
                    }
                }
            }
        }
    }

    private PercentileAccumulator reading(Accumulator[] all, int before) {
        for (int i = 0; i < before; i++) {
            if (all[i] instanceof PercentileAccumulator other && other.collected.isLike(collected)) {
                return new PercentileAccumulator(share, other.collected, false);
            }
        }
        return this;
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        if (isCollecting) {
            collected.add(rows, ids, count);
        }
    }

    @Override
    public void remove(int[] rows, int[] ids, int count) {
        if (isCollecting) {
            collected.remove(rows, ids, count);
        }
    }

    @Override
    public boolean isReversible() {
        return collected.isCounting();
    }

    @Override
    public Accumulator empty(int groups) {
        return new PercentileAccumulator(share, collected.empty(groups), true);
    }

    @Override
    public void grow(int larger) {
        if (isCollecting) {
            collected.grow(larger);
        }
    }

    @Override
    public boolean canMerge(Accumulator other) {
        return other instanceof PercentileAccumulator from && collected.isLike(from.collected);
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        if (isCollecting) {
            collected.merge(((PercentileAccumulator) other).collected, target);
        }
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        long size = collected.size(group);
        if (size == 0) {
            return null;
        }
        BigDecimal place = share.multiply(BigDecimal.valueOf(size - 1));
        BigInteger below = place.setScale(0, RoundingMode.FLOOR).toBigInteger();
        BigDecimal part = place.subtract(new BigDecimal(below));
        BigDecimal low = collected.value(collected.at(group, below.longValueExact()));
        if (part.signum() == 0) {
            return low;
        }
        BigDecimal high = collected.value(collected.at(group, below.longValueExact() + 1));
        BigDecimal between = low.add(high.subtract(low).multiply(part));
        return between.precision() > MathContext.DECIMAL64.getPrecision()
                ? between.round(MathContext.DECIMAL64)
                : between;
    }

    @Override
    public int unsettled() {
        return isCollecting ? collected.unsettled() : 0;
    }

    @Override
    public void settle(int piece) {
        collected.settle(piece);
    }

    @Override
    public long sizeBytes() {
        return isCollecting ? collected.sizeBytes() : 0;
    }
}
