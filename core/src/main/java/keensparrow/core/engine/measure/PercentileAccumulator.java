package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.Objects;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/**
 * Exact percentile, interpolated linearly between the two nearest values in order: at {@code share × (n − 1)}. Where
 * the column's values lie close together they are counted, else collected.
 */
final class PercentileAccumulator implements Accumulator {
    private static final long MAX_COUNTS = 1 << 22;

    private final BigDecimal share; // from 0 to 1
    private final Collected collected;
    private final boolean isCollecting; // else another accumulator of the same aggregation collects for it

    PercentileAccumulator(Column column, BigDecimal share, int groups, int most) {
        this(share, new Collected(column, reach(column, most), groups), true);
    }

    private PercentileAccumulator(BigDecimal share, Collected collected, boolean isCollecting) {
        this.share = share;
        this.collected = collected;
        this.isCollecting = isCollecting;
    }

    /** Empty accumulators of one aggregation, so that all percentiles of one column read what one of them collects. */
    static void share(Accumulator[] all) {
        for (int i = 1; i < all.length; i++) {
            if (all[i] instanceof PercentileAccumulator each) {
                all[i] = each.reading(all, i);
            }
        }
    }

    private PercentileAccumulator reading(Accumulator[] all, int before) {
        for (int i = 0; i < before; i++) {
            if (all[i] instanceof PercentileAccumulator other
                    && other.collected.column == collected.column
                    && other.collected.reach == collected.reach) {
                return new PercentileAccumulator(share, other.collected, false);
            }
        }
        return this;
    }

    private static int reach(Column column, int groups) {
        if (column instanceof LongColumn longs && !longs.isAllBlank()) {
            long reach = longs.max() - longs.min() + 1;
            return reach > 0 && reach * groups <= MAX_COUNTS ? (int) reach : 0;
        }
        return 0;
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
        return collected.reach > 0;
    }

    @Override
    public Accumulator empty(int groups) {
        return new PercentileAccumulator(share, new Collected(collected.column, collected.reach, groups), true);
    }

    @Override
    public void grow(int larger) {
        if (isCollecting) {
            collected.grow(larger);
        }
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
        BigDecimal low = MinMaxAccumulator.ofRank(collected.column, collected.at(group, below.longValueExact()));
        if (part.signum() == 0) {
            return low;
        }
        BigDecimal high = MinMaxAccumulator.ofRank(collected.column, collected.at(group, below.longValueExact() + 1));
        BigDecimal between = low.add(high.subtract(low).multiply(part));
        return between.precision() > MathContext.DECIMAL64.getPrecision()
                ? between.round(MathContext.DECIMAL64)
                : between;
    }

    @Override
    public long sizeBytes() {
        return isCollecting ? collected.sizeBytes() : 0;
    }

    /** The values of each group: how many there are of each, or all of them. Room is made when the first one comes. */
    private static final class Collected {
        private final Column column;
        private final int reach; // different values there may be when counting, else 0
        private int groups;
        private int[] counts = {}; // group × reach + (value − smallest)
        private @Nullable RankList[] ranks = {};
        private boolean[] borrowed = {}; // lists of other accumulators, which are copied before anything is added

        Collected(Column column, int reach, int groups) {
            this.column = column;
            this.reach = reach;
            this.groups = groups;
        }

        private int[] counts() {
            if (counts.length < groups * reach) {
                counts = Arrays.copyOf(counts, Math.multiplyExact(groups, reach));
            }
            return counts;
        }

        /** The list of a group, to add to. */
        private RankList ranks(int group) {
            if (ranks.length < groups) {
                ranks = Arrays.copyOf(ranks, groups);
                borrowed = Arrays.copyOf(borrowed, groups);
            }
            RankList known = ranks[group];
            if (known == null || borrowed[group]) {
                RankList own = new RankList();
                if (known != null) {
                    own.addAll(known);
                }
                ranks[group] = own;
                borrowed[group] = false;
                return own;
            }
            return known;
        }

        /** Has the values of a finished list: itself while there are no others. */
        private void borrow(int group, RankList list) {
            if (ranks.length > group && ranks[group] != null) {
                ranks(group).addAll(list);
                return;
            }
            ranks(group);
            ranks[group] = list;
            borrowed[group] = true;
        }

        void add(int[] rows, int[] ids, int count) {
            if (reach > 0) {
                count(rows, ids, count, 1);
                return;
            }
            for (int i = 0; i < count; i++) {
                if (!column.isBlank(rows[i])) {
                    ranks(ids[i]).add(MinMaxAccumulator.rank(column, rows[i]));
                }
            }
        }

        void remove(int[] rows, int[] ids, int count) {
            count(rows, ids, count, -1);
        }

        private void count(int[] rows, int[] ids, int count, int sign) {
            int[] into = counts();
            LongColumn longs = (LongColumn) column;
            long least = longs.min();
            for (int i = 0; i < count; i++) {
                int row = rows[i];
                if (!longs.isBlank(row)) {
                    into[ids[i] * reach + (int) (longs.value(row) - least)] += sign;
                }
            }
        }

        void grow(int larger) {
            groups = larger;
        }

        void merge(Collected from, int[] target) {
            for (int g = 0; g < from.groups && g < target.length; g++) {
                if (target[g] >= 0) {
                    merge(from, g, target[g]);
                }
            }
        }

        /** Counts go to counts and lists to lists; of two aggregations of different size one may count and the other list. */
        private void merge(Collected from, int group, int into) {
            if (reach > 0 && from.reach > 0) {
                int[] sums = counts();
                for (int v = 0; from.counts.length > 0 && v < reach; v++) {
                    sums[into * reach + v] += from.counts[group * reach + v];
                }
            } else if (from.reach > 0) {
                for (int v = 0; from.counts.length > 0 && v < from.reach; v++) {
                    for (int i = from.counts[group * from.reach + v]; i > 0; i--) {
                        ranks(into).add(((LongColumn) column).min() + v);
                    }
                }
            } else {
                RankList added = group < from.ranks.length ? from.ranks[group] : null;
                if (added != null && reach > 0) {
                    int[] sums = counts();
                    for (int i = 0; i < added.size(); i++) {
                        sums[into * reach + (int) (added.value(i) - ((LongColumn) column).min())]++;
                    }
                } else if (added != null) {
                    borrow(into, added);
                }
            }
        }

        long size(int group) {
            if (reach == 0) {
                RankList of = group < ranks.length ? ranks[group] : null;
                return of == null ? 0 : of.size();
            }
            long size = 0;
            for (int v = 0; counts.length > 0 && v < reach; v++) {
                size += counts[group * reach + v];
            }
            return size;
        }

        /** The value at a place in order, as a rank; only where there are so many. */
        long at(int group, long place) {
            if (reach == 0) {
                return Objects.requireNonNull(ranks[group]).at((int) place);
            }
            long seen = 0;
            for (int v = 0; v < reach; v++) {
                seen += counts[group * reach + v];
                if (seen > place) {
                    return ((LongColumn) column).min() + v;
                }
            }
            throw new IllegalArgumentException("beyond the values");
        }

        long sizeBytes() {
            long bytes = 4L * counts.length + 8L * ranks.length;
            for (RankList each : ranks) { // also borrowed ones: whom they belong to may be gone
                bytes += each == null ? 0 : each.sizeBytes();
            }
            return bytes;
        }
    }
}
