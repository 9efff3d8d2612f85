package keensparrow.core.engine.rows;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.engine.group.GroupKeys;
import keensparrow.core.engine.scan.Batch;
import keensparrow.core.engine.scan.PartialResult;
import keensparrow.core.group.Grouping;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/** The rows with the smallest and with the largest values of a column in each slot of a grouping; of equal ones the first. */
public final class GroupExtremes implements PartialResult {
    private static final int MAX_SLOTS = 20_000; // beyond, groups are too many to be drawn with their ends

    private final Table table;
    private final GroupKeys keys;
    private final Spec spec;
    private final Column column;
    private final Kept smallest;
    private final Kept largest;

    /** Which rows: so many of each group at either end of a column. */
    public record Spec(Grouping by, String column, int each) {}

    public GroupExtremes(Table table, GroupKeys keys, Spec spec) {
        this.table = table;
        this.keys = keys;
        this.spec = spec;
        this.column = table.column(spec.column());
        int slots = keys.slots() > MAX_SLOTS ? 0 : keys.slots();
        this.smallest = kept(false, slots);
        this.largest = kept(true, slots);
    }

    private Kept kept(boolean descending, int slots) {
        RowOrder order = new RowOrder(table, List.of(new Question.Sort(spec.column(), descending)));
        return new Kept(order, slots, spec.each());
    }

    @Override
    public void add(Batch batch) {
        if (smallest.counts.length == 0) {
            return;
        }
        int[] rows = batch.rows();
        int[] slots = batch.slots(keys);
        for (int i = 0; i < batch.size(); i++) {
            if (!column.isBlank(rows[i])) {
                smallest.offer(slots[i], rows[i]);
                largest.offer(slots[i], rows[i]);
            }
        }
    }

    /** Which row would follow those kept is not known: it is found anew. */
    @Override
    public void remove(Batch batch) {
        throw new UnsupportedOperationException();
    }

    @Override
    public boolean isReversible() {
        return false;
    }

    @Override
    public GroupExtremes empty() {
        return new GroupExtremes(table, keys, spec);
    }

    @Override
    public void merge(PartialResult other) {
        GroupExtremes from = (GroupExtremes) other;
        for (int slot = 0; slot < smallest.counts.length; slot++) {
            smallest.takeAll(slot, from.smallest, slot);
            largest.takeAll(slot, from.largest, slot);
        }
    }

    /** @param groups the slots of each group that is shown */
    public Answer.Extremes answer(Question.Extremes question, List<int[]> groups) {
        List<Column> told = question.columns().stream().map(table::column).toList();
        return new Answer.Extremes(
                question.columns(),
                groups.stream().map(slots -> ends(slots, told)).toList());
    }

    private Answer.Ends ends(int[] slots, List<Column> told) {
        int[] low = together(slots, smallest, false);
        int[] high = together(slots, largest, true);
        Set<Integer> seen = new HashSet<>();
        Arrays.stream(low).forEach(seen::add);
        int[] others = Arrays.stream(high).filter(row -> !seen.contains(row)).toArray();
        return new Answer.Ends(rows(low, told), rows(others, told));
    }

    private int[] together(int[] slots, Kept from, boolean descending) {
        Kept group = kept(descending, 1);
        if (from.counts.length > 0) {
            Arrays.stream(slots).forEach(slot -> group.takeAll(0, from, slot));
        }
        return Arrays.copyOf(group.rows, group.counts[0]);
    }

    private static List<List<@Nullable String>> rows(int[] rows, List<Column> told) {
        return IntStream.of(rows).mapToObj(row -> row(row, told)).toList();
    }

    private static List<@Nullable String> row(int row, List<Column> told) {
        return told.stream().<@Nullable String>map(column -> column.plain(row)).toList();
    }

    @Override
    public long sizeBytes() {
        return 64 + smallest.sizeBytes() + largest.sizeBytes();
    }

    /** Of each slot the first rows in an order, in that order. */
    private static final class Kept {
        private final RowOrder order;
        private final int each;
        private final int[] counts;
        private final int[] rows; // slot × each + place
        private final long[] sortKeys;

        Kept(RowOrder order, int slots, int each) {
            this.order = order;
            this.each = each;
            this.counts = new int[slots];
            this.rows = new int[slots * each];
            this.sortKeys = new long[slots * each];
        }

        void offer(int slot, int row) {
            long key = order.key(0, row);
            int from = slot * each;
            int end = from + counts[slot];
            boolean full = counts[slot] == each;
            if (full && (each == 0 || !order.isBefore(key, row, sortKeys[end - 1], rows[end - 1]))) {
                return;
            }
            int at = full ? end - 1 : end;
            counts[slot] += full ? 0 : 1;
            while (at > from && order.isBefore(key, row, sortKeys[at - 1], rows[at - 1])) {
                rows[at] = rows[at - 1];
                sortKeys[at] = sortKeys[at - 1];
                at--;
            }
            rows[at] = row;
            sortKeys[at] = key;
        }

        void takeAll(int slot, Kept from, int fromSlot) {
            for (int i = 0; i < from.counts[fromSlot]; i++) {
                offer(slot, from.rows[fromSlot * each + i]);
            }
        }

        long sizeBytes() {
            return 4L * counts.length + 12L * rows.length;
        }
    }
}
