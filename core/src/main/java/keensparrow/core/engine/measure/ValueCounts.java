package keensparrow.core.engine.measure;

import java.util.Arrays;
import keensparrow.core.column.LongColumn;
import keensparrow.core.rows.RowBatches;
import org.jspecify.annotations.Nullable;

/**
 * How many rows of each group have each value of a column whose values lie close together, by their distance from the
 * smallest. Room is made when the first one comes.
 */
final class ValueCounts {
    private static final long MAX_COUNTS = 1 << 22;
    private static final int BLOCK = 128; // places that are summed up for those who look for one
    private static final int[] NONE = {};
    private static final int[][] NO_BLOCKS = {};

    private final LongColumn column;
    private final int places; // values that are counted, in order
    private int groups;
    private int[] counts = NONE; // group × places + place
    private int[][] blocks = NO_BLOCKS; // by group, made when all is in
    private long[] values = {}; // of one batch

    private ValueCounts(LongColumn column, int places, int groups) {
        this.column = column;
        this.places = places;
        this.groups = groups;
    }

    /** Null where there would be too many counts. @param most as many groups as there may be when it grows */
    static @Nullable ValueCounts of(LongColumn column, int groups, int most) {
        if (column.isAllBlank()) {
            return null;
        }
        long reach = column.max() - column.min() + 1;
        return reach > 0 && reach * most <= MAX_COUNTS ? new ValueCounts(column, (int) reach, groups) : null;
    }

    ValueCounts empty(int of) {
        return new ValueCounts(column, places, of);
    }

    /** Whether it counts in the same way. */
    boolean isLike(ValueCounts other) {
        return column == other.column && places == other.places;
    }

    void grow(int larger) {
        groups = larger;
    }

    private int[] counts() {
        blocks = NO_BLOCKS;
        if (counts.length < groups * places) {
            counts = Arrays.copyOf(counts, Math.multiplyExact(groups, places));
        }
        return counts;
    }

    /** Adds rows, or takes them out again. @param sign 1 or −1 */
    void count(int[] rows, int[] ids, int count, int sign) {
        int[] into = counts();
        if (values.length == 0) {
            values = new long[RowBatches.BLOCK];
        }
        column.values().read(rows, count, values);
        long least = column.min();
        boolean isFilled = column.blankCount() == 0;
        for (int i = 0; i < count; i++) {
            if (isFilled || !column.isBlank(rows[i])) {
                into[ids[i] * places + (int) (values[i] - least)] += sign;
            }
        }
    }

    /** Adds a group of another that {@link #isLike} it. */
    void add(ValueCounts from, int group, int into) {
        int[] sums = counts();
        for (int p = 0; from.counts.length > 0 && p < places; p++) {
            sums[into * places + p] += from.counts[group * places + p];
        }
    }

    /** The groups whose blocks are to be summed up; none where there are so few places that it does not pay. */
    synchronized int unsettled() {
        return places > 2 * BLOCK && counts.length > 0 && blocks.length < groups ? groups : 0;
    }

    /** Sums up blocks of a group. Different groups on several threads. */
    void settle(int group) {
        int[] sums = new int[(places + BLOCK - 1) / BLOCK];
        for (int p = 0; p < places; p++) {
            sums[p / BLOCK] += counts[group * places + p];
        }
        synchronized (this) {
            if (blocks.length < groups) {
                blocks = Arrays.copyOf(blocks, groups);
            }
            blocks[group] = sums;
        }
    }

    private synchronized int @Nullable [] block(int group) {
        return group < blocks.length ? blocks[group] : null;
    }

    long size(int group) {
        int[] sums = block(group);
        long size = 0;
        if (sums != null) {
            for (int sum : sums) {
                size += sum;
            }
            return size;
        }
        for (int p = 0; counts.length > 0 && p < places; p++) {
            size += counts[group * places + p];
        }
        return size;
    }

    /** The value at a place in order; only where there are so many. */
    long at(int group, long place) {
        int[] sums = block(group);
        long seen = 0;
        int from = 0;
        if (sums != null) {
            int block = 0;
            for (; seen + sums[block] <= place; block++) {
                seen += sums[block];
            }
            from = block * BLOCK;
        }
        for (int p = from; p < places; p++) {
            seen += counts[group * places + p];
            if (seen > place) {
                return column.min() + p;
            }
        }
        throw new IllegalArgumentException("beyond the values");
    }

    long sizeBytes() {
        long bytes = 4L * counts.length + 8L * values.length;
        for (int[] sums : blocks) {
            bytes += sums == null ? 8 : 24 + 4L * sums.length;
        }
        return bytes;
    }
}
