package keensparrow.core.engine.group;

import java.time.LocalDate;
import java.util.function.LongToIntFunction;
import java.util.function.LongUnaryOperator;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.LongList;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.group.ByPart;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.DatePart;
import keensparrow.core.group.GroupKey;
import keensparrow.core.group.TimeStep;
import keensparrow.core.meaning.MainTime;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** A group for each calendar period from the first date to the last, empty ones too, or for each value of a part of a date. */
public final class TimeKeys {
    private static final long MICROS_A_DAY = 86_400_000_000L;
    private static final long MICROS_AN_HOUR = 3_600_000_000L;
    private static final int MAX_DAYS = 4_000_000;

    private final TimeStep step;
    private final LongColumn times;
    private final long lastDay; // that the data tell of

    private TimeKeys(TimeStep step, LongColumn times, TimeStep grain, boolean isOfPast) {
        this.step = step;
        this.times = times;
        long newest = times.isAllBlank() ? 0 : Math.floorDiv(times.max(), unit(times));
        long last = grain == TimeStep.DAY
                ? newest
                : grain.end(grain.periodOf(newest)).toEpochDay();
        // births and openings are known to today, whenever the last one was
        this.lastDay = isOfPast ? Math.max(last, LocalDate.now().toEpochDay() - 1) : last;
    }

    /** What a date of the column stands for: where all are firsts of a month, it is the whole month, quarter or year. */
    private static TimeStep grain(LongColumn times, @Nullable ColumnFormat format) {
        TimeStep said = format == null
                ? null
                : switch (format.kind()) {
                    case YEAR -> TimeStep.YEAR;
                    case QUARTER -> TimeStep.QUARTER;
                    case MONTH -> TimeStep.MONTH;
                    case WEEK -> TimeStep.WEEK;
                    default -> null;
                };
        if (said != null || times.isAllBlank() || !isFirstOfMonth(times.max(), times)) {
            return said == null ? TimeStep.DAY : said;
        }
        TimeStep grain = TimeStep.YEAR;
        long before = Long.MIN_VALUE;
        for (int row = 0; row < times.rowCount(); row++) {
            long value = times.value(row);
            if (value == before || times.isBlank(row)) {
                continue; // as the row before
            }
            before = value;
            LocalDate day = LocalDate.ofEpochDay(Math.floorDiv(value, unit(times)));
            if (day.getDayOfMonth() != 1) {
                return TimeStep.DAY;
            }
            if (day.getMonthValue() % 3 != 1) {
                grain = TimeStep.MONTH;
            } else if (day.getMonthValue() != 1 && grain == TimeStep.YEAR) {
                grain = TimeStep.QUARTER;
            }
        }
        return grain;
    }

    static GroupKeys of(ByTime grouping, Table table) {
        TimeStep step = grouping.step();
        LongColumn times = times(table, grouping.column());
        if (step == TimeStep.HOUR && times.type() != ColumnType.DATE_TIME) {
            throw Filter.mismatch(table.schema(), grouping.column(), Words.say("group.datesWithTimes"));
        }
        ColumnInfo info = table.schema().get(grouping.column());
        TimeStep grain = grain(times, info.format());
        return new TimeKeys(step, times, grain, MainTime.isOfPast(info)).keys(info.label());
    }

    private GroupKeys keys(String label) {
        if (times.isAllBlank()) {
            return keys(times, ofDays(times, day -> 0, 0), 0, 0, 1);
        }
        long firstDay = Math.floorDiv(times.min(), unit(times));
        long newest = Math.floorDiv(times.max(), unit(times));
        long first = period(times.min(), times);
        long periods = period(times.max(), times) - first + 1;
        if (periods > ByTime.MAX_PERIODS || newest - firstDay > MAX_DAYS) {
            throw new UserException(
                    ErrorCode.TOO_MANY_GROUPS,
                    Text.of(
                            "group.byGivesGroupsFromTo",
                            "label",
                            UserException.quote(label),
                            "step",
                            step.label(),
                            "periods",
                            periods,
                            "firstDay",
                            LocalDate.ofEpochDay(firstDay),
                            "lastDay",
                            LocalDate.ofEpochDay(newest)));
        }
        int every = step == TimeStep.YEAR ? spacing(times, first) : 1;
        int count = (int) ((periods - 1) / every + 1);
        GroupIds slots = step == TimeStep.HOUR
                ? materialized(times, value -> (int) (Math.floorDiv(value, MICROS_AN_HOUR) - first), count)
                : ofDays(times, day -> (step.periodOf(day) - first) / every, count);
        return keys(times, slots, first, count, every);
    }

    private long period(long value, LongColumn times) {
        return step == TimeStep.HOUR
                ? Math.floorDiv(value, MICROS_AN_HOUR)
                : step.periodOf(Math.floorDiv(value, unit(times)));
    }

    static LongColumn times(Table table, String column) {
        Column any = table.column(column);
        if (!(any instanceof LongColumn longs) || !any.type().isTime()) {
            throw Filter.mismatch(table.schema(), column, Words.say("group.dates"));
        }
        return longs;
    }

    /** How many periods of days a column with a value reaches over. */
    public static long periods(LongColumn column, TimeStep step) {
        long unit = unit(column);
        return step.periodOf(Math.floorDiv(column.max(), unit)) - step.periodOf(Math.floorDiv(column.min(), unit)) + 1;
    }

    /** Slots by the day; asked once for each day that there may be. Blank rows go to {@code blank}. */
    static GroupIds ofDays(LongColumn times, LongUnaryOperator slotOfDay, int blank) {
        if (times.isAllBlank()) {
            return materialized(times, value -> blank, blank);
        }
        long unit = unit(times);
        long firstDay = Math.floorDiv(times.min(), unit);
        int[] slots = new int[(int) (Math.floorDiv(times.max(), unit) - firstDay + 1)];
        for (int i = 0; i < slots.length; i++) {
            slots[i] = (int) slotOfDay.applyAsLong(firstDay + i);
        }
        return times.type() == ColumnType.DATE
                ? GroupIds.ofValues(times, slots, blank)
                : materialized(times, value -> slots[(int) (Math.floorDiv(value, unit) - firstDay)], blank);
    }

    /** Slots worked out once for each row: dividing microseconds again for every question costs ten times as much. */
    static GroupIds materialized(LongColumn times, LongToIntFunction slotOf, int blank) {
        LongList slots = new LongList();
        for (int row = 0; row < times.rowCount(); row++) {
            slots.add(times.isBlank(row) ? blank : slotOf.applyAsInt(times.value(row)));
        }
        return GroupIds.ofCodes(slots.drain(), -1);
    }

    /** Values of the column to a day: 1 for dates, microseconds for dates and times. */
    public static long unit(LongColumn column) {
        return column.type() == ColumnType.DATE ? 1 : MICROS_A_DAY;
    }

    /**
     * How many years lie from one to the next, where rows stand for whole years: of a table of every tenth year the
     * nine between are not empty, they are not in it. 1 for dates of days.
     */
    private static int spacing(LongColumn times, long first) {
        long unit = unit(times);
        long common = 0;
        for (int row = 0; row < times.rowCount() && common != 1; row++) {
            if (!times.isBlank(row)) {
                LocalDate day = LocalDate.ofEpochDay(Math.floorDiv(times.value(row), unit));
                if (day.getDayOfYear() != 1) {
                    return 1;
                }
                common = greatestCommon(common, day.getYear() - first);
            }
        }
        return (int) Math.max(1, common);
    }

    private static long greatestCommon(long a, long b) {
        return b == 0 ? a : greatestCommon(b, a % b);
    }

    private GroupKeys keys(LongColumn times, GroupIds slots, long first, int count, int every) {
        return new PlainKeys(
                slots,
                count,
                times.blankCount() > 0,
                id -> key(times, first + (long) id * every, id == count - 1),
                PlainKeys.Order.TIME,
                slots.ownBytes(times.type() == ColumnType.DATE_TIME));
    }

    private GroupKey key(LongColumn times, long period, boolean isLast) {
        if (step == TimeStep.HOUR) {
            long start = period * MICROS_AN_HOUR;
            return GroupKey.bin(
                    LongColumn.dateTime(start).toString(),
                    LongColumn.dateTime(start + MICROS_AN_HOUR).toString());
        }
        LocalDate end = step.end(period);
        boolean partial = isLast && end.toEpochDay() > lastDay;
        return GroupKey.period(step.start(period).toString(), end, partial);
    }

    private static boolean isFirstOfMonth(long value, LongColumn times) {
        return LocalDate.ofEpochDay(Math.floorDiv(value, unit(times))).getDayOfMonth() == 1;
    }

    static GroupKeys ofPart(ByPart grouping, Table table) {
        DatePart part = grouping.part();
        LongColumn times = times(table, grouping.column());
        if (part == DatePart.HOUR_OF_DAY && times.type() != ColumnType.DATE_TIME) {
            throw Filter.mismatch(table.schema(), grouping.column(), Words.say("group.datesWithTimes"));
        }
        long hour = 3_600_000_000L;
        GroupIds slots = part == DatePart.HOUR_OF_DAY
                ? materialized(times, value -> (int) (Math.floorMod(value, 24 * hour) / hour), part.count())
                : ofDays(times, day -> part.of(day) - part.first(), part.count());
        return new PlainKeys(
                slots,
                part.count(),
                times.blankCount() > 0,
                group -> GroupKey.of(String.valueOf(part.first() + group)),
                PlainKeys.Order.OWN,
                slots.ownBytes(times.type() == ColumnType.DATE_TIME));
    }
}
