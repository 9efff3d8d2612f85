package keensparrow.core.prepare;

import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.meaning.Roles;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;

/** Says what a column is for. */
public record SetRole(String column, Role role) implements Step {
    static final StepKind KIND = new StepKind(
            "setRole",
            SetRole.class,
            "Use a column as",
            List.of(
                    Slot.column("column", "column"),
                    Slot.option(
                            "role",
                            "role",
                            Stream.of(Role.values())
                                    .map(role -> new Slot.Option(role.name(), role.label()))
                                    .toList())));

    @Override
    public Table apply(Table before) {
        ColumnInfo info = before.schema().get(column);
        if (!Roles.possible(info.type()).contains(role)) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    UserException.quote(info.label()) + " holds " + info.type().label() + " and cannot be used as "
                            + role.label() + ". Change its type first.");
        }
        return before.withInfo(info.withRole(role));
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.builder()
                .say("Use ")
                .stress(before.label(column))
                .say(" as ")
                .control("role", role.label())
                .say(".")
                .build();
    }
}
