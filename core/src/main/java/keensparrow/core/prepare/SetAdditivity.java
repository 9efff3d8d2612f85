package keensparrow.core.prepare;

import java.util.List;
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
import org.jspecify.annotations.Nullable;

/**
 * Says how the numbers of a column are put together over rows.
 *
 * @param weight the column by which averages of it are weighted; null for none
 */
public record SetAdditivity(
        String column, Additivity.Kind additivity, @Nullable String weight) implements Step {
    public SetAdditivity(String column, Additivity.Kind additivity) {
        this(column, additivity, null);
    }

    static final StepKind KIND = new StepKind(
            "setAdditivity",
            SetAdditivity.class,
            Words.say("prepare.sayHowNumbersAddUp"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.WHOLE, ColumnType.DECIMAL),
                    Slot.option(
                            "additivity",
                            Words.say("prepare.howTheyAddUp"),
                            Additivity.Kind.values(),
                            Additivity.Kind::label),
                    Slot.columnOrNone(
                            "weight", Words.say("prepare.weightedBy"), ColumnType.WHOLE, ColumnType.DECIMAL)));

    @Override
    public Table apply(Table before) {
        ColumnInfo info = before.schema().get(column);
        if (!info.type().isNumber()) {
            throw misfit(Text.of(
                    "prepare.holdsOnlyNumbersAreAdded",
                    "info",
                    UserException.quote(info.label()),
                    "type",
                    info.type().label()));
        }
        if (weight != null) {
            if (additivity != Additivity.Kind.AVERAGE) {
                throw misfit(Text.of("prepare.onlyAveragesHaveWeights"));
            }
            if (weight.equals(column) || !before.schema().get(weight).type().isNumber()) {
                throw misfit(Text.of(
                        "prepare.weightsAreNumbers",
                        "weight",
                        UserException.quote(before.schema().label(weight))));
            }
        }
        return before.withInfo(
                info.withAdditivity(new Additivity(additivity, Words.say("prepare.aStepSaysSo"), weight)));
    }

    private static UserException misfit(Text text) {
        return new UserException(ErrorCode.STEP_DOES_NOT_FIT, text);
    }

    @Override
    public Sentence sentence(Schema before) {
        if (weight != null) {
            return Sentence.of(
                    "prepare.additivityWeightedSentence",
                    Sentence.stress("column", before.label(column)),
                    Sentence.control("additivity", additivity.label()),
                    Sentence.control("weight", before.label(weight)));
        }
        return Sentence.of(
                "prepare.additivitySentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control("additivity", additivity.label()));
    }
}
