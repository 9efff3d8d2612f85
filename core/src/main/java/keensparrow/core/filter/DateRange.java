package keensparrow.core.filter;

import java.time.LocalDate;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/**
 * The date lies on a day from {@code from} to {@code to}, both included; dates and times count by their day.
 *
 * @param from first day, null for none
 * @param to last day, null for none
 * @param blanks whether blank rows are kept
 */
public record DateRange(
        String column, @Nullable LocalDate from, @Nullable LocalDate to, boolean blanks) implements Filter {
    private static final long MICROS_A_DAY = 86_400_000_000L;

    @Override
    public void fit(Table table) {
        if (!table.column(column).type().isTime()) {
            throw Filter.mismatch(table, column, "dates");
        }
    }

    @Override
    public RowTest test(Table table) {
        Column any = table.column(column);
        if (!(any instanceof LongColumn longs) || !any.type().isTime()) {
            throw Filter.mismatch(table, column, "dates");
        }
        long unit = any.type() == ColumnType.DATE ? 1 : MICROS_A_DAY;
        long low = from == null ? Long.MIN_VALUE : Math.multiplyExact(clamped(from), unit);
        long high = to == null ? Long.MAX_VALUE : Math.multiplyExact(clamped(to) + 1, unit) - 1;
        return RowTests.inside(longs, low, high, blanks);
    }

    /** Years no calendar in use reaches would overflow as microseconds. */
    private static long clamped(LocalDate day) {
        long limit = 100_000_000L;
        return Math.max(-limit, Math.min(limit, day.toEpochDay()));
    }
}
