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

/** Gives a column another label; its name stays, so that nothing that uses it breaks. */
public record Relabel(String column, String label) implements Step {
    static final StepKind KIND = new StepKind(
            "relabel",
            Relabel.class,
            Words.say("prepare.callAColumn"),
            List.of(
                    Slot.column("column", Words.say("prepare.column")),
                    Slot.text("label", Words.say("prepare.label"))));

    private static final int MAX_LENGTH = 120;

    @Override
    public Table apply(Table before) {
        String trimmed = label.strip();
        if (trimmed.isEmpty() || trimmed.length() > MAX_LENGTH) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.aLabelNeeds1To", "maxLength", MAX_LENGTH));
        }
        return before.withInfo(before.schema().get(column).withLabel(trimmed));
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.relabelSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control("label", label));
    }
}
