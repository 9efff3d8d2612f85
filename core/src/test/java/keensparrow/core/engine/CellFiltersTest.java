package keensparrow.core.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Random;
import keensparrow.core.TextRows;
import keensparrow.core.engine.filter.FilterEvaluator;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Both;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.filter.PartOfDate;
import keensparrow.core.group.DatePart;
import keensparrow.core.sentence.FilterSentences;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Marks of cells, and of parts of dates that come again, against Java's own calendar. */
class CellFiltersTest {
    private static final Table TABLE = table();

    private static Table table() {
        Random random = new Random(7);
        StringBuilder csv = new StringBuilder("Day,Left at,Route\n");
        for (int i = 0; i < 500; i++) {
            LocalDateTime time = LocalDateTime.of(1965, 1, 1, 0, 30).plusMinutes(random.nextInt(40_000_000));
            csv.append(i % 50 == 0 ? "" : time.toLocalDate())
                    .append(',')
                    .append(time.toString().replace('T', ' '))
                    .append(',')
                    .append((char) ('A' + random.nextInt(4)))
                    .append('\n');
        }
        return TextRows.table(csv.toString());
    }

    private static int count(Filter filter) {
        return FilterEvaluator.select(filter, TABLE).size();
    }

    @ParameterizedTest
    @EnumSource(DatePart.class)
    void partsAgreeWithTheCalendar(DatePart part) {
        String column = part == DatePart.HOUR_OF_DAY ? "left_at" : "day";
        int all = 0;
        for (int value = part.first(); value < part.first() + part.count(); value++) {
            int expected = 0;
            for (int row = 0; row < TABLE.rowCount(); row++) {
                String plain = TABLE.column(column).plain(row);
                expected += plain != null && of(part, plain) == value ? 1 : 0;
            }
            assertThat(count(new PartOfDate(column, part, List.of(value))))
                    .as(part + " " + value)
                    .isEqualTo(expected);
            all += expected;
        }
        assertThat(all).isEqualTo(TABLE.rowCount() - TABLE.column(column).blankCount());
    }

    private static int of(DatePart part, String plain) {
        if (part == DatePart.HOUR_OF_DAY) {
            return LocalDateTime.parse(plain).getHour();
        }
        LocalDate day = LocalDate.parse(plain);
        return switch (part) {
            case MONTH_OF_YEAR -> day.getMonthValue();
            case QUARTER_OF_YEAR -> (day.getMonthValue() - 1) / 3 + 1;
            case DAY_OF_MONTH -> day.getDayOfMonth();
            default -> day.getDayOfWeek().getValue();
        };
    }

    @Test
    void aCellHoldsBoth() {
        Filter weekend = new PartOfDate("day", DatePart.WEEKDAY, List.of(6, 7));
        Filter cell = new Both(weekend, OneOf.of("route", "B"));
        int expected = 0;
        for (int row = 0; row < TABLE.rowCount(); row++) {
            String day = TABLE.column("day").plain(row);
            boolean free = day != null && LocalDate.parse(day).getDayOfWeek().getValue() >= 6;
            expected += free && "B".equals(TABLE.column("route").plain(row)) ? 1 : 0;
        }
        assertThat(expected).isPositive();
        assertThat(count(cell)).isEqualTo(expected);
        assertThat(cell.columns()).containsExactly("day", "route");
        assertThat(FilterSentences.phrase(cell, TABLE.schema()))
                .isEqualTo("weekday of Day is Saturday or Sunday and Route is B");
        assertThat(cell.over(name -> name + "_2").columns()).containsExactly("day_2", "route_2");
    }

    @Test
    void whatNoCalendarHasIsRefused() {
        for (Filter odd : List.of(
                new PartOfDate("day", DatePart.WEEKDAY, List.of(8)),
                new PartOfDate("day", DatePart.WEEKDAY, List.of()),
                new PartOfDate("route", DatePart.WEEKDAY, List.of(1)),
                new PartOfDate("day", DatePart.HOUR_OF_DAY, List.of(3)),
                new Both(OneOf.of("route", "A"), new PartOfDate("gone", DatePart.WEEKDAY, List.of(1))))) {
            assertThatThrownBy(() -> count(odd)).isInstanceOf(UserException.class);
        }
    }
}
