package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.Objects;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.rows.RowBatches;
import org.jspecify.annotations.Nullable;

/**
 * The values of each group of a number column, for what asks after places in order. Where they lie close together it is
 * how many there are of each, else all of them. Room is made when the first one comes.
 */
final class CollectedValues {
    private static final long MAX_COUNTS = 1 << 22;
    private static final long[] NONE = {};

    private final Column column;
    private final int reach; // different values there may be when counting, else 0
    private int groups;
    private int[] counts = {}; // group × reach + (value − smallest)
    private @Nullable RankList[] lists = {};
    private boolean[] borrowed = {}; // lists of other accumulators, which are copied before anything is added
    private long[] read = NONE; // values of one batch

    private CollectedValues(Column column, int reach, int groups) {
        this.column = column;
        this.reach = reach;
        this.groups = groups;
    }

    /** @param most as many groups as there may be when it grows */
    static CollectedValues of(Column column, int groups, int most) {
        return new CollectedValues(column, reach(column, most), groups);
    }

    private static int reach(Column column, int groups) {
        if (column instanceof LongColumn longs && !longs.isAllBlank()) {
            long reach = longs.max() - longs.min() + 1;
            return reach > 0 && reach * groups <= MAX_COUNTS ? (int) reach : 0;
        }
        return 0;
    }

    CollectedValues empty(int of) {
        return new CollectedValues(column, reach, of);
    }

    boolean isOf(Column other) {
        return column == other;
    }

    /** Whether it holds the same values in the same way. */
    boolean isLike(CollectedValues other) {
        return column == other.column && reach == other.reach;
    }

    /** Whether values are counted: then they can be taken out again. */
    boolean isCounting() {
        return reach > 0;
    }

    private int[] counts() {
        if (counts.length < groups * reach) {
            counts = Arrays.copyOf(counts, Math.multiplyExact(groups, reach));
        }
        return counts;
    }

    /** The list of a group, to add to. */
    private RankList list(int group) {
        RankList known = group < lists.length ? lists[group] : null;
        if (known != null && !borrowed[group]) {
            return known;
        }
        if (lists.length < groups) {
            lists = Arrays.copyOf(lists, groups);
            borrowed = Arrays.copyOf(borrowed, groups);
        }
        RankList own = new RankList();
        if (known != null) {
            own.addAll(known);
        }
        lists[group] = own;
        borrowed[group] = false;
        return own;
    }

    /** Has the values of a finished list: itself while there are no others. */
    private void borrow(int group, RankList list) {
        if (group < lists.length && lists[group] != null) {
            list(group).addAll(list);
            return;
        }
        list(group);
        lists[group] = list;
        borrowed[group] = true;
    }

    void add(int[] rows, int[] ids, int count) {
        if (reach > 0) {
            count(rows, ids, count, 1);
            return;
        }
        long[] ranks = ranks(rows, count);
        boolean isFilled = column.blankCount() == 0;
        for (int i = 0; i < count; i++) {
            if (isFilled || !column.isBlank(rows[i])) {
                list(ids[i]).add(ranks[i]);
            }
        }
    }

    /** Of rows of one batch; anything where one is blank. */
    private long[] ranks(int[] rows, int count) {
        if (read.length == 0) {
            read = new long[RowBatches.BLOCK];
        }
        long[] ranks = read;
        if (column instanceof LongColumn longs) {
            longs.values().read(rows, count, ranks);
        } else {
            DoubleColumn doubles = (DoubleColumn) column;
            for (int i = 0; i < count; i++) {
                ranks[i] = doubles.rank(rows[i]);
            }
        }
        return ranks;
    }

    void remove(int[] rows, int[] ids, int count) {
        count(rows, ids, count, -1);
    }

    private void count(int[] rows, int[] ids, int count, int sign) {
        int[] into = counts();
        LongColumn longs = (LongColumn) column;
        long least = longs.min();
        long[] values = ranks(rows, count);
        if (longs.blankCount() == 0) {
            for (int i = 0; i < count; i++) {
                into[ids[i] * reach + (int) (values[i] - least)] += sign;
            }
            return;
        }
        for (int i = 0; i < count; i++) {
            if (!longs.isBlank(rows[i])) {
                into[ids[i] * reach + (int) (values[i] - least)] += sign;
            }
        }
    }

    void grow(int larger) {
        groups = larger;
    }

    void merge(CollectedValues from, int[] target) {
        for (int g = 0; g < from.groups && g < target.length; g++) {
            if (target[g] >= 0) {
                merge(from, g, target[g]);
            }
        }
    }

    /** Counts go to counts and lists to lists; of two aggregations of different size one may count and the other list. */
    private void merge(CollectedValues from, int group, int into) {
        if (reach > 0 && from.reach > 0) {
            int[] sums = counts();
            for (int v = 0; from.counts.length > 0 && v < reach; v++) {
                sums[into * reach + v] += from.counts[group * reach + v];
            }
        } else if (from.reach > 0) {
            for (int v = 0; from.counts.length > 0 && v < from.reach; v++) {
                for (int i = from.counts[group * from.reach + v]; i > 0; i--) {
                    list(into).add(((LongColumn) column).min() + v);
                }
            }
        } else {
            RankList added = group < from.lists.length ? from.lists[group] : null;
            if (added != null && reach > 0) {
                int[] sums = counts();
                added.each(value -> sums[into * reach + (int) (value - ((LongColumn) column).min())]++);
            } else if (added != null) {
                borrow(into, added);
            }
        }
    }

    /** Gets a group ready for questions after places. */
    void settle(int group) {
        RankList of = group < lists.length ? lists[group] : null;
        if (of != null) {
            of.settle();
        }
    }

    long size(int group) {
        if (reach == 0) {
            RankList of = group < lists.length ? lists[group] : null;
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
            return Objects.requireNonNull(lists[group]).at((int) place);
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

    BigDecimal value(long rank) {
        return MinMaxAccumulator.ofRank(column, rank);
    }

    long sizeBytes() {
        long bytes = 4L * counts.length + 8L * lists.length + 8L * read.length;
        for (RankList each : lists) { // also borrowed ones: whom they belong to may be gone
            bytes += each == null ? 0 : each.sizeBytes();
        }
        return bytes;
    }
}
