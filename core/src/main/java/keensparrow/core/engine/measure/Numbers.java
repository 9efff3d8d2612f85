package keensparrow.core.engine.measure;

import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;

/** What accumulators ask of a number column of either kind. */
final class Numbers {
    private Numbers() {}

    /** No value of the column, as it is kept, is further from 0. */
    static double largest(Column column) {
        if (column instanceof LongColumn longs) {
            return longs.isAllBlank() ? 0 : Math.max(Math.abs((double) longs.min()), Math.abs((double) longs.max()));
        }
        return ((DoubleColumn) column).maxMagnitude();
    }

    /** No number, as it is meant, is further from 0. */
    static double reach(Column column) {
        return column instanceof LongColumn longs ? largest(column) / longs.unit() : largest(column);
    }

    /** The number in a row that is not blank. */
    static double number(Column column, int row) {
        return column instanceof LongColumn longs
                ? longs.value(row) / (double) longs.unit()
                : ((DoubleColumn) column).value(row);
    }
}
