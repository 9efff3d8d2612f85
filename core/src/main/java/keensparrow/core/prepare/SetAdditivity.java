package keensparrow.core.prepare;

import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;

/** Says how the numbers of a column are put together over rows. */
public record SetAdditivity(String column, Additivity.Kind additivity) implements Step {
    static final StepKind KIND = new StepKind(
            "setAdditivity",
            SetAdditivity.class,
            "Say how numbers add up",
            List.of(
                    Slot.column("column", "column", ColumnType.WHOLE, ColumnType.DECIMAL),
                    Slot.option(
                            "additivity",
                            "how they add up",
                            Stream.of(Additivity.Kind.values())
                                    .map(kind -> new Slot.Option(kind.name(), kind.label()))
                                    .toList())));

    @Override
    public Table apply(Table before) {
        ColumnInfo info = before.schema().get(column);
        if (!info.type().isNumber()) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    UserException.quote(info.label()) + " holds " + info.type().label()
                            + ": only numbers are added up or averaged. Change its type first.");
        }
        return before.withInfo(info.withAdditivity(new Additivity(additivity, "a step says so")));
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.builder()
                .say("Have ")
                .stress(before.label(column))
                .say(" ")
                .control("additivity", additivity.label())
                .say(".")
                .build();
    }
}
