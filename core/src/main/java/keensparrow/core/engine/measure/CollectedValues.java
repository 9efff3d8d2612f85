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
    private static final long[] NONE = {};

    private final Column column;
    private final @Nullable ValueCounts counts; // else lists
    private int groups;
    private @Nullable RankList[] lists = {};
    private boolean[] borrowed = {}; // lists of other accumulators, which are copied before anything is added
    private long[] read = NONE; // values of one batch

    private CollectedValues(Column column, @Nullable ValueCounts counts, int groups) {
        this.column = column;
        this.counts = counts;
        this.groups = groups;
    }

    /** @param most as many groups as there may be when it grows */
    static CollectedValues of(Column column, int groups, int most) {
        ValueCounts counts = column instanceof LongColumn longs ? ValueCounts.of(longs, groups, most) : null;
        return new CollectedValues(column, counts, groups);
    }

    CollectedValues empty(int of) {
        return new CollectedValues(column, counts == null ? null : counts.empty(of), of);
    }

    boolean isOf(Column other) {
        return column == other;
    }

    /** Whether it holds the same values in the same way. */
    boolean isLike(CollectedValues other) {
        return column == other.column
                && (counts == null ? other.counts == null : other.counts != null && counts.isLike(other.counts));
    }

    /** Whether values are counted: then they can be taken out again. */
    boolean isCounting() {
        return counts != null;
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
        if (counts != null) {
            counts.count(rows, ids, count, 1);
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
        Objects.requireNonNull(counts).count(rows, ids, count, -1);
    }

    void grow(int larger) {
        groups = larger;
        if (counts != null) {
            counts.grow(larger);
        }
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
        if (counts != null && from.counts != null && counts.isLike(from.counts)) {
            counts.add(from.counts, group, into);
        } else if (from.counts != null) {
            from.counts.each(group, (value, times) -> {
                for (int i = 0; i < times; i++) {
                    take(into, value);
                }
            });
        } else {
            RankList added = group < from.lists.length ? from.lists[group] : null;
            if (added != null && counts != null) {
                added.each(value -> take(into, value));
            } else if (added != null) {
                borrow(into, added);
            }
        }
    }

    private void take(int group, long value) {
        if (counts != null) {
            counts.add(group, value);
        } else {
            list(group).add(value);
        }
    }

    /** Whether groups have to be got ready. */
    boolean settles() {
        return counts == null || counts.settles();
    }

    /** Gets a group ready for questions after places. */
    void settle(int group) {
        if (counts != null) {
            counts.settle(group);
            return;
        }
        RankList of = group < lists.length ? lists[group] : null;
        if (of != null) {
            of.settle();
        }
    }

    long size(int group) {
        if (counts != null) {
            return counts.size(group);
        }
        RankList of = group < lists.length ? lists[group] : null;
        return of == null ? 0 : of.size();
    }

    /** The value at a place in order, as a rank; only where there are so many. */
    long at(int group, long place) {
        return counts != null
                ? counts.at(group, place)
                : Objects.requireNonNull(lists[group]).at((int) place);
    }

    BigDecimal value(long rank) {
        return MinMaxAccumulator.ofRank(column, rank);
    }

    long sizeBytes() {
        long bytes = (counts == null ? 0 : counts.sizeBytes()) + 8L * lists.length + 8L * read.length;
        for (RankList each : lists) { // also borrowed ones: whom they belong to may be gone
            bytes += each == null ? 0 : each.sizeBytes();
        }
        return bytes;
    }
}
