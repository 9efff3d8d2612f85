package keensparrow.core.prepare;

import java.util.List;
import java.util.function.IntToLongFunction;
import java.util.stream.IntStream;
import keensparrow.core.engine.rows.StableSort;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/** Puts rows in the order of a column; rows that are alike in it keep their order, blanks are last. */
public record SortRows(String column, Direction direction) implements Step {
    /** Which comes first. */
    public enum Direction {
        SMALLEST_FIRST("prepare.sortRows.smallest"),
        LARGEST_FIRST("prepare.sortRows.largest");

        private final String key;

        Direction(String key) {
            this.key = key;
        }

        String label() {
            return Words.say(key);
        }
    }

    static final StepKind KIND = new StepKind(
            "sortRows",
            SortRows.class,
            Words.say("prepare.sortRows"),
            List.of(
                    Slot.column("column", Words.say("prepare.column")),
                    Slot.option("direction", Words.say("prepare.direction"), Direction.values(), Direction::label)));

    @Override
    public Table apply(Table before) {
        int[] order = order(before, column, direction == Direction.LARGEST_FIRST);
        return before.pick(order, order.length);
    }

    /** Row numbers in the order of a column, blanks last. */
    static int[] order(Table table, String column, boolean descending) {
        IntToLongFunction key = RowGroups.key(table.column(column));
        long[] keys = new long[table.rowCount()];
        for (int row = 0; row < keys.length; row++) {
            long one = key.applyAsLong(row);
            keys[row] = descending && one != Long.MAX_VALUE ? -one : one;
        }
        int[] order = IntStream.range(0, keys.length).toArray();
        StableSort.byKeys(order, keys, () -> false);
        return order;
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.sortRowsSentence",
                Sentence.control("column", before.label(column)),
                Sentence.control("direction", direction.label()));
    }
}
