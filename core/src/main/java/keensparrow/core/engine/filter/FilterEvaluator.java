package keensparrow.core.engine.filter;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.Arrays;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.Both;
import keensparrow.core.filter.Containing;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.FilterVisitor;
import keensparrow.core.filter.HasAll;
import keensparrow.core.filter.OneOf;
import keensparrow.core.filter.PartOfDate;
import keensparrow.core.filter.RelativePeriod;
import keensparrow.core.filter.TextSearch;
import keensparrow.core.group.DatePart;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Makes filters ready for the columns of a table. */
public final class FilterEvaluator implements FilterVisitor<RowTest> {
    private static final long MICROS_AN_HOUR = 3_600_000_000L;
    static final BigInteger LONG_MIN = BigInteger.valueOf(Long.MIN_VALUE);
    static final BigInteger LONG_MAX = BigInteger.valueOf(Long.MAX_VALUE);
    private static final long MICROS_A_DAY = 86_400_000_000L;

    private final Table table;

    private FilterEvaluator(Table table) {
        this.table = table;
    }

    /** The filter ready for a table. Cost O(distinct values); @throws keensparrow.core.error.UserException as {@link Filter#fit} */
    public static RowTest test(Filter filter, Table table) {
        filter.fit(table.schema());
        return filter.accept(new FilterEvaluator(table));
    }

    /** Fails as {@link #test} would, without looking at the values. */
    public static void check(Filter filter, Table table) {
        filter.fit(table.schema());
    }

    /** The rows for which it holds. Cost O(rows); @throws keensparrow.core.error.UserException as {@link Filter#fit} */
    public static RowSet select(Filter filter, Table table) {
        return test(filter, table).select(table.rowCount());
    }

    @Override
    public RowTest oneOf(OneOf filter) {
        return PickedValues.of(filter, table.column(filter.column()));
    }

    @Override
    public RowTest between(Between filter) {
        Column any = table.column(filter.column());
        if (any instanceof LongColumn longs) {
            return ofLongs(filter, longs);
        }
        DoubleColumn doubles = (DoubleColumn) any;
        BigDecimal from = filter.from();
        BigDecimal to = filter.to();
        boolean blanks = filter.blanks();
        double low = from == null ? Double.NEGATIVE_INFINITY : from.doubleValue();
        double high = to == null ? Double.POSITIVE_INFINITY : to.doubleValue();
        boolean below = filter.belowTo() && to != null;
        return RowTests.each(any.rowCount(), row -> {
            double value = doubles.value(row);
            return doubles.isBlank(row) ? blanks : value >= low && (below ? value < high : value <= high);
        });
    }

    private static RowTest ofLongs(Between filter, LongColumn longs) {
        BigDecimal from = filter.from();
        BigDecimal to = filter.to();
        long low = from == null ? Long.MIN_VALUE : bound(from, longs.scale(), RoundingMode.CEILING);
        long high = Long.MAX_VALUE;
        if (to != null) {
            high = bound(to, longs.scale(), RoundingMode.FLOOR);
            boolean exact =
                    to.movePointRight(longs.scale()).stripTrailingZeros().scale() <= 0;
            if (filter.belowTo() && exact && high > Long.MIN_VALUE) {
                high--;
            }
        }
        return RowTests.inside(longs, low, high, filter.blanks());
    }

    private static long bound(BigDecimal value, int scale, RoundingMode rounding) {
        BigInteger scaled = value.movePointRight(scale).setScale(0, rounding).toBigInteger();
        return clamped(scaled);
    }

    static long clamped(BigInteger value) {
        return value.max(LONG_MIN).min(LONG_MAX).longValue();
    }

    @Override
    public RowTest dateRange(DateRange filter) {
        LongColumn times = (LongColumn) table.column(filter.column());
        return within(times, filter.from(), filter.to(), filter.blanks());
    }

    private static RowTest within(LongColumn times, @Nullable LocalDate from, @Nullable LocalDate to, boolean blanks) {
        long unit = times.type() == ColumnType.DATE ? 1 : MICROS_A_DAY;
        long low = from == null ? Long.MIN_VALUE : Math.multiplyExact(clamped(from), unit);
        long high = to == null ? Long.MAX_VALUE : Math.multiplyExact(clamped(to) + 1, unit) - 1;
        return RowTests.inside(times, low, high, blanks);
    }

    /** Years no calendar in use reaches would overflow as microseconds. */
    private static long clamped(LocalDate day) {
        long limit = 100_000_000L;
        return Math.max(-limit, Math.min(limit, day.toEpochDay()));
    }

    @Override
    public RowTest relativePeriod(RelativePeriod filter) {
        LongColumn times = (LongColumn) table.column(filter.column());
        if (times.isAllBlank()) {
            return RowTests.inside(times, 1, 0, filter.blanks());
        }
        LocalDate latest = times.type() == ColumnType.DATE
                ? LocalDate.ofEpochDay(times.max())
                : LongColumn.dateTime(times.max()).toLocalDate();
        LocalDate[] days = filter.name().days(latest);
        return within(times, days[0], days[1], filter.blanks());
    }

    @Override
    public RowTest containing(Containing filter) {
        return ContainedText.in(table.column(filter.column()), filter.text());
    }

    @Override
    public RowTest textSearch(TextSearch filter) {
        return filter.columns().stream()
                .map(name -> ContainedText.in(table.column(name), filter.text()))
                .reduce(RowTests::either)
                .orElseGet(RowTests::none);
    }

    @Override
    public RowTest hasAll(HasAll filter) {
        TagsColumn column = (TagsColumn) table.column(filter.column());
        int[] wanted = filter.tags().stream()
                .mapToInt(tag -> column.codeOf(tag).orElse(-1))
                .toArray();
        return RowTests.ofCodes(column.setOfRow(), PickedValues.sets(column, false, set -> {
            for (int code : wanted) {
                if (Arrays.stream(set).noneMatch(tag -> tag == code)) {
                    return false;
                }
            }
            return true;
        }));
    }

    @Override
    public RowTest both(Both filter) {
        return RowTests.both(filter.first().accept(this), filter.second().accept(this));
    }

    @Override
    public RowTest partOfDate(PartOfDate filter) {
        LongColumn times = (LongColumn) table.column(filter.column());
        DatePart part = filter.part();
        boolean withTimes = times.type() == ColumnType.DATE_TIME;
        if (part == DatePart.HOUR_OF_DAY && !withTimes) {
            throw Filter.mismatch(table.schema(), filter.column(), Words.say("group.datesWithTimes"));
        }
        boolean[] wanted = new boolean[part.first() + part.count()];
        filter.values().forEach(value -> wanted[value] = true);
        return RowTests.each(table.rowCount(), row -> {
            if (times.isBlank(row)) {
                return false;
            }
            long value = times.value(row);
            if (part == DatePart.HOUR_OF_DAY) {
                return wanted[(int) (Math.floorMod(value, MICROS_A_DAY) / MICROS_AN_HOUR)];
            }
            return wanted[part.of(withTimes ? Math.floorDiv(value, MICROS_A_DAY) : value)];
        });
    }

    @Override
    public RowTest expression(ExpressionFilter filter) {
        return Conditions.test(filter.expression(), table);
    }
}
