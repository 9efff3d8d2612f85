package keensparrow.core.prepare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import keensparrow.core.TextRows;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.UserException;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** Each step by a table worked out by hand, with blanks, ties and nothing at all. */
class StepKindsTest {
    private static final Table SALES = TextRows.table("""
            Shop,Month,Kind,Units,Price
            North,2026-01-01,tea,4,2.50
            North,2026-02-01,tea,6,2.50
            South,2026-01-01,coffee,,3.00
            South,2026-02-01,tea,10,2.40
            North,2026-01-01,tea,4,2.50
            ,2026-03-01,coffee,1,3.10
            """);

    private static Table after(Step step) {
        return Steps.run(SALES, List.of(step)).table();
    }

    private static String said(Step step) {
        return Steps.run(SALES, List.of(step)).done().get(0).sentence().text();
    }

    private static String effect(Step step) {
        return Steps.run(SALES, List.of(step)).done().get(0).effect();
    }

    private static List<String> column(Table table, String name) {
        List<String> values = new ArrayList<>();
        for (int row = 0; row < table.rowCount(); row++) {
            values.add(String.valueOf(table.column(name).plain(row)));
        }
        return values;
    }

    private static void refused(Step step, String why) {
        assertThatThrownBy(() -> after(step)).isInstanceOf(UserException.class).hasMessageContaining(why);
    }

    @Test
    void rowsAreKeptOrLeftOutByACondition() {
        Step kept = new KeepRows(KeepRows.Which.KEEP, "units > 4");
        assertThat(column(after(kept), "units")).containsExactly("6", "10");
        assertThat(effect(kept)).isEqualTo("4 of 6 rows left out");
        assertThat(said(kept)).isEqualTo("Keep the rows where units > 4.");
        // where it is unknown for a blank it does not hold, so the blank stays
        assertThat(column(after(new KeepRows(KeepRows.Which.LEAVE_OUT, "units > 4")), "units"))
                .containsExactly("4", "null", "4", "1");
        refused(new KeepRows(KeepRows.Which.KEEP, "unitz > 4"), "Did you mean “units”?");
    }

    @Test
    void repeatedRowsAreDroppedWholeOrByKey() {
        assertThat(after(new DropRepeated(List.of(), DropRepeated.Kept.FIRST)).rowCount())
                .isEqualTo(5);
        Step first = new DropRepeated(List.of("shop"), DropRepeated.Kept.FIRST);
        assertThat(column(after(first), "month")).containsExactly("2026-01-01", "2026-01-01", "2026-03-01");
        Step last = new DropRepeated(List.of("shop"), DropRepeated.Kept.LAST);
        assertThat(column(after(last), "shop")).containsExactly("South", "North", "null");
        assertThat(column(after(last), "month")).containsExactly("2026-02-01", "2026-01-01", "2026-03-01");
        assertThat(said(last)).isEqualTo("Of rows alike in Shop keep the last.");
        refused(new DropRepeated(List.of("shop", "shop"), DropRepeated.Kept.FIRST), "picked twice");
    }

    @Test
    void textsAreTidiedReplacedMergedAndSplit() {
        Table rough = TextRows.table("""
                Name,Place
                anna   MARIA,a - b - c
                o’neil,a
                ,d - e
                """);
        List<Step> steps = List.of(
                new TidyText("name", TidyText.Case.WORDS),
                new ReplaceText("name", ReplaceText.Where.PART, "Maria", "M."),
                new ReplaceText("name", ReplaceText.Where.WHOLE, "Anna", "never"),
                new SplitText("place", " - ", 2),
                new MergeValues("place_2", List.of("b - c", "e", "not there"), "other"));
        Table tidy = Steps.run(rough, steps).table();
        assertThat(Steps.run(rough, steps).done())
                .extracting(Steps.Done::effect)
                .containsExactly(
                        "2 cells changed", "1 cell changed", "no cell changed", "2 new columns", "2 cells changed");
        assertThat(column(tidy, "name")).containsExactly("Anna M.", "O’neil", "null");
        assertThat(column(tidy, "place_1")).containsExactly("a", "a", "d");
        assertThat(column(tidy, "place_2")).containsExactly("other", "null", "other");
        refused(new TidyText("units", TidyText.Case.LOWER), "“Units” holds whole number");
        refused(new SplitText("shop", "", 2), "Say what stands between");
        refused(new ReplaceText("shop", ReplaceText.Where.PART, "", "x"), "nothing to find");
    }

    @Test
    void valuesAndRangesBecomeGroupsWithNames() {
        Step recode = new Recode("kind", "Drink", List.of(new Recode.Group("hot leaf", List.of("tea"))), "all else");
        assertThat(column(after(recode), "drink"))
                .containsExactly("hot leaf", "hot leaf", "all else", "hot leaf", "hot leaf", "all else");
        assertThat(said(recode)).isEqualTo("Group Kind into Drink: tea as hot leaf; others as all else.");
        Step kept = new Recode("shop", "Side", List.of(new Recode.Group("up", List.of("North"))), "");
        assertThat(column(after(kept), "side")).containsExactly("up", "up", "South", "South", "up", "null");
        Step ranges = new CutRanges("units", "Size", "4 10");
        assertThat(column(after(ranges), "size"))
                .containsExactly(
                        "2: 4 to below 10",
                        "2: 4 to below 10",
                        "null",
                        "3: 10 and more",
                        "2: 4 to below 10",
                        "1: below 4");
        refused(new CutRanges("units", "Size", "10 4"), "“4” is no limit here");
        refused(new CutRanges("units", "Size", "ten"), "“ten” is no limit here");
        refused(new CutRanges("shop", "Size", "1"), "Read it as a number first");
    }

    @Test
    void rowsAreSortedAndTheLargestKept() {
        assertThat(column(after(new SortRows("units", SortRows.Direction.LARGEST_FIRST)), "units"))
                .containsExactly("10", "6", "4", "4", "1", "null");
        assertThat(column(after(new SortRows("units", SortRows.Direction.SMALLEST_FIRST)), "units"))
                .containsExactly("1", "4", "4", "6", "10", "null");
        Step two = new KeepLargest(2, KeepLargest.Which.LARGEST, "units", null);
        assertThat(column(after(two), "units")).containsExactly("6", "10");
        Step each = new KeepLargest(1, KeepLargest.Which.SMALLEST, "units", "shop");
        assertThat(column(after(each), "units")).containsExactly("4", "10", "1"); // of the ties the first; no blank
        assertThat(said(each)).isEqualTo("Keep the 1 smallest by Units, of each Shop.");
        assertThat(after(new SampleRows(4)).rowCount()).isEqualTo(4);
        assertThat(column(after(new SampleRows(4)), "month")).isEqualTo(column(after(new SampleRows(4)), "month"));
        refused(new KeepLargest(0, KeepLargest.Which.LARGEST, "units", null), "one row at least");
    }

    @Test
    void columnsBecomeRowsWithNumbersKeptExact() {
        Table wide = TextRows.table("""
                Place,2024,2025,Note
                North,1.25,2,x
                South,,4.5,y
                """);
        Step turn = new ColumnsToRows(List.of("c_2024", "c_2025"), "Year", "Energy");
        Steps.Run run = Steps.run(wide, List.of(turn));
        Table tall = run.table();
        assertThat(tall.schema().columns())
                .extracting(ColumnInfo::label)
                .containsExactly("Place", "Note", "Year", "Energy");
        assertThat(column(tall, "place")).containsExactly("North", "North", "South", "South");
        assertThat(tall.schema().get("year").type()).isEqualTo(ColumnType.DATE); // labels that name years are years
        assertThat(column(tall, "year")).containsExactly("2024-01-01", "2025-01-01", "2024-01-01", "2025-01-01");
        assertThat(column(tall, "energy")).containsExactly("1.25", "2.00", "null", "4.50");
        assertThat(tall.schema().get("energy").type()).isEqualTo(ColumnType.DECIMAL);
        assertThat(run.done().get(0).effect()).isEqualTo("4 rows now");
        Table beside = TextRows.table("""
                Place,Passengers,2024,2025
                North,70,1,2
                South,30,3,4
                """);
        assertThat(beside.schema().get("passengers").additivity())
                .extracting(Additivity::kind)
                .isEqualTo(Additivity.Kind.SUM);
        Table repeated = Steps.run(beside, List.of(turn)).table();
        assertThat(repeated.schema().get("passengers").additivity())
                .extracting(Additivity::kind)
                .isEqualTo(Additivity.Kind.AVERAGE); // each stands in two rows now
        Table mixed = Steps.run(wide, List.of(new ColumnsToRows(List.of("c_2024", "note"), "What", "Value")))
                .table();
        assertThat(column(mixed, "value")).containsExactly("1.25", "x", "null", "y");
        assertThatThrownBy(() -> Steps.run(wide, List.of(new ColumnsToRows(List.of(), "a", "b"))))
                .hasMessageContaining("No column is picked");
    }

    @Test
    void whatAStepMadeIsReadAsAnotherType() {
        Step split = new SplitText("when", "/", 2);
        Table raw = TextRows.table("""
                Id,When
                1,2026-01-31 / 4.5
                2,2026-02-01 / x
                3,
                """);
        Steps.Run run = Steps.run(
                raw, List.of(split, new Retype("when_1", ColumnType.DATE), new Retype("when_2", ColumnType.DECIMAL)));
        Table made = run.table();
        assertThat(made.rowCount()).isEqualTo(3);
        assertThat(made.schema().get("when_1").type()).isEqualTo(ColumnType.DATE);
        assertThat(column(made, "when_1")).containsExactly("2026-01-31", "2026-02-01", "null");
        assertThat(column(made, "when_2")).containsExactly("4.5", "null", "null");
        assertThat(run.done().get(2).effect()).isEqualTo("2 blank");
    }

    @Test
    void rowsAreGroupedWithSumsAveragesAndEnds() {
        Step sums = new GroupRows(List.of("shop"), GroupRows.How.SUM, List.of("units"));
        Table grouped = after(sums);
        assertThat(column(grouped, "shop")).containsExactly("North", "South", "null");
        assertThat(column(grouped, "units")).containsExactly("14", "10", "1");
        assertThat(column(grouped, "number_of_rows")).containsExactly("3", "2", "1");
        assertThat(said(sums)).isEqualTo("Group the rows: one for each Shop, with the sum of Units and their number.");
        Table averaged = after(new GroupRows(List.of("shop"), GroupRows.How.AVERAGE, List.of("units", "price")));
        assertThat(column(averaged, "average_of_units")).containsExactly("4.666666666666667", "10", "1");
        assertThat(column(averaged, "average_of_price")).containsExactly("2.5", "2.7", "3.1");
        assertThat(averaged.schema().get("average_of_price").additivity())
                .extracting(Additivity::kind)
                .isEqualTo(Additivity.Kind.AVERAGE);
        Table latest = after(new GroupRows(List.of("shop", "kind"), GroupRows.How.LARGEST, List.of("month")));
        assertThat(column(latest, "largest_of_month"))
                .containsExactly("2026-02-01", "2026-01-01", "2026-02-01", "2026-03-01");
        Table filled = after(new GroupRows(List.of("kind"), GroupRows.How.FILLED, List.of("units")));
        assertThat(column(filled, "number_of_values_of_units")).containsExactly("4", "1");
        refused(new GroupRows(List.of("shop"), GroupRows.How.SUM, List.of("kind")), "“Kind” holds text");
    }

    @Test
    void differencesTotalsSharesAndValuesBeforeFollowAnOrder() {
        Table daily = TextRows.table("""
                Day,Meter,Total
                2026-01-03,a,7.5
                2026-01-01,a,2.0
                2026-01-02,a,
                2026-01-01,b,1.0
                2026-01-02,b,4.0
                """);
        List<Step> steps = List.of(
                new FromRowsBefore(FromRowsBefore.What.DIFFERENCE, "total", "day", "meter", "Used"),
                new FromRowsBefore(FromRowsBefore.What.RUNNING_TOTAL, "total", "day", "meter", "So far"),
                new FromRowsBefore(FromRowsBefore.What.BEFORE, "total", "day", "meter", "Before"),
                new FromRowsBefore(FromRowsBefore.What.SHARE, "total", "day", "meter", "Share"));
        Table made = Steps.run(daily, steps).table();
        assertThat(column(made, "used")).containsExactly("5.5", "null", "null", "null", "3.0");
        assertThat(column(made, "so_far")).containsExactly("9.5", "2.0", "null", "1.0", "5.0");
        assertThat(column(made, "before")).containsExactly("null", "null", "2.0", "null", "1.0");
        assertThat(column(made, "share").subList(3, 5)).containsExactly("0.2", "0.8");
        refused(
                new FromRowsBefore(FromRowsBefore.What.DIFFERENCE, "kind", "month", null, "x"),
                "Read it as a number first");
    }

    @Test
    void aCellIsCorrectedByTheRowItStandsIn() {
        Step price = new CorrectCell("month", "2026-03-01", "price", "3.05");
        assertThat(column(after(price), "price").get(5)).isEqualTo("3.05");
        assertThat(effect(price)).isEqualTo("1 row corrected");
        assertThat(column(after(new CorrectCell("month", "2026-03-01", "month", "2026-04-01")), "month")
                        .get(5))
                .isEqualTo("2026-04-01");
        assertThat(column(after(new CorrectCell("month", "2026-03-01", "shop", "West")), "shop")
                        .get(5))
                .isEqualTo("West");
        assertThat(column(after(new CorrectCell("shop", "North", "units", "")), "units"))
                .containsExactly("null", "null", "null", "10", "null", "1");
        assertThat(effect(new CorrectCell("shop", "East", "units", "1"))).isEqualTo("no row has it");
        refused(new CorrectCell("shop", "North", "units", "many"), "“many” is no whole number");
        refused(new CorrectCell("shop", "North", "units", "1.5"), "“1.5” is no whole number");
    }

    @Test
    void aLookUpLosesAndRepeatsNoRow() {
        Table places = TextRows.table("""
                Name,Seats,Region
                North,40,up
                North,2,up
                South,30,down
                """);
        Tables others = dataset -> {
            if (!dataset.equals("d2")) {
                throw Tables.gone();
            }
            return places;
        };
        Steps.Run first = look(LookUp.Several.FIRST, "d2", others);
        assertThat(first.table().rowCount()).isEqualTo(6);
        assertThat(column(first.table(), "seats")).containsExactly("40", "40", "30", "30", "40", "null");
        assertThat(column(first.table(), "region").get(5)).isEqualTo("null");
        assertThat(first.done().get(0).effect())
                .isEqualTo("1 of 6 rows without a match, one key stands in several rows there");
        assertThat(first.table().schema().get("seats").additivity())
                .extracting(Additivity::kind)
                .isEqualTo(Additivity.Kind.AVERAGE); // the seats of North stand in three rows
        Steps.Run sum = look(LookUp.Several.SUM, "d2", others);
        assertThat(column(sum.table(), "seats")).containsExactly("42", "42", "30", "30", "42", "null");
        assertThatThrownBy(() -> look(LookUp.Several.REFUSE, "d2", others))
                .hasMessageContaining("“North” stands in several");
        assertThatThrownBy(() -> look(LookUp.Several.FIRST, "d3", others)).hasMessageContaining("not there any more");
    }

    private static List<String> turned(Table wide, ColumnsToRows step) {
        List<String> labels = column(Steps.run(wide, List.of(step)).table(), "what");
        return labels.stream().distinct().toList();
    }

    private static ColumnsToRows like(String like, String from, String to, PickedColumns.All all) {
        return new ColumnsToRows(List.of(), like, from, to, all, "What", "Value", null, null);
    }

    @Test
    void columnsToTurnArePickedByWhatTheyHaveInCommon() {
        Table wide = TextRows.table("""
                Place,Cost east,Cost west,Since,Staff,Cost north
                Lyon,1,2,2020-01-01,7,3
                Basel,4,5,2021-01-01,8,6
                """);
        assertThat(turned(wide, like("cost *", null, null, null)))
                .containsExactly("Cost east", "Cost west", "Cost north");
        assertThat(turned(wide, like("* west; staff", null, null, null))).containsExactly("Cost west", "Staff");
        assertThat(turned(wide, like(null, "cost_west", "staff", null))).containsExactly("Cost west", "Since", "Staff");
        assertThat(turned(wide, like(" ", "staff", null, null))).containsExactly("Staff", "Cost north");
        assertThat(turned(wide, like(null, null, null, PickedColumns.All.NUMBERS)))
                .containsExactly("Cost east", "Cost west", "Staff", "Cost north");
        ColumnsToRows both = new ColumnsToRows(
                List.of("since"), "cost e*", null, null, PickedColumns.All.NONE, "What", "Value", null, null);
        assertThat(turned(wide, both)).containsExactly("Cost east", "Since");
        assertThat(said(wide, both))
                .isEqualTo("Turn Since and columns named like “cost e*” into rows: the label into What, the value into"
                        + " Value.");
        assertThatThrownBy(() -> turned(wide, like("price *", null, null, null)))
                .hasMessageContaining("No column is picked");
        assertThatThrownBy(() -> turned(wide, like(null, "gone", null, null))).isInstanceOf(UserException.class);
    }

    private static String said(Table table, Step step) {
        return Steps.run(table, List.of(step)).done().get(0).sentence().text();
    }

    @Test
    void theColumnOfTheNextMonthIsTurnedToo() {
        String months = "Place,Jan 2026,Feb 2026,Mar 2026,Apr 2026";
        ColumnsToRows turn = like(null, null, null, PickedColumns.All.PERIODS);
        Table four = Steps.run(TextRows.table(months + ",Note\nLyon,1,2,3,4,x\n"), List.of(turn))
                .table();
        assertThat(four.rowCount()).isEqualTo(4);
        assertThat(four.schema().has("note")).isTrue();
        Table five = Steps.run(TextRows.table(months + ",May 2026\nLyon,1,2,3,4,5\n"), List.of(turn))
                .table();
        assertThat(column(five, "what")).contains("2026-05-01").hasSize(5);
    }

    @Test
    void aLookUpBySeveralKeysFindsTheRowThatHasAllOfThem() {
        Table riders = TextRows.table("""
                Route,Month,Riders
                A,2025-01-01,10
                A,2025-02-01,20
                B,2025-01-01,30
                B,2025-03-01,40
                ,2025-01-01,50
                """);
        Table plan = TextRows.table("""
                Name,From,Seats
                B,2025-01-01,7
                A,2025-02-01,5
                A,2025-01-01,4
                A,2025-01-01,3
                ,2025-01-01,9
                """);
        Tables others = dataset -> plan;
        Step first = twoKeys(List.of("month"), LookUp.Several.FIRST);
        Steps.Run run = Steps.run(riders, List.of(first), 1, others, Set.of());
        assertThat(column(run.table(), "seats")).containsExactly("4", "5", "7", "null", "null");
        assertThat(run.done().get(0).effect())
                .isEqualTo("2 of 5 rows without a match, one key stands in several rows there");
        assertThat(run.done().get(0).sentence().text())
                .isEqualTo("Look up seats in Plan where name is Route, and from is Month: the first of several.");
        assertThat(run.table().schema().get("seats").additivity())
                .extracting(Additivity::kind)
                .isEqualTo(Additivity.Kind.SUM); // each row there is taken once
        Step sum = twoKeys(List.of("month"), LookUp.Several.SUM);
        assertThat(column(Steps.run(riders, List.of(sum), 1, others, Set.of()).table(), "seats"))
                .containsExactly("7", "5", "7", "null", "null");
        Step refusing = twoKeys(List.of("month"), LookUp.Several.REFUSE);
        assertThatThrownBy(() -> Steps.run(riders, List.of(refusing), 1, others, Set.of()))
                .hasMessageContaining("“A, 2025-01-01” stands in several");
        Step lacking = twoKeys(List.of(), LookUp.Several.FIRST);
        assertThatThrownBy(() -> Steps.run(riders, List.of(lacking), 1, others, Set.of()))
                .hasMessageContaining("As many columns here as keys there");
    }

    private static Step twoKeys(List<String> further, LookUp.Several several) {
        return new LookUp("route", "plan", "Plan", "name", further, List.of("from"), List.of("seats"), several);
    }

    private static Steps.Run look(LookUp.Several several, String dataset, Tables others) {
        Step step = new LookUp("shop", dataset, "Places", "name", List.of("seats", "region"), several);
        return Steps.run(SALES, List.of(step), 1, others, Set.of());
    }

    @Test
    void columnsAreChosenInAnOrderAndAnEmptyTableStaysOne() {
        assertThat(after(new ChooseColumns(List.of("units", "shop"))).schema().columns())
                .extracting(ColumnInfo::name)
                .containsExactly("units", "shop");
        Table none = after(new KeepRows(KeepRows.Which.KEEP, "units > 1000"));
        assertThat(none.rowCount()).isZero();
        List<Step> all = List.of(
                new SortRows("units", SortRows.Direction.LARGEST_FIRST),
                new DropRepeated(List.of(), DropRepeated.Kept.LAST),
                new FromRowsBefore(FromRowsBefore.What.RUNNING_TOTAL, "units", "month", "shop", "So far"),
                new ColumnsToRows(List.of("units", "price"), "What", "Value"),
                new GroupRows(List.of("what"), GroupRows.How.SUM, List.of("value")));
        assertThat(Steps.run(none, all).table().rowCount()).isZero();
    }
}
