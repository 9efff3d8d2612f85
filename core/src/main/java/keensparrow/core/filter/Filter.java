package keensparrow.core.filter;

import java.util.List;
import java.util.function.UnaryOperator;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Text;

/** A condition on rows, as data: equal conditions are equal records. What evaluates it, an engine, visits it. */
public sealed interface Filter
        permits OneOf,
                HasAll,
                Between,
                DateRange,
                RelativePeriod,
                PartOfDate,
                Containing,
                TextSearch,
                Both,
                ExpressionFilter {
    /** Name of the column it looks at, of several the first. */
    String column();

    /** All columns it looks at. */
    default List<String> columns() {
        return List.of(column());
    }

    /** Texts and values that it compares with, as given; the work of making it ready grows with them. */
    default List<String> texts() {
        return List.of();
    }

    /**
     * Fails where it does not suit the columns there are.
     *
     * @throws UserException COLUMN_NOT_FOUND when the column is gone, TYPE_MISMATCH when it is of another kind
     */
    void fit(Schema schema);

    /** The same condition on other columns, each in place of the one that it is given. */
    Filter over(UnaryOperator<String> columns);

    <R> R accept(FilterVisitor<R> visitor);

    /** The failure of a filter on a column whose type it does not know. */
    static UserException mismatch(Schema schema, String column, String wanted) {
        return new UserException(
                ErrorCode.TYPE_MISMATCH,
                Text.of(
                        "filter.theFilterOnNeedsBut",
                        "column",
                        UserException.quote(schema.label(column)),
                        "wanted",
                        wanted,
                        "type",
                        schema.get(column).type().label()));
    }
}
