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
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/** Says how the numbers of a column are put together over rows. */
public record SetAdditivity(String column, Additivity.Kind additivity) implements Step {
    static final StepKind KIND = new StepKind(
            "setAdditivity",
            SetAdditivity.class,
            Words.say("prepare.sayHowNumbersAddUp"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.WHOLE, ColumnType.DECIMAL),
                    Slot.option(
                            "additivity",
                            Words.say("prepare.howTheyAddUp"),
                            Stream.of(Additivity.Kind.values())
                                    .map(kind -> new Slot.Option(kind.name(), kind.label()))
                                    .toList())));

    @Override
    public Table apply(Table before) {
        ColumnInfo info = before.schema().get(column);
        if (!info.type().isNumber()) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of(
                            "prepare.holdsOnlyNumbersAreAdded",
                            "info",
                            UserException.quote(info.label()),
                            "type",
                            info.type().label()));
        }
        return before.withInfo(info.withAdditivity(new Additivity(additivity, Words.say("prepare.aStepSaysSo"))));
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.additivitySentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control("additivity", additivity.label()));
    }
}
