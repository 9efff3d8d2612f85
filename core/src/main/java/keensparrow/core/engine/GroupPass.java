package keensparrow.core.engine;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.BooleanSupplier;
import keensparrow.core.aggregate.Accumulator;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextOrder;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.group.GroupKey;
import keensparrow.core.group.GroupKeys;
import keensparrow.core.group.Grouping;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/** Measures by groups over the rows that pass. */
final class GroupPass {
    private static final int MOST_GROUPS = 2_000_000;
    private static final GroupKey NO_SPLIT = GroupKey.of("");

    private final Table table;
    private final Lru<Grouping, GroupKeys> keys = new Lru<>(64, kept -> 1);

    GroupPass(Table table) {
        this.table = table;
    }

    Answer.Groups answer(Question.Groups question, RowSet rows, BooleanSupplier cancelled) {
        Axis axis = axis(question, 0, rows, cancelled);
        Axis split = axis(question, 1, rows, cancelled);
        long cells = (long) axis.count * split.count;
        if (cells > MOST_GROUPS) {
            throw new UserException(
                    ErrorCode.TOO_MANY_GROUPS,
                    "This gives " + axis.count + " × " + split.count
                            + " groups, more than can be shown. Keep fewer groups, or drop the split.");
        }
        Tally tally = new Tally(table, question.measures(), (int) cells);
        tally.add(rows, axis, split, cancelled);
        return shaped(question, rows, axis, split, tally);
    }

    private Axis axis(Question.Groups question, int place, RowSet rows, BooleanSupplier cancelled) {
        if (place >= question.by().size()) {
            return Axis.SINGLE;
        }
        Question.Grouped grouped = question.by().get(place);
        GroupKeys groupKeys =
                keys.get(grouped.grouping(), () -> grouped.grouping().keys(table));
        if (groupKeys.count() > MOST_GROUPS) {
            throw new UserException(
                    ErrorCode.TOO_MANY_GROUPS,
                    UserException.quote(table.schema().label(grouped.grouping().column())) + " has " + groupKeys.count()
                            + " different values, too many to group by. Pick another column.");
        }
        Axis all = new Axis(groupKeys, null, groupKeys.count(), 0);
        if (groupKeys.isTime() || grouped.largest() <= 0) {
            return all;
        }
        return largestAndOther(all, grouped.largest(), question.measures().get(0), rows, cancelled);
    }

    /** Ranks the groups on their own, then sends all but the largest to one more group, computed from its rows. */
    private Axis largestAndOther(Axis all, int largest, Measure by, RowSet rows, BooleanSupplier cancelled) {
        Tally ranking = new Tally(table, List.of(by), all.count);
        ranking.add(rows, all, Axis.SINGLE, cancelled);
        List<Integer> present = new ArrayList<>();
        for (int id = 0; id < all.count; id++) {
            if (ranking.rows(id) > 0) {
                present.add(id);
            }
        }
        if (present.size() <= largest + 1) { // an Other of one group would hide its name for nothing
            return all;
        }
        present.sort(byValue(ranking, all, true));
        int[] slot = new int[all.count];
        java.util.Arrays.fill(slot, largest);
        for (int place = 0; place < largest; place++) {
            slot[present.get(place)] = place;
        }
        int[] idOfSlot = new int[largest];
        for (int place = 0; place < largest; place++) {
            idOfSlot[place] = present.get(place);
        }
        return new Axis(all.keys, new Axis.Slots(slot, idOfSlot), largest + 1, present.size() - largest);
    }

    private static Comparator<Integer> byValue(Tally tally, Axis axis, boolean largestFirst) {
        Comparator<BigDecimal> numbers = largestFirst ? Comparator.reverseOrder() : Comparator.naturalOrder();
        Comparator<@Nullable BigDecimal> blanksLast = Comparator.nullsLast(numbers);
        return Comparator.<Integer, @Nullable BigDecimal>comparing(id -> tally.value(0, id), blanksLast)
                .thenComparing(axis::key, GroupPass::byLabel);
    }

    private static int byLabel(GroupKey a, GroupKey b) {
        if (a.value() == null || b.value() == null) {
            return Boolean.compare(a.value() == null, b.value() == null);
        }
        return TextOrder.INSTANCE.compare(a.value(), b.value());
    }

    private Answer.Groups shaped(Question.Groups question, RowSet rows, Axis axis, Axis split, Tally tally) {
        List<Integer> along = shown(question, axis, split, tally, true);
        List<Integer> across = shown(question, split, axis, tally, false);
        List<Answer.MeasureValues> measures = new ArrayList<>();
        for (int m = 0; m < question.measures().size(); m++) {
            List<@Nullable BigDecimal> values = new ArrayList<>(along.size() * across.size());
            for (int a : along) {
                for (int s : across) {
                    int cell = a * split.count + s;
                    values.add(valueOrZero(question, axis, tally, m, cell));
                }
            }
            measures.add(new Answer.MeasureValues(typeOf(question.measures().get(m)), values));
        }
        return new Answer.Groups(
                rows.size(),
                axis.isTime(),
                along.stream().map(axis::key).toList(),
                across.stream().map(split::key).toList(),
                measures);
    }

    /** A period without rows is worth 0 for counts and sums; elsewhere a sum over no values stays blank. */
    private static @Nullable BigDecimal valueOrZero(Question.Groups question, Axis axis, Tally tally, int m, int cell) {
        BigDecimal value = tally.value(m, cell);
        boolean zero = value == null
                && axis.isTime()
                && tally.rows(cell) == 0
                && question.measures().get(m).aggregate().isZeroWhenEmpty();
        return zero ? BigDecimal.ZERO : value;
    }

    private @Nullable ColumnType typeOf(Measure measure) {
        return measure.column() == null ? null : table.column(measure.column()).type();
    }

    /** Ids with rows, in the order to show; periods without a gap; Other last. */
    private static List<Integer> shown(Question.Groups question, Axis axis, Axis other, Tally tally, boolean first) {
        if (axis == Axis.SINGLE) {
            return List.of(0);
        }
        long[] rows = new long[axis.count];
        for (int id = 0; id < axis.count; id++) {
            for (int o = 0; o < other.count; o++) {
                rows[id] += tally.rows(first ? id * other.count + o : o * axis.count + id);
            }
        }
        List<Integer> ids = new ArrayList<>();
        if (axis.isTime()) {
            addPeriods(axis, rows, ids);
            return ids;
        }
        for (int id = 0; id < axis.count; id++) {
            if (rows[id] > 0) {
                ids.add(id);
            }
        }
        if (first && other == Axis.SINGLE && question.order() != Question.Order.LABEL) {
            ids.sort(byValue(tally, axis, question.order() == Question.Order.LARGEST_FIRST));
        } else if (first && question.order() != Question.Order.LABEL || axis.slots != null) {
            ids.sort(Comparator.<Integer>comparingLong(id -> axis.slots != null ? id : -rows[id])
                    .thenComparing(axis::key, GroupPass::byLabel));
        } else {
            ids.sort(Comparator.comparing(axis::key, GroupPass::byLabel));
        }
        if (axis.isOther(axis.count - 1) && ids.remove(Integer.valueOf(axis.count - 1))) {
            ids.add(axis.count - 1);
        }
        return ids;
    }

    private static void addPeriods(Axis axis, long[] rows, List<Integer> ids) {
        int from = -1;
        int to = -1;
        int blank = axis.count;
        for (int id = 0; id < axis.count; id++) {
            if (axis.key(id).isBlank()) {
                blank = id;
            } else if (rows[id] > 0) {
                from = from < 0 ? id : from;
                to = id;
            }
        }
        for (int id = from; id >= 0 && id <= to; id++) {
            ids.add(id);
        }
        if (blank < axis.count && rows[blank] > 0) {
            ids.add(blank);
        }
    }

    /** Groups along one direction, all of them or only the largest and Other. */
    static final class Axis {
        static final Axis SINGLE = new Axis(null, null, 1, 0);

        final @Nullable GroupKeys keys; // null: everything is one group
        final @Nullable Slots slots; // null: ids are those of the keys
        final int count;
        private final int merged;

        record Slots(int[] ofId, int[] idOf) {}

        Axis(@Nullable GroupKeys keys, @Nullable Slots slots, int count, int merged) {
            this.keys = keys;
            this.slots = slots;
            this.count = count;
            this.merged = merged;
        }

        boolean isTime() {
            return keys != null && keys.isTime();
        }

        boolean isOther(int id) {
            return slots != null && id == count - 1;
        }

        GroupKey key(int id) {
            if (keys == null) {
                return NO_SPLIT;
            }
            if (slots == null) {
                return keys.key(id);
            }
            return isOther(id) ? GroupKey.other(merged) : keys.key(slots.idOf[id]);
        }
    }

    /** The accumulators of a pass: one for each measure, and the rows of each group. */
    static final class Tally {
        private final List<Accumulator> accumulators;
        private final long[] rows;

        Tally(Table table, List<Measure> measures, int groups) {
            this.accumulators = measures.stream()
                    .map(measure -> measure.start(table, groups))
                    .toList();
            this.rows = new long[groups];
        }

        long rows(int id) {
            return rows[id];
        }

        @Nullable
        BigDecimal value(int measure, int id) {
            return accumulators.get(measure).result(id);
        }

        void add(RowSet passed, Axis axis, Axis split, BooleanSupplier cancelled) {
            GroupIds ids = new GroupIds(axis, split);
            for (keensparrow.core.rows.RowBatches batch = passed.batches(); batch.next(); ) {
                MemoryEngine.stopIf(cancelled);
                ids.assign(batch.rows(), batch.size());
                int[] groupIds = ids.ids();
                for (int i = 0; i < ids.size(); i++) {
                    rows[groupIds[i]]++;
                }
                for (Accumulator accumulator : accumulators) {
                    accumulator.add(ids.rows(), groupIds, ids.size());
                }
            }
        }
    }
}
