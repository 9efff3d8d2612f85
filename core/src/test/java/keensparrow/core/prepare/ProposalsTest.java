package keensparrow.core.prepare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.util.List;
import java.util.stream.IntStream;
import keensparrow.core.TextRows;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.prepare.JoinPeriod.Period;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProposalsTest {
    private static List<String> plain(Table table, String column) {
        return IntStream.range(0, table.rowCount())
                .mapToObj(row -> String.valueOf(table.column(column).plain(row)))
                .toList();
    }

    private static List<Step> proposed(String text) {
        return Proposals.of(TextRows.table(text)).steps();
    }

    private static final String QUARTERS = """
            year,quarter,sales
            2024,Q1,10
            2024,Q2,20
            2024,Q3,30
            2024,Q4,15
            2025,Q1,12
            2025,Q3,14
            """;

    @Test
    void aYearAndItsQuarterBecomeOneTime() {
        Table before = TextRows.table(QUARTERS);
        Proposals proposals = Proposals.of(before);
        assertThat(proposals.steps())
                .containsExactly(
                        new JoinPeriod("year", "quarter", null, Period.QUARTER, "year_quarter", "year quarter"));
        Table table = Steps.run(before, proposals.steps()).table();
        assertThat(plain(table, "year_quarter"))
                .containsExactly("2024-01-01", "2024-04-01", "2024-07-01", "2024-10-01", "2025-01-01", "2025-07-01");
        assertThat(table.schema().get("year_quarter").format()).isEqualTo(ColumnFormat.QUARTER);
        assertThat(proposals.notes()).hasSize(1).allMatch(note -> note.contains("joined by a step"));
    }

    @Test
    void namesOfMonthsAndDaysAreJoinedToo() {
        assertThat(proposed("Year,Month,n\n2024,January,1\n2024,February,2\n2025,March,3\n"))
                .containsExactly(new JoinPeriod("year", "month", null, Period.MONTH, "year_month", "Year Month"));
        Table dated = TextRows.table("year,month,day,n\n2024,2,29,1\n2024,12,31,2\n2023,2,29,3\n2023,1,13,4\n");
        List<Step> steps = Proposals.of(dated).steps();
        assertThat(steps).hasSize(1);
        assertThat(plain(Steps.run(dated, steps).table(), "date"))
                .containsExactly("2024-02-29", "2024-12-31", "null", "2023-01-13");
    }

    @Test
    void nothingIsJoinedBesideAFinerDateOrWithoutPartsOfAYear() {
        assertThat(proposed("day,year,month,n\n2024-01-05,2024,1,1\n2024-02-05,2024,2,3\n"))
                .isEmpty();
        assertThat(proposed("year,month,n\n2024,13,1\n2024,14,3\n")).isEmpty();
        assertThat(proposed("built year,month,n\n1950,1,1\n1960,2,3\n")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "MONTH,3,3",
        "MONTH,März,3",
        "MONTH,dec,12",
        "MONTH,13,",
        "MONTH,M07,7",
        "MONTH,2.0,2",
        "QUARTER,Q4,4",
        "QUARTER,5,",
        "QUARTER,T2,2",
        "WEEK,W53,53",
        "WEEK,KW 7,7",
        "WEEK,0,",
        "WEEK,x,",
    })
    void partsOfAYearAreReadAsTheyAreWritten(Period period, String written, Integer number) {
        assertThat(period.number(written).orElse(null)).isEqualTo(number);
    }

    @Test
    void theFiftyThirdWeekOfAYearWithoutOneIsBlank() {
        Table table = TextRows.table("year,week,n\n2020,53,1\n2021,53,1\n2021,1,1\n");
        Step step = new JoinPeriod("year", "week", null, Period.WEEK, "of", "Week of");
        assertThat(plain(Steps.run(table, List.of(step)).table(), "of"))
                .containsExactly("2020-12-28", "null", "2021-01-04");
    }

    @Test
    void aJoinNeedsYearsAndAFreeName() {
        Table table = TextRows.table(QUARTERS);
        for (Step bad : List.of(
                new JoinPeriod("quarter", "year", null, Period.QUARTER, "of", "Of"),
                new JoinPeriod("year", "quarter", null, Period.QUARTER, "sales", "Of"),
                new JoinPeriod("year", "quarter", null, Period.QUARTER, "of", " "))) {
            assertThatThrownBy(() -> Steps.run(table, List.of(bad))).isInstanceOf(UserException.class);
        }
    }

    private static final String REGIONS = """
            region,month,sales
            All,2024-01,30
            North,2024-01,10
            South,2024-01,20
            All,2024-02,%s
            North,2024-02,11
            South,2024-02,22
            """;

    @Test
    void aValueThatSumsUpTheOthersIsLeftOut() {
        Proposals proposals = Proposals.of(TextRows.table(REGIONS.formatted("33")));
        assertThat(proposals.steps()).containsExactly(new LeaveOutRows("region", List.of("All"), false));
        assertThat(proposals.notes())
                .containsExactly("The rows where “region” is “All” sum up the others and were left out by a step.");
    }

    /** Steps stand already then, and no further one is taken by itself. */
    @Test
    void atALaterLoadARowOfTotalsIsAskedAbout() {
        assertThat(Proposals.questions(TextRows.table(REGIONS.formatted("33"))))
                .singleElement()
                .satisfies(asked -> {
                    assertThat(asked.otherStep()).isEqualTo(LoadReport.OtherStep.LEAVE_OUT_ROWS);
                    assertThat(asked.value()).isEqualTo("All");
                });
    }

    @Test
    void aValueThatIsOnlyCalledATotalStaysAndIsAskedAbout() {
        Proposals proposals = Proposals.of(TextRows.table(REGIONS.formatted("40")));
        assertThat(proposals.steps()).isEmpty();
        assertThat(proposals.notes()).isEmpty();
        assertThat(proposals.ambiguities()).singleElement().satisfies(ambiguity -> {
            assertThat(ambiguity.text()).contains("Do its rows sum up the others?");
            assertThat(ambiguity.otherStep()).isEqualTo(LoadReport.OtherStep.LEAVE_OUT_ROWS);
            assertThat(ambiguity.column()).isEqualTo("region");
            assertThat(ambiguity.value()).isEqualTo("All");
        });
    }

    @Test
    void labelsThatStandOnceAreAskedAboutAndFilledDownByAStep() {
        Table table = TextRows.table("region,n\n,5\nNorth,1\n,2\n,3\nSouth,4\n,6\n");
        assertThat(Proposals.of(table).ambiguities()).isEmpty(); // the first block has no label
        Table blocks = TextRows.table("region,n\nNorth,1\n,2\n,3\nSouth,4\n,5\n");
        assertThat(Proposals.of(blocks).ambiguities())
                .extracting(LoadReport.Ambiguity::column)
                .containsExactly("region");
        assertThat(plain(Steps.run(table, List.of(new FillDown("region"))).table(), "region"))
                .containsExactly("null", "North", "North", "North", "South", "South");
    }

    @Test
    void howNumbersAddUpIsSetForNumbersOnly() {
        Table table = TextRows.table(QUARTERS);
        Steps.Run run = Steps.run(table, List.of(new SetAdditivity("sales", Additivity.Kind.AVERAGE)));
        ColumnInfo sales = run.table().schema().get("sales");
        assertThat(sales.additivity()).isEqualTo(new Additivity(Additivity.Kind.AVERAGE, "a step says so"));
        assertThat(run.done().get(0).sentence().text()).isEqualTo("Have sales averaged.");
        assertThatThrownBy(() -> Steps.run(table, List.of(new SetAdditivity("quarter", Additivity.Kind.SUM))))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("only numbers are added up");
    }

    @Test
    void spellingsThatDifferInMarksAloneAreAskedFor() {
        Table table = TextRows.table("""
                Line,Town,Code
                Lyon–Trieste,Zürich,a-1
                Lyon - Trieste,zurich,a1
                lyon–trieste,Zürich,1.2
                Lyon–Trieste,Wien,12
                """);
        assertThat(Proposals.of(table).ambiguities())
                .filteredOn(one -> one.otherStep() == LoadReport.OtherStep.MERGE_VALUES)
                .extracting(LoadReport.Ambiguity::text, LoadReport.Ambiguity::value, LoadReport.Ambiguity::values)
                .contains(
                        tuple(
                                "“Line” has texts that are almost alike: “Lyon–Trieste” (2 rows), “Lyon - Trieste” (1 row)"
                                        + " and “lyon–trieste” (1 row). Are they the same?",
                                "Lyon–Trieste",
                                List.of("Lyon - Trieste", "lyon–trieste")),
                        tuple(
                                "“Town” has texts that are almost alike: “Zürich” (2 rows) and “zurich” (1 row). Are they"
                                        + " the same?",
                                "Zürich",
                                List.of("zurich")))
                .noneMatch(one -> one.toList().get(0).toString().contains("1.2"));
    }

    @Test
    void columnsOfPeriodsAreOfferedAsRows() {
        Table wide = TextRows.table("""
                Depot,Jan 2025,Feb 2025,Mar 2025,Apr 2025,Note
                Wien,1,2,3,4,x
                """);
        assertThat(Proposals.of(wide).ambiguities())
                .filteredOn(one -> one.otherStep() == LoadReport.OtherStep.COLUMNS_TO_ROWS)
                .singleElement()
                .satisfies(one -> {
                    assertThat(one.value()).isEqualTo("Month");
                    assertThat(one.values()).containsExactly("jan_2025", "feb_2025", "mar_2025", "apr_2025");
                });
        Table plain = TextRows.table("""
                Depot,Run 1,Run 2,Run 3,Run 4
                Wien,1,2,3,4
                """);
        assertThat(Proposals.of(TextRows.table("may,a,b,c\n1,2,3,4\n2,3,4,5\n")).ambiguities())
                .isEmpty();
        assertThat(Proposals.of(plain).ambiguities())
                .noneMatch(one -> one.otherStep() == LoadReport.OtherStep.COLUMNS_TO_ROWS);
    }

    /** A year in one column and its months in twelve others: rows, and then one date. */
    @Test
    void columnsOfMonthsBesideAYearBecomeRowsOfADate() {
        Table wide = TextRows.table("YEAR,JAN,FEB,MAR,APR\n1950,23.1,24.2,25.3,23.8\n1951,24.1,25.2,25.6,25.3\n");
        assertThat(Proposals.of(wide).ambiguities()).singleElement().satisfies(one -> {
            assertThat(one.text()).startsWith("4 columns, JAN to APR, hold one period each.");
            assertThat(one.value()).isEqualTo("Month");
        });
        ColumnsToRows turn =
                new ColumnsToRows(List.of(), null, null, null, PickedColumns.All.PERIODS, "Month", "Value", null, null);
        Table rows = Steps.run(wide, List.of(turn)).table();
        assertThat(YearParts.joining(rows))
                .containsExactly(new JoinPeriod("year", "month", null, Period.MONTH, "year_month", "YEAR Month"));
        Table dated = Steps.run(rows, List.copyOf(YearParts.joining(rows))).table();
        assertThat(plain(dated, "year_month")).contains("1950-01-01", "1950-04-01", "1951-03-01");
        assertThat(YearParts.joining(dated)).isEmpty();
    }
}
