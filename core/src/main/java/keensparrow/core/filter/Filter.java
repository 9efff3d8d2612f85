package keensparrow.core.filter;

import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;

/** A condition on the rows of a table, as data: equal conditions are equal records. */
public sealed interface Filter permits OneOf, Between, During, Containing {
    /** Name of the column it looks at. */
    String column();

    /**
     * The rows for which it holds. Cost O(rows).
     *
     * @throws UserException COLUMN_NOT_FOUND when the column is gone, TYPE_MISMATCH when it is of another kind
     */
    RowSet select(Table table);

    /** Fails as {@link #select} would, without looking at the rows. */
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
