package keensparrow.core.filter;

import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;

/** A condition on the rows of a table, as data: equal conditions are equal records. */
public sealed interface Filter
        permits OneOf, HasAll, Between, DateRange, RelativePeriod, Containing, TextSearch, RangePair, ExpressionFilter {
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
     * Made ready for a table. Cost O(distinct values).
     *
     * @throws UserException COLUMN_NOT_FOUND when the column is gone, TYPE_MISMATCH when it is of another kind
     */
    RowTest test(Table table);

    /** The rows for which it holds. Cost O(rows); @throws UserException as {@link #test} does. */
    default RowSet select(Table table) {
        return test(table).select(table.rowCount());
    }

    /** Fails as {@link #test} would, without looking at the rows. */
    void fit(Table table);

    /** The failure of a filter on a column whose type it does not know. */
    static UserException mismatch(Table table, String column, String wanted) {
        return new UserException(
                ErrorCode.TYPE_MISMATCH,
                "The filter on " + UserException.quote(table.schema().label(column)) + " needs " + wanted
                        + ", but the column holds "
                        + table.column(column).type().label() + ". Remove the filter and add it again.");
    }
}
