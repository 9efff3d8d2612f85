package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.util.Arrays;
import keensparrow.core.column.Column;
import org.jspecify.annotations.Nullable;

/**
 * First or last value by another column, usually a time. Rows where either is blank do not count; of rows at the same
 * time the first or last in the order of the dataset.
 */
final class FirstLastAccumulator implements Accumulator {
    private final Column value;
    private final Column by;
    private final boolean last;
    private int[] best; // row + 1; 0 is none yet

    FirstLastAccumulator(Column value, Column by, int groups, boolean last) {
        this.value = value;
        this.by = by;
        this.last = last;
        this.best = new int[groups];
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        for (int i = 0; i < count; i++) {
            int row = rows[i];
            if (!value.isBlank(row) && !by.isBlank(row)) {
                take(ids[i], row + 1);
            }
        }
    }

    private void take(int group, int candidate) {
        if (candidate == 0) {
            return;
        }
        if (best[group] == 0) {
            best[group] = candidate;
            return;
        }
        int compared =
                Long.compare(MinMaxAccumulator.rank(by, candidate - 1), MinMaxAccumulator.rank(by, best[group] - 1));
        int order = compared != 0 ? compared : Integer.compare(candidate, best[group]);
        if (last ? order > 0 : order < 0) {
            best[group] = candidate;
        }
    }

    @Override
    public Accumulator empty(int groups) {
        return new FirstLastAccumulator(value, by, groups, last);
    }

    @Override
    public void grow(int groups) {
        best = Arrays.copyOf(best, groups);
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        int[] from = ((FirstLastAccumulator) other).best;
        for (int g = 0; g < from.length; g++) {
            if (target[g] >= 0) {
                take(target[g], from[g]);
            }
        }
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        return best[group] == 0
                ? null
                : MinMaxAccumulator.ofRank(value, MinMaxAccumulator.rank(value, best[group] - 1));
    }

    @Override
    public long sizeBytes() {
        return 4L * best.length;
    }
}
