package keensparrow.core.prepare;

import java.util.Arrays;
import java.util.List;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/**
 * Of rows that are alike in some columns keeps one.
 *
 * @param columns none for all: rows that are alike in every cell
 */
public record DropRepeated(List<String> columns, Kept kept) implements Step {
    /** Which of the rows that are alike stays. */
    public enum Kept {
        FIRST("prepare.dropRepeated.first"),
        LAST("prepare.dropRepeated.last");

        private final String key;

        Kept(String key) {
            this.key = key;
        }

        String label() {
            return Words.say(key);
        }
    }

    static final StepKind KIND = new StepKind(
            "dropRepeated",
            DropRepeated.class,
            Words.say("prepare.dropRepeated"),
            List.of(
                    Slot.columns("columns", Words.say("prepare.alikeIn")),
                    Slot.option("kept", Words.say("prepare.whichStays"), Kept.values(), Kept::label)));

    public DropRepeated {
        columns = List.copyOf(columns);
    }

    /** Rows that it would drop. */
    public int dropped(Table before) {
        return before.rowCount() - groups(before).count();
    }

    private RowGroups groups(Table before) {
        List<String> names = columns.isEmpty()
                ? before.schema().columns().stream().map(ColumnInfo::name).toList()
                : TextCells.columns(columns, before.schema());
        return RowGroups.of(before, names);
    }

    @Override
    public Table apply(Table before) {
        RowGroups groups = groups(before);
        if (groups.count() == before.rowCount()) {
            return before;
        }
        int[] rows = groups.first();
        if (kept == Kept.LAST) {
            int[] last = new int[rows.length];
            for (int row = 0; row < before.rowCount(); row++) {
                last[groups.of()[row]] = row;
            }
            Arrays.sort(last);
            rows = last;
        }
        return before.pick(rows, rows.length);
    }

    @Override
    public Sentence sentence(Schema before) {
        return columns.isEmpty()
                ? Sentence.of("prepare.dropRepeatedRows", Sentence.control("kept", kept.label()))
                : Sentence.of(
                        "prepare.dropRepeatedSentence",
                        Sentence.control(
                                "columns",
                                Wording.all(columns.stream().map(before::label).toList())),
                        Sentence.control("kept", kept.label()));
    }
}
