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
    private long[] best;

    MinMaxAccumulator(Column column, int groups, boolean largest) {
        this.column = column;
        this.largest = largest;
        this.none = largest ? Long.MIN_VALUE : Long.MAX_VALUE;
        this.best = new long[groups];
        Arrays.fill(best, none);
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
        for (int i = 0; i < count; i++) {
            int row = rows[i];
            if (!column.isBlank(row)) {
                take(ids[i], rank(column, row));
            }
        }
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
        int before = best.length;
        best = Arrays.copyOf(best, groups);
        Arrays.fill(best, Math.min(before, groups), groups, none);
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        long[] from = ((MinMaxAccumulator) other).best;
        for (int g = 0; g < from.length; g++) {
            if (target[g] >= 0) {
                take(target[g], from[g]);
            }
        }
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        // a value that is itself the mark for none would need a column of nothing but the extreme long
        return best[group] == none ? null : ofRank(column, best[group]);
    }

    @Override
    public long sizeBytes() {
        return 8L * best.length;
    }
}
