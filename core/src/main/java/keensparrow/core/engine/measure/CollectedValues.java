package keensparrow.core.engine.measure;

import java.math.BigDecimal;
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

    private final Column column;
    private final @Nullable ValueCounts counts;
    private final @Nullable RankLists lists; // where there are no counts
    private int[] filled = {}; // rows of one batch that are not blank, where there are others
    private int[] filledIds = {};

    private CollectedValues(Column column, @Nullable ValueCounts counts, @Nullable RankLists lists) {
        this.column = column;
        this.counts = counts;
        this.lists = lists;
    }

    /** @param most as many groups as there may be when it grows */
    static CollectedValues of(Column column, int groups, int most) {
        if (column instanceof DoubleColumn doubles) {
            return new CollectedValues(column, null, new RankLists(doubles.buckets()));
        }
        LongColumn longs = (LongColumn) column;
        ValueCounts counts = ValueCounts.of(longs, groups, most);
        return new CollectedValues(column, counts, counts == null ? new RankLists(longs.buckets()) : null);
    }

    CollectedValues empty(int of) {
        return new CollectedValues(
                column, counts == null ? null : counts.empty(of), lists == null ? null : lists.empty());
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

    /** Tells beforehand which places will be asked for. @param share of the way through the order, from 0 to 1 */
    void willAsk(double share) {
        if (lists != null) {
            lists.willAsk(share);
        }
    }

    private RankLists lists() {
        return Objects.requireNonNull(lists);
    }

    void add(int[] rows, int[] ids, int count) {
        if (counts != null) {
            counts.count(rows, ids, count, 1);
            return;
        }
        if (column.blankCount() == 0) {
            lists().add(rows, ids, count);
            return;
        }
        if (filled.length == 0) {
            filled = new int[RowBatches.BLOCK];
            filledIds = new int[RowBatches.BLOCK];
        }
        int present = 0;
        for (int i = 0; i < count; i++) {
            if (!column.isBlank(rows[i])) {
                filled[present] = rows[i];
                filledIds[present++] = ids[i];
            }
        }
        lists().add(filled, filledIds, present);
    }

    void remove(int[] rows, int[] ids, int count) {
        Objects.requireNonNull(counts).count(rows, ids, count, -1);
    }

    void grow(int larger) {
        if (counts != null) {
            counts.grow(larger);
        }
    }

    /** @param from which {@link #isLike} it */
    void merge(CollectedValues from, int[] target) {
        if (counts == null || from.counts == null) {
            lists().merge(from.lists(), target);
            return;
        }
        for (int g = 0; g < target.length; g++) {
            if (target[g] >= 0) {
                counts.add(from.counts, g, target[g]);
            }
        }
    }

    /** How many pieces of work there are once all is in; see {@link #settle}. */
    int unsettled() {
        return counts != null ? counts.unsettled() : lists().unsettled();
    }

    /** Gets a part ready for questions after places; different ones on several threads. */
    void settle(int piece) {
        if (counts != null) {
            counts.settle(piece);
        } else {
            lists().settle(piece);
        }
    }

    long size(int group) {
        return counts != null ? counts.size(group) : lists().size(group);
    }

    /** The value at a place in order, as a rank; only where there are so many. */
    long at(int group, long place) {
        return counts != null ? counts.at(group, place) : lists().at(group, place);
    }

    BigDecimal value(long rank) {
        return MinMaxAccumulator.ofRank(column, rank);
    }

    long sizeBytes() {
        return (counts == null ? 0 : counts.sizeBytes())
                + (lists == null ? 0 : lists.sizeBytes())
                + 4L * filled.length
                + 4L * filledIds.length;
    }
}
