package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;

/** Gives a column another label; its name stays, so that nothing that uses it breaks. */
public record Relabel(String column, String label) implements Step {
    static final StepKind KIND = new StepKind(
            "relabel",
            Relabel.class,
            "Call a column",
            List.of(Slot.column("column", "column"), Slot.text("label", "label")));

    private static final int MAX_LENGTH = 120;

    @Override
    public Table apply(Table before) {
        String trimmed = label.strip();
        if (trimmed.isEmpty() || trimmed.length() > MAX_LENGTH) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT, "A label needs 1 to " + MAX_LENGTH + " characters. Type another one.");
        }
        return before.withInfo(before.schema().get(column).withLabel(trimmed));
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.builder()
                .say("Label ")
                .stress(before.label(column))
                .say(" as ")
                .control("label", label)
                .say(".")
                .build();
    }
}
