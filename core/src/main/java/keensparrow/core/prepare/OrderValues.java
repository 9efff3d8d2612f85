package keensparrow.core.prepare;

import java.util.LinkedHashSet;
import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/**
 * Says how the categories of a column follow each other wherever they stand in their own order: in views, filters and
 * sorted tables.
 *
 * @param values written plainly, the first one first; those not named follow by their labels. None: all by their labels
 */
public record OrderValues(String column, List<String> values) implements Step {
    static final StepKind KIND = new StepKind(
            "orderValues",
            OrderValues.class,
            Words.say("prepare.orderValues"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.TEXT, ColumnType.TAGS),
                    Slot.values("values", Words.say("prepare.valuesInOrder"))));

    public OrderValues {
        values = List.copyOf(new LinkedHashSet<>(values));
    }

    @Override
    public Table apply(Table before) {
        return before.withInfo(before.schema().get(column).ordered(values));
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.orderValuesSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control(
                        "values", values.isEmpty() ? Words.say("prepare.byTheirLabels") : Wording.all(values)));
    }
}
