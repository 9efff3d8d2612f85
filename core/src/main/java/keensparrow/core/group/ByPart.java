package keensparrow.core.group;

import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.filter.Filter;
import keensparrow.core.table.Table;

/** A group for each value of a part of a date, such as each weekday. */
public record ByPart(String column, DatePart part) implements Grouping {
    @Override
    public GroupKeys keys(Table table) {
        LongColumn times = ByTime.times(table, column);
        if (part == DatePart.HOUR_OF_DAY && times.type() != ColumnType.DATE_TIME) {
            throw Filter.mismatch(table, column, "dates with times");
        }
        long hour = 3_600_000_000L;
        GroupIds slots = part == DatePart.HOUR_OF_DAY
                ? ByTime.materialized(times, value -> (int) (Math.floorMod(value, 24 * hour) / hour), part.count())
                : ByTime.ofDays(times, day -> part.of(day) - part.first(), part.count());
        return new PlainKeys(
                slots,
                part.count(),
                times.blankCount() > 0,
                group -> GroupKey.of(String.valueOf(part.first() + group)),
                PlainKeys.Order.OWN,
                slots.ownBytes(times.type() == ColumnType.DATE_TIME));
    }
}
