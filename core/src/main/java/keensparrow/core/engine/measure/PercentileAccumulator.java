package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/**
 * Exact percentile, interpolated linearly between the two nearest values in order: at {@code share × (n − 1)}. Where
 * the column's values lie close together they are counted, else collected.
 */
final class PercentileAccumulator implements Accumulator {
    private static final long MAX_COUNTS = 1 << 22;

    private final Column column;
    private final BigDecimal share; // from 0 to 1
    private final int reach; // different values there may be when counting, else 0
    private int groups;
    private int[] counts; // group × reach + (value − smallest)
    private List<Ranks> ranks;

    PercentileAccumulator(Column column, BigDecimal share, int groups, int most) {
        this(reach(column, most), column, share, groups);
    }

    private PercentileAccumulator(int reach, Column column, BigDecimal share, int groups) {
        this.column = column;
        this.share = share;
        this.groups = groups;
        this.reach = reach;
        this.counts = new int[groups * reach];
        this.ranks = new ArrayList<>();
        addRanks();
    }

    private static int reach(Column column, int groups) {
        if (column instanceof LongColumn longs && !longs.isAllBlank()) {
            long reach = longs.max() - longs.min() + 1;
            return reach > 0 && reach * groups <= MAX_COUNTS ? (int) reach : 0;
        }
        return 0;
    }

    /** Values as they came. */
    private static final class Ranks {
        private long[] values = new long[4];
        private int size;
        private boolean sorted = true;

        void add(long rank) {
            if (size == values.length) {
                values = Arrays.copyOf(values, size * 2);
            }
            values[size++] = rank;
            sorted = false;
        }

        synchronized long at(int place) {
            if (!sorted) {
                Arrays.sort(values, 0, size);
                sorted = true;
            }
            return values[place];
        }
    }

    private void addRanks() {
        while (reach == 0 && ranks.size() < groups) {
            ranks.add(new Ranks());
        }
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        for (int i = 0; i < count; i++) {
            int row = rows[i];
            if (column.isBlank(row)) {
                continue;
            }
            if (reach > 0) {
                counts[place(ids[i], row)]++;
            } else {
                ranks.get(ids[i]).add(MinMaxAccumulator.rank(column, row));
            }
        }
    }

    private int place(int group, int row) {
        LongColumn longs = (LongColumn) column;
        return group * reach + (int) (longs.value(row) - longs.min());
    }

    @Override
    public void remove(int[] rows, int[] ids, int count) {
        for (int i = 0; i < count; i++) {
            if (!column.isBlank(rows[i])) {
                counts[place(ids[i], rows[i])]--;
            }
        }
    }

    @Override
    public boolean isReversible() {
        return reach > 0;
    }

    @Override
    public Accumulator empty(int groups) {
        return new PercentileAccumulator(reach, column, share, groups);
    }

    @Override
    public void grow(int larger) {
        groups = larger;
        counts = Arrays.copyOf(counts, Math.multiplyExact(larger, reach));
        addRanks();
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        PercentileAccumulator from = (PercentileAccumulator) other;
        for (int g = 0; g < from.groups; g++) {
            if (target[g] < 0) {
                continue;
            }
            for (int v = 0; v < reach; v++) {
                counts[target[g] * reach + v] += from.counts[g * reach + v];
            }
            if (reach == 0) {
                Ranks added = from.ranks.get(g);
                for (int i = 0; i < added.size; i++) {
                    ranks.get(target[g]).add(added.values[i]);
                }
            }
        }
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        long size = size(group);
        if (size == 0) {
            return null;
        }
        BigDecimal place = share.multiply(BigDecimal.valueOf(size - 1));
        BigInteger below = place.setScale(0, RoundingMode.FLOOR).toBigInteger();
        BigDecimal part = place.subtract(new BigDecimal(below));
        BigDecimal low = MinMaxAccumulator.ofRank(column, at(group, below.longValueExact()));
        if (part.signum() == 0) {
            return low;
        }
        BigDecimal high = MinMaxAccumulator.ofRank(column, at(group, below.longValueExact() + 1));
        BigDecimal between = low.add(high.subtract(low).multiply(part));
        return between.precision() > MathContext.DECIMAL64.getPrecision()
                ? between.round(MathContext.DECIMAL64)
                : between;
    }

    private long size(int group) {
        if (reach == 0) {
            return ranks.get(group).size;
        }
        long size = 0;
        for (int v = 0; v < reach; v++) {
            size += counts[group * reach + v];
        }
        return size;
    }

    private long at(int group, long place) {
        if (reach == 0) {
            return ranks.get(group).at((int) place);
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

    @Override
    public long sizeBytes() {
        long bytes = 4L * counts.length;
        for (Ranks each : ranks) {
            bytes += 40 + 8L * each.values.length;
        }
        return bytes;
    }
}
