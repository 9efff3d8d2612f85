package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.util.Arrays;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/**
 * Sum of a group's values at its latest time: levels such as a stock add up over groups, not over time. Rows where value
 * or time is blank do not count; a group without any is blank.
 */
final class LevelAccumulator implements Accumulator {
    private static final long NONE = Long.MIN_VALUE;

    private final Column value;
    private final Column time;
    private final Total total;
    private long[] latest; // rank of the time that the total is of; NONE before the first

    LevelAccumulator(Column value, Column time, int groups) {
        this(
                value,
                time,
                Total.of(value instanceof LongColumn, groups, Numbers.largest(value), value.rowCount()),
                groups);
    }

    private LevelAccumulator(Column value, Column time, Total total, int groups) {
        this.value = value;
        this.time = time;
        this.total = total;
        latest = new long[groups];
        Arrays.fill(latest, NONE);
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        for (int i = 0; i < count; i++) {
            int row = rows[i];
            if (!value.isBlank(row) && !time.isBlank(row) && counts(ids[i], MinMaxAccumulator.rank(time, row))) {
                if (value instanceof LongColumn longs) {
                    total.add(ids[i], longs.value(row), 1);
                } else {
                    total.add(ids[i], ((DoubleColumn) value).value(row), 1);
                }
            }
        }
    }

    /** Whether what is of this time belongs to the total, which begins anew with a later one. */
    private boolean counts(int group, long at) {
        if (at > latest[group]) {
            latest[group] = at;
            total.clear(group);
        }
        return at == latest[group];
    }

    @Override
    public Accumulator empty(int groups) {
        return new LevelAccumulator(value, time, total.empty(groups), groups);
    }

    @Override
    public void grow(int groups) {
        int before = latest.length;
        latest = Arrays.copyOf(latest, groups);
        Arrays.fill(latest, Math.min(before, groups), groups, NONE);
        total.grow(groups);
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        LevelAccumulator from = (LevelAccumulator) other;
        int[] latestOnly = new int[from.latest.length];
        for (int g = 0; g < latestOnly.length; g++) { // the latest time of all, before anything is added
            if (target[g] >= 0 && from.latest[g] != NONE) {
                counts(target[g], from.latest[g]);
            }
        }
        for (int g = 0; g < latestOnly.length; g++) {
            boolean counts = target[g] >= 0 && from.latest[g] != NONE && from.latest[g] == latest[target[g]];
            latestOnly[g] = counts ? target[g] : -1;
        }
        total.merge(from.total, latestOnly);
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        if (latest[group] == NONE) {
            return null;
        }
        return value instanceof LongColumn longs
                ? total.exactly(group, longs.scale())
                : BigDecimal.valueOf(total.approximately(group));
    }

    @Override
    public long sizeBytes() {
        return 8L * latest.length + total.sizeBytes();
    }
}
