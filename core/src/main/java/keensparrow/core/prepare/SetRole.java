package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.meaning.Roles;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/** Says what a column is for. */
public record SetRole(String column, Role role) implements Step {
    static final StepKind KIND = new StepKind(
            "setRole",
            SetRole.class,
            Words.say("prepare.useAColumnAs"),
            List.of(
                    Slot.column("column", Words.say("prepare.column")),
                    Slot.option("role", Words.say("prepare.role"), Role.values(), Role::label)));

    @Override
    public Table apply(Table before) {
        ColumnInfo info = before.schema().get(column);
        if (!Roles.possible(info.type()).contains(role)) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of(
                            "prepare.holdsAndCannotBeUsed",
                            "info",
                            UserException.quote(info.label()),
                            "type",
                            info.type().label(),
                            "role",
                            role.label()));
        }
        return before.withInfo(info.withRole(role));
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.roleSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control("role", role.label()));
    }
}
