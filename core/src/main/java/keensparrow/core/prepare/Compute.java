package keensparrow.core.prepare;

import java.util.List;
import java.util.Objects;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.expression.Expressions;
import keensparrow.core.infer.guess.Headings;
import keensparrow.core.meaning.Meanings;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Adds a column computed from others.
 *
 * @param name of the new column; made from its label when null
 * @param expression in SQL's syntax over column names
 */
public record Compute(@Nullable String name, String label, String expression) implements Step {
    public Compute {
        name = name == null || name.isBlank() ? Headings.name(Objects.requireNonNullElse(label, "")) : name;
    }

    static final StepKind KIND = new StepKind(
            "compute",
            Compute.class,
            Words.say("prepare.computeAColumn"),
            List.of(
                    Slot.text("label", Words.say("prepare.name")),
                    Slot.expression("expression", Words.say("prepare.expression"))));

    /** Name of the new column. */
    private String column() {
        return name == null ? "" : name;
    }

    @Override
    public Table apply(Table before) {
        if (column().isBlank() || label.isBlank()) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.theNewColumnNeedsA"));
        }
        if (before.schema().has(column())) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of("prepare.thereIsAlreadyAColumn", "name", UserException.quote(column())));
        }
        Column computed = Expressions.compute(expression, before);
        ColumnType type = computed.type();
        Role role = type.isNumber() ? Role.MEASURE : type.isTime() ? Role.TIME : Role.CATEGORY;
        boolean sensitive = Expressions.columns(expression).stream()
                .flatMap(of -> before.schema().find(of).stream())
                .anyMatch(ColumnInfo::isSensitive);
        ColumnInfo info = new ColumnInfo(column(), label.strip(), type, role).withSensitive(sensitive);
        return before.with(type.isNumber() ? info.withAdditivity(additivity()) : info, computed);
    }

    private Additivity additivity() {
        return expression.indexOf('/') >= 0
                ? new Additivity(Additivity.Kind.AVERAGE, Words.say("prepare.itIsOneNumberOver"))
                : Meanings.byHeading(label, null);
    }

    @Override
    public String effect(Table before, Table after) {
        return Step.blanks(after, column());
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.computeSentence", Sentence.stress("label", label), Sentence.control("expression", expression));
    }
}
