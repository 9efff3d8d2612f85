package keensparrow.core.group;

import java.time.LocalDate;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.table.Table;

/** A group for each calendar period from the first date to the last, empty ones too. */
public record ByTime(String column, TimeStep step) implements Grouping {
    /** More periods than this are refused: no chart or table can show them. */
    public static final int MOST_PERIODS = 100_000;

    private static final long MICROS_A_DAY = 86_400_000_000L;

    @Override
    public GroupKeys keys(Table table) {
        Column any = table.column(column);
        if (!(any instanceof LongColumn longs) || !any.type().isTime()) {
            throw Filter.mismatch(table, column, "dates");
        }
        if (longs.isAllBlank()) {
            return new Keys(longs, step, 0, 0, new int[0], 0, 0);
        }
        long unit = unit(longs);
        long firstDay = Math.floorDiv(longs.smallest(), unit);
        long lastDay = Math.floorDiv(longs.largest(), unit);
        long first = step.periodOf(firstDay);
        long periods = step.periodOf(lastDay) - first + 1;
        if (periods > MOST_PERIODS || lastDay - firstDay > 4_000_000) {
            throw new UserException(
                    ErrorCode.TOO_MANY_GROUPS,
                    UserException.quote(table.schema().label(column)) + " by " + step.label() + " gives " + periods
                            + " groups, from " + LocalDate.ofEpochDay(firstDay) + " to "
                            + LocalDate.ofEpochDay(lastDay) + ". Pick a longer period, or correct the far-off dates.");
        }
        return new Keys(longs, step, first, (int) periods, periodOfDay(longs, step), firstDay, lastDay);
    }

    /** How many periods a column with a value reaches over. */
    public static long periods(LongColumn column, TimeStep step) {
        long unit = unit(column);
        return step.periodOf(Math.floorDiv(column.largest(), unit))
                - step.periodOf(Math.floorDiv(column.smallest(), unit))
                + 1;
    }

    /** For each day from the earliest to the latest, the number of its period counted from the first. */
    public static int[] periodOfDay(LongColumn column, TimeStep step) {
        long unit = unit(column);
        long firstDay = Math.floorDiv(column.smallest(), unit);
        long first = step.periodOf(firstDay);
        int[] periods = new int[(int) (Math.floorDiv(column.largest(), unit) - firstDay + 1)];
        for (int i = 0; i < periods.length; i++) {
            periods[i] = (int) (step.periodOf(firstDay + i) - first);
        }
        return periods;
    }

    /** Values of the column to a day: 1 for dates, microseconds for dates and times. */
    public static long unit(LongColumn column) {
        return column.type() == ColumnType.DATE ? 1 : MICROS_A_DAY;
    }

    private record Keys(
            LongColumn column, TimeStep step, long first, int periods, int[] idOfDay, long firstDay, long lastDay)
            implements GroupKeys {
        @Override
        public int count() {
            return periods + (column.blankCount() > 0 ? 1 : 0);
        }

        @Override
        public GroupKey key(int id) {
            if (id >= periods) {
                return GroupKey.BLANK;
            }
            LocalDate end = step.end(first + id);
            boolean partial = id == periods - 1 && end.toEpochDay() > lastDay && !isCoarse();
            return new GroupKey(step.start(first + id).toString(), 0, end, partial);
        }

        /** Dates that all stand for months are written as firsts of a month: such a month is whole, not one day old. */
        private boolean isCoarse() {
            return LocalDate.ofEpochDay(firstDay).getDayOfMonth() == 1
                    && LocalDate.ofEpochDay(lastDay).getDayOfMonth() == 1;
        }

        @Override
        public boolean isTime() {
            return true;
        }

        @Override
        public void assign(int[] rows, int count, GroupBatch into) {
            into.single(rows, count);
            int[] ids = into.ids();
            long unit = unit(column);
            for (int i = 0; i < count; i++) {
                int row = rows[i];
                ids[i] = column.isBlank(row)
                        ? periods
                        : idOfDay[(int) (Math.floorDiv(column.value(row), unit) - firstDay)];
            }
        }
    }
}
