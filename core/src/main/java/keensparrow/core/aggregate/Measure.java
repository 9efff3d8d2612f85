package keensparrow.core.aggregate;

import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/**
 * An aggregate of a column.
 *
 * @param column name of the column; null for {@link Aggregate#ROWS} alone
 */
public record Measure(Aggregate aggregate, @Nullable String column) {
    public static final Measure ROWS = new Measure(Aggregate.ROWS, null);

    /**
     * An empty accumulator for {@code groups} groups.
     *
     * @throws UserException COLUMN_NOT_FOUND, or TYPE_MISMATCH when the aggregate cannot be made of that type
     */
    public Accumulator start(Table table, int groups) {
        if (aggregate == Aggregate.ROWS) {
            return new CountAccumulator(null, groups);
        }
        Column any = table.column(required());
        if (!aggregate.fits(any.type())) {
            throw new UserException(
                    ErrorCode.TYPE_MISMATCH,
                    "The " + aggregate.label() + " of "
                            + UserException.quote(table.schema().label(required()))
                            + " cannot be made: the column holds " + any.type().label() + ".");
        }
        return switch (aggregate) {
            case FILLED -> new CountAccumulator(any, groups);
            case DISTINCT -> new DistinctAccumulator(any, groups);
            case SHARE -> new ShareAccumulator((YesNoColumn) any, groups);
            case SMALLEST -> new ExtremeAccumulator(any, groups, false);
            case LARGEST -> new ExtremeAccumulator(any, groups, true);
            default ->
                any instanceof LongColumn longs
                        ? new LongSum(longs, groups, aggregate == Aggregate.AVERAGE)
                        : new DoubleSum((DoubleColumn) any, groups, aggregate == Aggregate.AVERAGE);
        };
    }

    private String required() {
        if (column == null) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, "The " + aggregate.label() + " needs a column. Pick one.");
        }
        return column;
    }
}
