package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/** Gives each blank row of a column the value of the nearest row above that has one; blanks at the top stay. */
public record FillDown(String column) implements Step {
    static final StepKind KIND = new StepKind(
            "fillDown",
            FillDown.class,
            Words.say("prepare.fillBlanksWithWhatStands"),
            List.of(Slot.column("column", Words.say("prepare.column"))));

    @Override
    public Table apply(Table before) {
        Column values = before.column(column);
        int[] from = new int[before.rowCount()];
        int last = 0;
        for (int row = 0; row < from.length; row++) {
            last = values.isBlank(row) ? last : row;
            from[row] = last;
        }
        return before.with(before.schema().get(column), values.pick(from, from.length));
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of("prepare.fillDownSentence", Sentence.control("column", before.label(column)));
    }
}
