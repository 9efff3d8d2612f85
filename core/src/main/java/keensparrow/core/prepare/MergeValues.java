package keensparrow.core.prepare;

import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import keensparrow.core.column.ColumnType;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/**
 * Reads several values of a column as one, such as spellings of the same.
 *
 * @param values written plainly; one that no row has is passed over
 */
public record MergeValues(String column, List<String> values, String into) implements Step {
    static final StepKind KIND = new StepKind(
            "mergeValues",
            MergeValues.class,
            Words.say("prepare.mergeValues"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.TEXT),
                    Slot.values("values", Words.say("prepare.values")),
                    Slot.text("into", Words.say("prepare.readAs"))));

    public MergeValues {
        values = List.copyOf(new LinkedHashSet<>(values));
    }

    @Override
    public Table apply(Table before) {
        Set<String> merged = new HashSet<>(values);
        String one = into.isBlank() ? null : into.strip();
        return before.with(
                before.schema().get(column),
                TextCells.of(before, column).mapped(text -> merged.contains(text) ? one : text));
    }

    @Override
    public String effect(Table before, Table after) {
        return Step.changed(before, after, column);
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.mergeValuesSentence",
                Sentence.control(
                        "values",
                        Wording.all(
                                values.stream().map(value -> "“" + value + "”").toList())),
                Sentence.control("column", before.label(column)),
                Sentence.control("into", into.isBlank() ? Words.say("prepare.blank") : "“" + into + "”"));
    }
}
