package keensparrow.core.prepare;

import java.util.List;
import java.util.Map;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/** Says how the numbers of a column are shown, wherever they stand; the numbers stay what they are. */
public record SetFormat(String column, ColumnFormat format) implements Step {
    static final StepKind KIND = new StepKind(
            "setFormat",
            SetFormat.class,
            Words.say("prepare.sayHowNumbersAreShown"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.WHOLE, ColumnType.DECIMAL),
                    Slot.format("format", Words.say("prepare.format"))));

    private static final Map<String, String> DURATIONS =
            Map.of("s", "seconds", "min", "minutes", "h", "hours", "d", "days");

    @Override
    public Table apply(Table before) {
        ColumnInfo info = before.schema().get(column);
        String quoted = UserException.quote(info.label());
        if (!info.type().isNumber()) {
            throw misfit(Text.of(
                    "prepare.holdsOnlyNumbersAreShown",
                    "quoted",
                    quoted,
                    "type",
                    info.type().label()));
        }
        String fault = format.faultForNumbers();
        if (fault != null) {
            throw misfit(Text.of("prepare.columnFault", "column", quoted, "fault", fault));
        }
        return before.withInfo(info.withFormat(format));
    }

    private static UserException misfit(Text text) {
        return new UserException(ErrorCode.STEP_DOES_NOT_FIT, text);
    }

    @Override
    public Sentence sentence(Schema before) {
        String unit = format.unit() == null ? "" : format.unit();
        String as = switch (format.kind()) {
            case PERCENT -> Words.say("prepare.percentages");
            case MONEY -> Words.say("prepare.moneyIn", "unit", unit);
            case DURATION -> Words.say("prepare.durationsCountedIn", "unit", DURATIONS.getOrDefault(unit, unit));
            default ->
                unit.isEmpty() ? Words.say("prepare.plainNumbers") : Words.say("prepare.numbersOf", "unit", unit);
        };
        Integer decimals = format.decimals();
        String places = decimals == null
                ? ""
                : decimals == 1
                        ? Words.say("prepare.with1Decimal")
                        : Words.say("prepare.withDecimals", "decimals", decimals);
        return Sentence.of(
                "prepare.formatSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control(
                        "format",
                        as
                                + places
                                + (Boolean.TRUE.equals(format.compact())
                                        ? Words.say("prepare.cutToAFewFigures")
                                        : "")));
    }
}
