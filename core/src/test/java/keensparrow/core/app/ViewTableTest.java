package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.View;
import keensparrow.core.column.ColumnType;
import keensparrow.core.group.GroupKey;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Answer;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import org.junit.jupiter.api.Test;

/** A view's numbers as programs read them: groups by name, periods as sources write them, blanks empty. */
class ViewTableTest {
    private static final Schema SCHEMA = new Schema(List.of(
            new ColumnInfo("route", "Route", ColumnType.TEXT, Role.CATEGORY, null),
            new ColumnInfo("day", "Day", ColumnType.DATE, Role.TIME, null),
            new ColumnInfo("delay", "Delay", ColumnType.WHOLE, Role.MEASURE, null)));
    private static final App APP = new App(1, "Trips", "trips", List.of(), List.of());

    private static View bars(GroupBy by, String split, Aggregate aggregate, String column) {
        return new View(
                "v",
                "",
                View.Kind.BARS,
                new Measure(aggregate, column),
                by,
                split,
                0,
                List.of(),
                List.of(),
                new Place(0, 0, 6, 4));
    }

    private static Answer.Groups answer(List<GroupKey> axis, List<GroupKey> splits, ColumnType type, String... values) {
        List<BigDecimal> numbers = Arrays.stream(values)
                .map(value -> value == null ? null : new BigDecimal(value))
                .toList();
        return new Answer.Groups(
                9,
                false,
                axis,
                splits,
                List.of(GroupKey.BLANK),
                List.of(new Answer.MeasureValues(type, null, numbers, 0, null)),
                Collections.nCopies(values.length, 1L));
    }

    @Test
    void groupsSplitsBlanksAndOtherStandByTheirNames() {
        Answer.Groups answer = answer(
                List.of(GroupKey.of("A"), GroupKey.BLANK, GroupKey.other(3)),
                List.of(GroupKey.of("x"), GroupKey.other(2)),
                ColumnType.WHOLE,
                "1.50",
                "2",
                "3E+2",
                null,
                "5",
                "-6");
        ViewTable table =
                ViewTable.of(bars(new GroupBy("route", null), "day", Aggregate.SUM, "delay"), answer, APP, SCHEMA);
        assertThat(table.headings()).containsExactly("Route", "x", "Other, 2");
        assertThat(table.rows())
                .containsExactly(List.of("A", "1.50", "2"), List.of("", "300", ""), List.of("Other, 3", "5", "-6"));
    }

    @Test
    void periodsAndDatesAreWrittenAsSourcesWriteThem() {
        GroupKey may = GroupKey.period("2026-05-01", LocalDate.of(2026, 5, 31), false);
        for (String[] step : new String[][] {
            {"YEAR", "2026"}, {"QUARTER", "2026 Q2"}, {"MONTH", "2026-05"}, {"WEEK", "2026-W18"}, {"DAY", "2026-05-01"}
        }) {
            View view = bars(new GroupBy("day", TimeStep.valueOf(step[0])), null, Aggregate.MAX, "day");
            Answer.Groups answer = answer(List.of(may), List.of(GroupKey.BLANK), ColumnType.DATE, "20575");
            ViewTable table = ViewTable.of(view, answer, APP, SCHEMA);
            assertThat(table.headings().get(0)).isEqualTo("Day");
            assertThat(table.rows()).containsExactly(List.of(step[1], "2026-05-02"));
        }
    }

    @Test
    void aFigureIsOneNumberUnderItsTitle() {
        View figure = new View(
                "v",
                "",
                View.Kind.FIGURE,
                new Measure(Aggregate.MAX, "day"),
                null,
                null,
                0,
                List.of(),
                List.of(),
                new Place(0, 0, 3, 2));
        Answer.Groups answer =
                answer(List.of(GroupKey.BLANK), List.of(GroupKey.BLANK), ColumnType.DATE_TIME, "1767628799500000");
        ViewTable table = ViewTable.of(figure, answer, APP, SCHEMA);
        assertThat(table.headings()).hasSize(1);
        assertThat(table.rows()).containsExactly(List.of("2026-01-05T15:59:59.500"));
    }
}
