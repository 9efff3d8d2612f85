package keensparrow.core.infer;

import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;

/** Refuses a new version in which a column holds other things than before. */
final class Fit {
    private final List<ColumnPlan> earlier;
    private final List<ColumnPlan> plan;
    private final long[] misfitsOf;
    private final long rows;

    Fit(List<ColumnPlan> earlier, List<ColumnPlan> plan, long[] misfitsOf, long rows) {
        this.earlier = earlier;
        this.plan = plan;
        this.misfitsOf = misfitsOf;
        this.rows = rows;
    }

    void check(List<LoadReport.Misfit> misfits) {
        for (int i = 0; i < plan.size() && !earlier.isEmpty(); i++) {
            ColumnPlan column = plan.get(i);
            boolean known = earlier.stream().anyMatch(before -> before.name().equals(column.name()));
            if (known && misfitsOf[i] > rows * ColumnGuess.MISFITS_BORNE) {
                throw refusal(column, misfitsOf[i], misfits);
            }
        }
    }

    private UserException refusal(ColumnPlan column, long count, List<LoadReport.Misfit> misfits) {
        String example = misfits.stream()
                .filter(misfit -> misfit.column().equals(column.heading()))
                .findFirst()
                .map(misfit -> ", such as " + UserException.quote(misfit.value()) + " in line " + misfit.line()
                        + " of “" + misfit.file() + "”")
                .orElse("");
        return new UserException(
                ErrorCode.VERSION_DOES_NOT_FIT,
                "The column “" + column.heading() + "” held " + column.type().label() + " before, but " + count + " of "
                        + rows + " values do not read so now" + example
                        + ". The last version stays. Correct the file, or change the column's type in a step.");
    }
}
