package keensparrow.core.expression;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.time.temporal.IsoFields;
import java.util.List;
import java.util.Locale;
import keensparrow.core.column.LongColumn;

/** Functions of dates and of dates with times. */
final class DateFunctions {
    private static final long MICROS_A_DAY = 86_400_000_000L;
    private static final double MAX_STEPS = 5_000_000;
    private static final int MAX_YEAR = 9999;

    private DateFunctions() {}

    private interface OfTime {
        long of(LocalDateTime time);
    }

    static void addAll() {
        part("year", LocalDateTime::getYear);
        part("quarter", time -> time.get(IsoFields.QUARTER_OF_YEAR));
        part("month", LocalDateTime::getMonthValue);
        part("week", time -> time.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR));
        part("day", LocalDateTime::getDayOfMonth);
        part("weekday", time -> time.getDayOfWeek().getValue()); // 1 is Monday
        part("hour", LocalDateTime::getHour);
        part("minute", LocalDateTime::getMinute);
        between("days_between", ChronoUnit.DAYS);
        between("months_between", ChronoUnit.MONTHS);
        between("years_between", ChronoUnit.YEARS);
        RowFunctions.add("add_days", List.of(Kind.DATE, Kind.NUMBER), 2, nodes -> moved(nodes, ChronoUnit.DAYS));
        RowFunctions.add("add_months", List.of(Kind.DATE, Kind.NUMBER), 2, nodes -> moved(nodes, ChronoUnit.MONTHS));
        for (ChronoUnit unit : new ChronoUnit[] {ChronoUnit.YEARS, ChronoUnit.MONTHS, ChronoUnit.WEEKS}) {
            String name = unit.name().toLowerCase(Locale.ROOT).replaceFirst("s$", "") + "_start";
            RowFunctions.add(name, List.of(Kind.DATE), 1, nodes -> days(nodes.get(0), date -> start(date, unit)));
        }
        RowFunctions.add(
                "quarter_start",
                List.of(Kind.DATE),
                1,
                nodes -> days(
                        nodes.get(0),
                        date -> date.withDayOfMonth(1).withMonth((date.getMonthValue() - 1) / 3 * 3 + 1)));
    }

    private static LocalDate start(LocalDate date, ChronoUnit unit) {
        return switch (unit) {
            case YEARS -> date.withDayOfYear(1);
            case MONTHS -> date.withDayOfMonth(1);
            default -> date.with(DayOfWeek.MONDAY);
        };
    }

    private static LocalDateTime time(Node node, Vector vector, int i) {
        return node.kind() == Kind.DATE
                ? LocalDate.ofEpochDay(vector.longs[i]).atStartOfDay()
                : LongColumn.dateTime(vector.longs[i]);
    }

    private static void part(String name, OfTime made) {
        RowFunctions.add(name, List.of(Kind.DATE), 1, nodes -> {
            Node of = nodes.get(0);
            return Node.of(Kind.NUMBER, 0, (from, count) -> {
                Vector values = of.at(from, count);
                long[] longs = new long[count];
                for (int i = 0; i < count; i++) {
                    longs[i] = values.blank[i] ? 0 : made.of(time(of, values, i));
                }
                return Vector.ofLongs(longs, values.blank);
            });
        });
    }

    /** Whole ones from the first to the second, below 0 where the second is earlier. */
    private static void between(String name, ChronoUnit unit) {
        RowFunctions.add(
                name,
                List.of(Kind.DATE, Kind.DATE),
                2,
                nodes -> Node.of(Kind.NUMBER, 0, (from, count) -> {
                    Vector a = nodes.get(0).at(from, count);
                    Vector b = nodes.get(1).at(from, count);
                    boolean[] blank = NumberNodes.either(a, b);
                    long[] longs = new long[count];
                    for (int i = 0; i < count; i++) {
                        longs[i] = blank[i] ? 0 : unit.between(time(nodes.get(0), a, i), time(nodes.get(1), b, i));
                    }
                    return Vector.ofLongs(longs, blank);
                }));
    }

    private static Node moved(List<Node> nodes, ChronoUnit unit) {
        Node of = nodes.get(0);
        return Node.of(of.kind() == Kind.DATE_TIME ? Kind.DATE_TIME : Kind.DATE, 0, (from, count) -> {
            Vector times = of.at(from, count);
            Vector by = nodes.get(1).at(from, count);
            boolean[] blank = NumberNodes.either(times, by);
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                double steps = NumberNodes.number(by, nodes.get(1).scale(), i);
                blank[i] |= Math.abs(steps) > MAX_STEPS; // no calendar goes as far
                if (!blank[i]) {
                    LocalDateTime time = time(of, times, i).plus((long) steps, unit);
                    blank[i] = Math.abs(time.getYear()) > MAX_YEAR;
                    longs[i] = blank[i]
                            ? 0
                            : of.kind() == Kind.DATE_TIME
                                    ? time.toEpochSecond(ZoneOffset.UTC) * 1_000_000 + time.getNano() / 1000
                                    : time.toLocalDate().toEpochDay();
                }
            }
            return Vector.ofLongs(longs, blank);
        });
    }

    private interface OfDate {
        LocalDate of(LocalDate date);
    }

    private static Node days(Node of, OfDate made) {
        return Node.of(Kind.DATE, 0, (from, count) -> {
            Vector values = of.at(from, count);
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                if (!values.blank[i]) {
                    long day = of.kind() == Kind.DATE ? values.longs[i] : Math.floorDiv(values.longs[i], MICROS_A_DAY);
                    longs[i] = made.of(LocalDate.ofEpochDay(day)).toEpochDay();
                }
            }
            return Vector.ofLongs(longs, values.blank);
        });
    }
}
