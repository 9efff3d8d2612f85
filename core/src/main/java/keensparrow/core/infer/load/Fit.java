package keensparrow.core.infer.load;

import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.ColumnGuess;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/** Refuses a new version in which a column holds other things than before. */
final class Fit {
    private final List<ColumnPlan> earlier;
    private final List<ColumnPlan> plan;
    private final long[] errorsOf;
    private final long rows;

    Fit(List<ColumnPlan> earlier, List<ColumnPlan> plan, long[] errorsOf, long rows) {
        this.earlier = earlier;
        this.plan = plan;
        this.errorsOf = errorsOf;
        this.rows = rows;
    }

    void check(List<LoadReport.ConversionError> conversionErrors) {
        for (int i = 0; i < plan.size() && !earlier.isEmpty(); i++) {
            ColumnPlan column = plan.get(i);
            boolean known = earlier.stream().anyMatch(before -> before.name().equals(column.name()));
            if (known && errorsOf[i] > rows * ColumnGuess.ERRORS_TOLERATED) {
                throw refusal(column, errorsOf[i], conversionErrors);
            }
        }
    }

    private UserException refusal(ColumnPlan column, long count, List<LoadReport.ConversionError> conversionErrors) {
        String example = conversionErrors.stream()
                .filter(conversionError -> conversionError.column().equals(column.heading()))
                .findFirst()
                .map(conversionError -> Words.say(
                        "load.suchAsInLineOf",
                        "conversionError",
                        UserException.quote(conversionError.value()),
                        "line",
                        conversionError.line(),
                        "file",
                        conversionError.file()))
                .orElse("");
        return new UserException(
                ErrorCode.VERSION_DOES_NOT_FIT,
                Text.of(
                        "load.theColumnHeldBeforeBut",
                        "heading",
                        column.heading(),
                        "type",
                        column.type().label(),
                        "count",
                        count,
                        "rows",
                        rows,
                        "example",
                        example));
    }
}
