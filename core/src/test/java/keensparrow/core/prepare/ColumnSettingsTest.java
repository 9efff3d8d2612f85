package keensparrow.core.prepare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.TextRows;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.UserException;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** Steps that say how a column is meant or shown, and those that take texts and tags apart and together. */
class ColumnSettingsTest {
    private static final Table TRIPS = TextRows.table("""
            Train,Route,Tags,Delay,Passengers,On
            NJ 404 Wien,Vienna–Hamburg,snow/ crew,10,300,2026-03-13
            EN 7 Basel,Basel–Malmö,crew,2,100,2026-03-14
            ,Basel–Malmö,,4,50,
            special,Lyon–Berlin,crew/  snow/crew,8,50,2026-03-15
            """);

    private static Steps.Run run(Step... steps) {
        return Steps.run(TRIPS, List.of(steps));
    }

    private static List<String> column(Table table, String name) {
        List<String> values = new ArrayList<>();
        for (int row = 0; row < table.rowCount(); row++) {
            values.add(String.valueOf(table.column(name).plain(row)));
        }
        return values;
    }

    private static void refused(Step step, String why) {
        assertThatThrownBy(() -> run(step)).isInstanceOf(UserException.class).hasMessageContaining(why);
    }

    private static String said(Steps.Run run, int step) {
        return run.done().get(step).sentence().text();
    }

    @Test
    void aPartIsTakenOutOfTexts() {
        Steps.Run run =
                run(new ExtractText("train", "([0-9]+)", "Number"), new ExtractText("train", "[A-Z][a-z]+", "Towards"));
        assertThat(column(run.table(), "number")).containsExactly("404", "7", "null", "null");
        assertThat(column(run.table(), "towards")).containsExactly("Wien", "Basel", "null", "null");
        assertThat(run.done().get(0).effect()).isEqualTo("2 blank");
        assertThat(said(run, 0)).isEqualTo("Take out of Train what fits “([0-9]+)” into Number.");
        refused(new ExtractText("train", "(", "Number"), "is no pattern");
        refused(new ExtractText("delay", "1", "Number"), "this is done to texts");
        refused(new ExtractText("train", "1", " "), "needs a name");
    }

    @Test
    void textsAreSplitIntoTagsAndJoinedAgain() {
        Steps.Run split = run(new Retype("tags", ColumnType.TEXT), new SplitTags("tags", "/"));
        assertThat(split.table().column("tags").type()).isEqualTo(ColumnType.TAGS);
        assertThat(column(split.table(), "tags")).containsExactly("snow;crew", "crew", "null", "crew;snow");
        Steps.Run joined =
                run(new Retype("tags", ColumnType.TEXT), new SplitTags("tags", "/"), new JoinTags("tags", " + "));
        assertThat(joined.table().column("tags").type()).isEqualTo(ColumnType.TEXT);
        assertThat(column(joined.table(), "tags")).containsExactly("snow + crew", "crew", "null", "crew + snow");
        assertThat(said(joined, 2)).isEqualTo("Join the tags of Tags into one text, “ + ” between them.");
        refused(new SplitTags("route", ""), "Say what stands between the tags");
        refused(new JoinTags("route", ","), "Only tags are joined");
        assertThatThrownBy(() ->
                        run(new Retype("tags", ColumnType.TEXT), new SplitTags("tags", "/"), new JoinTags("tags", "")))
                .hasMessageContaining("Say what stands between the tags");
    }

    @Test
    void categoriesStandByTheirNumberOfRows() {
        Steps.Run run = run(new OrderValues("route", List.of(), OrderValues.By.SIZE));
        assertThat(run.table().schema().get("route").order())
                .containsExactly("Basel–Malmö", "Lyon–Berlin", "Vienna–Hamburg");
        assertThat(said(run, 0)).endsWith("by their number of rows, most first.");
        Steps.Run lifted = run(
                new OrderValues("route", List.of("Lyon–Berlin")),
                new OrderValues("route", List.of(), OrderValues.By.LABEL));
        assertThat(lifted.table().schema().get("route").order()).isNull();
        refused(new OrderValues("delay", List.of(), OrderValues.By.SIZE), "Only columns of texts and tags");
    }

    @Test
    void averagesHaveAWeight() {
        Step weighted = new SetAdditivity("delay", Additivity.Kind.AVERAGE, "passengers");
        Steps.Run run = run(weighted);
        Additivity additivity = run.table().schema().get("delay").additivity();
        assertThat(additivity).isNotNull();
        assertThat(additivity.weight()).isEqualTo("passengers");
        assertThat(said(run, 0)).isEqualTo("Have Delay averaged, weighted by Passengers.");
        refused(new SetAdditivity("delay", Additivity.Kind.SUM, "passengers"), "Only averages are weighted");
        refused(new SetAdditivity("delay", Additivity.Kind.AVERAGE, "route"), "cannot be the weight");
        refused(new SetAdditivity("delay", Additivity.Kind.AVERAGE, "delay"), "cannot be the weight");
    }

    @Test
    void daysAreShownInAStyle() {
        Steps.Run run = run(new SetDateFormat("on", ColumnFormat.DateStyle.WEEKDAY));
        assertThat(run.table().schema().get("on").format())
                .isEqualTo(ColumnFormat.date(ColumnFormat.DateStyle.WEEKDAY));
        assertThat(said(run, 0)).isEqualTo("Show On like Fri 13 Mar 2026.");
        Steps.Run back = run(
                new SetDateFormat("on", ColumnFormat.DateStyle.ISO),
                new SetDateFormat("on", ColumnFormat.DateStyle.PLAIN));
        assertThat(back.table().schema().get("on").format()).isNull();
        refused(new SetDateFormat("delay", ColumnFormat.DateStyle.ISO), "Only dates are shown so");
        Table years = TextRows.table("""
                Year,Sales
                2024,1
                2025,2
                2026,3
                """);
        assertThatThrownBy(() -> Steps.run(years, List.of(new SetDateFormat("year", ColumnFormat.DateStyle.ISO))))
                .hasMessageContaining("holds periods");
    }

    @Test
    void labelsOfTwoPartsBecomeTwoColumns() {
        Table wide = TextRows.table("""
                Place,2025 Sales,2025 Guests,2026 Sales,2026 Guests
                North,1,10,2,
                South,3,30,4,40
                """);
        Step turn =
                new ColumnsToRows(List.of(), "20*", null, null, PickedColumns.All.NONE, "Year", "Value", "", "What");
        Steps.Run run = Steps.run(wide, List.of(turn));
        assertThat(run.table().schema().columns().stream().map(ColumnInfo::label))
                .containsExactly("Place", "Year", "What", "Value");
        assertThat(column(run.table(), "year"))
                .startsWith("2025-01-01", "2025-01-01", "2026-01-01", "2026-01-01")
                .hasSize(8);
        assertThat(column(run.table(), "what")).startsWith("Sales", "Guests", "Sales", "Guests");
        assertThat(column(run.table(), "value")).containsExactly("1", "10", "2", "null", "3", "30", "4", "40");
        assertThat(run.done().get(0).sentence().text())
                .isEqualTo(
                        "Turn columns named like “20*” into rows: the label up to a space into Year, what follows into"
                                + " What, the value into Value.");
        Step odd = new ColumnsToRows(
                List.of("place"), null, null, null, PickedColumns.All.NONE, "Year", "Value", "/", "What");
        assertThatThrownBy(() -> Steps.run(wide, List.of(odd))).hasMessageContaining("“Place” cannot be parted at “/”");
    }
}
