package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.util.Arrays;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/** Smallest or largest value. Kept as ranks, so that both kinds of number share the code. */
final class MinMaxAccumulator implements Accumulator {
    private final Column column;
    private final boolean largest;
    private final long none;
    private final @Nullable CollectedValues collected; // what another accumulator of the same aggregation collects
    private long[] best;

    MinMaxAccumulator(Column column, int groups, boolean largest) {
        this(column, groups, largest, null);
    }

    private MinMaxAccumulator(Column column, int groups, boolean largest, @Nullable CollectedValues collected) {
        this.column = column;
        this.largest = largest;
        this.none = largest ? Long.MIN_VALUE : Long.MAX_VALUE;
        this.collected = collected;
        this.best = new long[collected == null ? groups : 0];
        Arrays.fill(best, none);
    }

    Column column() {
        return column;
    }

    /** The same, empty, that reads what is collected anyway. */
    Accumulator reading(CollectedValues values) {
        values.willAsk(largest ? 1 : 0);
        return new MinMaxAccumulator(column, 0, largest, values);
    }

    /** A whole number that rises with the value. */
    static long rank(Column column, int row) {
        return column instanceof LongColumn longs ? longs.value(row) : ((DoubleColumn) column).rank(row);
    }

    static BigDecimal ofRank(Column column, long rank) {
        return column instanceof LongColumn longs
                ? BigDecimal.valueOf(rank, longs.scale())
                : BigDecimal.valueOf(DoubleColumn.ofRank(rank));
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        if (collected != null) {
            return;
        }
        for (int i = 0; i < count; i++) {
            int row = rows[i];
            if (!column.isBlank(row)) {
                take(ids[i], rank(column, row));
            }
        }
    }

    @Override
    public void remove(int[] rows, int[] ids, int count) {
        if (collected == null) {
            throw new UnsupportedOperationException();
        }
    }

    @Override
    public boolean isReversible() {
        return collected != null && collected.isCounting();
    }

    private void take(int group, long rank) {
        best[group] = largest ? Math.max(best[group], rank) : Math.min(best[group], rank);
    }

    @Override
    public Accumulator empty(int groups) {
        return new MinMaxAccumulator(column, groups, largest);
    }

    @Override
    public void grow(int groups) {
        if (collected != null) {
            return;
        }
        int before = best.length;
        best = Arrays.copyOf(best, groups);
        Arrays.fill(best, Math.min(before, groups), groups, none);
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        if (collected != null) {
            return;
        }
        for (int g = 0; g < target.length; g++) {
            if (target[g] >= 0) {
                take(target[g], ((MinMaxAccumulator) other).rank(g));
            }
        }
    }

    private long rank(int group) {
        CollectedValues values = collected;
        if (values == null) {
            return best[group];
        }
        long size = values.size(group);
        return size == 0 ? none : values.at(group, largest ? size - 1 : 0);
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        // a value that is itself the mark for none would need a column of nothing but the extreme long
        long rank = rank(group);
        return rank == none ? null : ofRank(column, rank);
    }

    @Override
    public long sizeBytes() {
        return 8L * best.length;
    }
}
