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

/** Says how the numbers of a column are shown, wherever they stand; the numbers stay what they are. */
public record SetFormat(String column, ColumnFormat format) implements Step {
    static final StepKind KIND = new StepKind(
            "setFormat",
            SetFormat.class,
            "Say how numbers are shown",
            List.of(
                    Slot.column("column", "column", ColumnType.WHOLE, ColumnType.DECIMAL),
                    Slot.format("format", "format")));

    private static final Map<String, String> DURATIONS =
            Map.of("s", "seconds", "min", "minutes", "h", "hours", "d", "days");

    @Override
    public Table apply(Table before) {
        ColumnInfo info = before.schema().get(column);
        String quoted = UserException.quote(info.label());
        if (!info.type().isNumber()) {
            throw misfit(quoted + " holds " + info.type().label() + ": only numbers are shown this way. Change its type"
                    + " first.");
        }
        String fault = format.faultForNumbers();
        if (fault != null) {
            throw misfit(quoted + ": " + fault);
        }
        return before.withInfo(info.withFormat(format));
    }

    private static UserException misfit(String text) {
        return new UserException(ErrorCode.STEP_DOES_NOT_FIT, text);
    }

    @Override
    public Sentence sentence(Schema before) {
        String unit = format.unit() == null ? "" : format.unit();
        String as = switch (format.kind()) {
            case PERCENT -> "percentages";
            case MONEY -> "money in " + unit;
            case DURATION -> "durations, counted in " + DURATIONS.getOrDefault(unit, unit);
            default -> unit.isEmpty() ? "plain numbers" : "numbers of " + unit;
        };
        Integer decimals = format.decimals();
        String places = decimals == null ? "" : decimals == 1 ? ", with 1 decimal" : ", with " + decimals + " decimals";
        return Sentence.builder()
                .say("Show ")
                .stress(before.label(column))
                .say(" as ")
                .control(
                        "format", as + places + (Boolean.TRUE.equals(format.compact()) ? ", cut to a few figures" : ""))
                .say(".")
                .build();
    }
}
