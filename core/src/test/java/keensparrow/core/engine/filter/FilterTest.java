package keensparrow.core.engine.filter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import keensparrow.core.TextRows;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.Both;
import keensparrow.core.filter.Containing;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.HasAll;
import keensparrow.core.filter.OneOf;
import keensparrow.core.filter.RelativePeriod;
import keensparrow.core.filter.TextSearch;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

class FilterTest {
    private static final Table TABLE = TextRows.table("""
            route,delay,fare,date,left,late,tags
            Lyon–Trieste,5,10.50,2026-01-31,2026-01-31T23:59,yes,weather;crew
            Basel–Malmö,,7.25,2026-02-01,2026-02-01T00:00,no,
            ,12,0.00,2026-02-28,2026-02-28T12:30,no,crew
            Lyon–Trieste,-3,99.99,,,,weather
            Zürich,12,7.25,2026-03-01,2026-03-01T00:00,yes,signalling;weather
            """);

    private static int[] rows(Filter filter) {
        FilterEvaluator.check(filter, TABLE);
        return FilterEvaluator.select(filter, TABLE).toArray();
    }

    @Test
    void theColumnsAreWhatTheyShouldBe() {
        assertThat(TABLE.schema().columns())
                .extracting(ColumnInfo::type)
                .containsExactly(
                        ColumnType.TEXT,
                        ColumnType.WHOLE,
                        ColumnType.DECIMAL,
                        ColumnType.DATE,
                        ColumnType.DATE_TIME,
                        ColumnType.YES_NO,
                        ColumnType.TAGS);
    }

    @Test
    void valuesAreJoinedByOr() {
        assertThat(rows(OneOf.of("route", "Zürich", "Lyon–Trieste"))).containsExactly(0, 3, 4);
        assertThat(rows(OneOf.of("route", "nowhere"))).isEmpty();
        assertThat(rows(OneOf.of("route"))).isEmpty();
    }

    @Test
    void allOfSeveralTags() {
        assertThat(rows(new HasAll("tags", List.of("signalling", "weather")))).contains(4);
        assertThat(rows(new HasAll("tags", List.of("signalling", "nothing")))).isEmpty();
        assertThat(rows(new HasAll("tags", List.of("weather")))).isEqualTo(rows(OneOf.of("tags", "weather")));
        assertThatThrownBy(() -> rows(new HasAll("route", List.of("x")))).hasMessageContaining("lists of tags");
    }

    @Test
    void namedPeriodsCountFromTheLatestDate() {
        Table dates = TextRows.table(
                "day,n\n2025-11-30,1\n2025-12-31,2\n2026-01-01,3\n2026-02-27,4\n2026-02-28,5\n,6\n2024-02-29,7\n");
        assertThat(rows(dates, RelativePeriod.Name.LAST_7_DAYS)).containsExactly(3, 4);
        assertThat(rows(dates, RelativePeriod.Name.THIS_MONTH)).containsExactly(3, 4);
        assertThat(rows(dates, RelativePeriod.Name.MONTH_BEFORE)).containsExactly(2);
        assertThat(rows(dates, RelativePeriod.Name.THIS_QUARTER)).containsExactly(2, 3, 4);
        assertThat(rows(dates, RelativePeriod.Name.QUARTER_BEFORE)).containsExactly(0, 1);
        assertThat(rows(dates, RelativePeriod.Name.THIS_YEAR)).containsExactly(2, 3, 4);
        assertThat(rows(dates, RelativePeriod.Name.YEAR_BEFORE)).containsExactly(0, 1);
        assertThat(rows(dates, RelativePeriod.Name.LAST_12_MONTHS)).containsExactly(0, 1, 2, 3, 4);
        assertThat(rows(dates, RelativePeriod.Name.LAST_90_DAYS)).containsExactly(1, 2, 3, 4);
        assertThat(rows(dates, RelativePeriod.Name.LAST_30_DAYS)).containsExactly(3, 4);
    }

    private static int[] rows(Table table, RelativePeriod.Name name) {
        return FilterEvaluator.select(new RelativePeriod("day", name, false), table)
                .toArray();
    }

    @Test
    void aBoxNeedsBothRanges() {
        int[] both = rows(new Both(Between.of("delay", "0", "20"), Between.of("fare", "5", "50")));
        for (int row : both) {
            assertThat(rows(Between.of("delay", "0", "20"))).contains(row);
            assertThat(rows(Between.of("fare", "5", "50"))).contains(row);
        }
        assertThat(both).contains(4).doesNotContain(3);
    }

    @Test
    void aTextIsFoundInAnyColumnAsItIsWritten() {
        assertThat(rows(new TextSearch(List.of("route", "delay", "fare"), "99.9")))
                .containsExactly(3);
        assertThat(rows(new TextSearch(List.of("route", "date"), "2026-03-01"))).containsExactly(4);
        assertThat(rows(new TextSearch(List.of("route"), "ZÜR"))).contains(4);
        assertThat(rows(new TextSearch(List.of("late"), "yes"))).contains(4);
    }

    @Test
    void aConditionHoldsOnlyWhereItIsKnown() {
        assertThat(rows(new ExpressionFilter("delay > 5"))).contains(4);
        assertThat(rows(new ExpressionFilter("not (delay > 5)"))).contains(3);
        assertThat(rows(new ExpressionFilter("delay > 5 or not (delay > 5)")).length)
                .isEqualTo(TABLE.rowCount() - TABLE.column("delay").blankCount());
        assertThatThrownBy(() -> rows(new ExpressionFilter("delay + 1"))).hasMessageContaining("a condition is needed");
    }

    @Test
    void blankIsAValueThatCanBePicked() {
        assertThat(rows(new OneOf("route", List.of(), true, false))).containsExactly(2);
        assertThat(rows(new OneOf("delay", List.of("5"), true, false))).containsExactly(0, 1);
        assertThat(rows(new OneOf("late", List.of("no"), true, false))).containsExactly(1, 2, 3);
        assertThat(rows(new OneOf("tags", List.of(), true, false))).containsExactly(1);
    }

    @Test
    void excludingKeepsBlanksUnlessTheyArePickedToo() {
        assertThat(rows(new OneOf("route", List.of("Lyon–Trieste"), false, true)))
                .containsExactly(1, 2, 4);
        assertThat(rows(new OneOf("route", List.of("Lyon–Trieste"), true, true)))
                .containsExactly(1, 4);
    }

    @Test
    void valuesOfEveryTypeCanBePicked() {
        assertThat(rows(OneOf.of("delay", "12"))).containsExactly(2, 4);
        assertThat(rows(OneOf.of("fare", "7.25"))).containsExactly(1, 4);
        assertThat(rows(OneOf.of("fare", "7.250"))).containsExactly(1, 4);
        assertThat(rows(OneOf.of("fare", "seven"))).isEmpty();
        assertThat(rows(OneOf.of("date", "2026-02-01"))).containsExactly(1);
        assertThat(rows(OneOf.of("left", "2026-02-28T12:30"))).containsExactly(2);
        assertThat(rows(OneOf.of("late", "yes"))).containsExactly(0, 4);
        assertThat(rows(OneOf.of("tags", "crew", "signalling"))).containsExactly(0, 2, 4);
    }

    @Test
    void rangesIncludeBothEndsAndLeaveBlanksOut() {
        assertThat(rows(Between.of("delay", "-3", "5"))).containsExactly(0, 3);
        assertThat(rows(Between.of("delay", null, "5"))).containsExactly(0, 3);
        assertThat(rows(Between.of("delay", "5.1", null))).containsExactly(2, 4);
        assertThat(rows(Between.of("delay", null, null))).containsExactly(0, 2, 3, 4);
        assertThat(rows(Between.of("fare", "7.25", "10.5"))).containsExactly(0, 1, 4);
        assertThat(rows(Between.of("fare", "7.251", "10.499"))).isEmpty();
    }

    @Test
    void rangesCanKeepBlanksAndLeaveTheirEndOut() {
        assertThat(rows(new Between("delay", new BigDecimal("5"), new BigDecimal("12"), true, true)))
                .containsExactly(0, 1);
        assertThat(rows(new Between("fare", BigDecimal.ZERO, new BigDecimal("7.25"), true, false)))
                .containsExactly(2);
        assertThat(rows(new Between("fare", BigDecimal.ZERO, new BigDecimal("7.255"), true, false)))
                .containsExactly(1, 2, 4);
    }

    @Test
    void rangesUpsideDownSelectNothing() {
        assertThat(rows(Between.of("delay", "10", "5"))).isEmpty();
        assertThat(rows(new DateRange("date", LocalDate.of(2026, 3, 1), LocalDate.of(2026, 1, 1), false)))
                .isEmpty();
    }

    @Test
    void rangesBeyondEveryLongAreNoTrouble() {
        assertThat(rows(Between.of("delay", "-1e40", "1e40"))).containsExactly(0, 2, 3, 4);
        assertThat(rows(Between.of("delay", "1e40", null))).isEmpty();
        assertThat(rows(Between.of("delay", "3000000000", null))).isEmpty();
        assertThat(rows(Between.of("delay", null, "-3000000000"))).isEmpty();
    }

    @Test
    void equalRangesAreEqualHoweverTheyAreWritten() {
        assertThat(Between.of("delay", "5.00", "100")).isEqualTo(Between.of("delay", "5", "1e2"));
    }

    @Test
    void rangesOfDoublesFollowTheSameRules() {
        ColumnInfo info = new ColumnInfo("speed", "Speed", ColumnType.DECIMAL, Role.MEASURE);
        Table table = TABLE.with(info, new DoubleColumn(new double[] {1, Double.NaN, 2.5, -1e300, 7}, null));
        assertThat(FilterEvaluator.select(Between.of("speed", "1", "2.5"), table)
                        .toArray())
                .containsExactly(0, 2);
        assertThat(FilterEvaluator.select(new Between("speed", null, new BigDecimal("2.5"), true, true), table)
                        .toArray())
                .containsExactly(0, 1, 3);
    }

    @Test
    void daysCountWholeAlsoForTimes() {
        LocalDate first = LocalDate.of(2026, 2, 1);
        LocalDate last = LocalDate.of(2026, 2, 28);
        assertThat(rows(new DateRange("date", first, last, false))).containsExactly(1, 2);
        assertThat(rows(new DateRange("left", first, last, false))).containsExactly(1, 2);
        assertThat(rows(new DateRange("left", null, LocalDate.of(2026, 1, 31), false)))
                .containsExactly(0);
        assertThat(rows(new DateRange("left", LocalDate.of(2026, 3, 1), null, true)))
                .containsExactly(3, 4);
        assertThat(rows(new DateRange("left", LocalDate.MIN, LocalDate.MAX, false)))
                .containsExactly(0, 1, 2, 4);
    }

    @Test
    void containingTakesNoNoticeOfCase() {
        assertThat(rows(new Containing("route", "TRIEST"))).containsExactly(0, 3);
        assertThat(rows(new Containing("route", "ö"))).containsExactly(1);
        assertThat(rows(new Containing("tags", "sign"))).containsExactly(4);
    }

    @Test
    void aColumnThatIsGoneOrOfAnotherKindIsSaid() {
        assertThatThrownBy(() -> rows(OneOf.of("rout", "x"))).isInstanceOfSatisfying(UserException.class, e -> {
            assertThat(e.code()).isEqualTo(ErrorCode.COLUMN_NOT_FOUND);
            assertThat(e.text()).contains("“rout”").contains("Did you mean “route”?");
        });
        for (Filter misfit : List.of(
                Between.of("route", "1", null),
                new DateRange("delay", null, null, false),
                new Containing("delay", "1"))) {
            assertThatThrownBy(() -> FilterEvaluator.check(misfit, TABLE))
                    .isInstanceOfSatisfying(
                            UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.TYPE_MISMATCH));
            assertThatThrownBy(() -> FilterEvaluator.select(misfit, TABLE)).isInstanceOf(UserException.class);
        }
    }
}
