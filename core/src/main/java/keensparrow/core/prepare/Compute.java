package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.expression.Expressions;
import keensparrow.core.meaning.Meanings;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;

/**
 * Adds a column of numbers computed from others.
 *
 * @param name of the new column
 * @param expression arithmetic in SQL's syntax over column names
 */
public record Compute(String name, String label, String expression) implements Step {
    static final StepKind KIND = new StepKind(
            "compute",
            Compute.class,
            "Compute a column",
            List.of(Slot.text("label", "name"), Slot.expression("expression", "expression")));

    @Override
    public Table apply(Table before) {
        if (name.isBlank() || label.isBlank()) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, "The new column needs a name. Type one.");
        }
        if (before.schema().has(name)) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    "There is already a column " + UserException.quote(name) + ". Type another name.");
        }
        Column computed = Expressions.compute(expression, before);
        ColumnInfo info = new ColumnInfo(name, label.strip(), computed.type(), Role.MEASURE);
        return before.with(info.withAdditivity(additivity()), computed);
    }

    private Additivity additivity() {
        return expression.indexOf('/') >= 0
                ? new Additivity(Additivity.Kind.AVERAGE, "it is one number over another")
                : Meanings.byHeading(label, null);
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.builder()
                .say("Compute ")
                .stress(label)
                .say(" as ")
                .control("expression", expression)
                .say(".")
                .build();
    }
}
