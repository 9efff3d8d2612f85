package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/** A step that is kept in its place and does nothing until it is switched on again. */
public record SwitchedOff(Step step) implements Step {
    static final StepKind KIND =
            new StepKind("switchedOff", SwitchedOff.class, Words.say("prepare.switchedOff"), List.of());

    public SwitchedOff {
        if (step instanceof SwitchedOff) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("prepare.aStepIsOffOnce"));
        }
    }

    @Override
    public Table apply(Table before) {
        return before;
    }

    @Override
    public String effect(Table before, Table after) {
        return Words.say("prepare.switchedOff");
    }

    @Override
    public Sentence sentence(Schema before) {
        return step.sentence(before);
    }
}
