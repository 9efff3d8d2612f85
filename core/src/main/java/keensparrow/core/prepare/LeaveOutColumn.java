package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/** Leaves a column out of the dataset. */
public record LeaveOutColumn(String column) implements Step {
    static final StepKind KIND = new StepKind(
            "leaveOutColumn",
            LeaveOutColumn.class,
            Words.say("prepare.leaveOutAColumn"),
            List.of(Slot.column("column", Words.say("prepare.column"))));

    @Override
    public Table apply(Table before) {
        before.schema().get(column);
        if (before.columns().size() == 1) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.theLastColumnCannotBe"));
        }
        return before.without(column);
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of("prepare.leaveOutColumnSentence", Sentence.control("column", before.label(column)));
    }
}
