package keensparrow.core.prepare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import keensparrow.core.TextRows;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.UserException;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** Rows turned into columns, and datasets put under one another, by tables worked out by hand. */
class ReshapingTest {
    private static final Table LONG = TextRows.table("""
            Shop,Month,Kind,Units
            North,2026-01-01,tea,4
            North,2026-01-01,coffee,7
            South,2026-01-01,tea,1
            North,2026-02-01,tea,6
            North,2026-01-01,tea,5
            South,2026-02-01,,9
            """);

    private static List<String> rows(Table table) {
        List<String> rows = new ArrayList<>();
        for (int row = 0; row < table.rowCount(); row++) {
            List<String> cells = new ArrayList<>();
            for (ColumnInfo info : table.schema().columns()) {
                cells.add(String.valueOf(table.column(info.name()).plain(row)));
            }
            rows.add(String.join(" ", cells));
        }
        return rows;
    }

    private static List<String> labels(Table table) {
        return table.schema().columns().stream().map(ColumnInfo::label).toList();
    }

    private static RowsToColumns turn(RowsToColumns.Several several) {
        return new RowsToColumns(List.of("shop", "month"), "kind", "units", several);
    }

    @Test
    void eachValueBecomesAColumn() {
        Steps.Run run = Steps.run(LONG, List.of(turn(RowsToColumns.Several.SUM)));
        assertThat(labels(run.table())).containsExactly("Shop", "Month", "coffee", "tea");
        assertThat(rows(run.table()))
                .containsExactly(
                        "North 2026-01-01 7 9", // 4 and 5 of tea
                        "South 2026-01-01 null 1",
                        "North 2026-02-01 null 6",
                        "South 2026-02-01 null null"); // of no kind: it has a row, and no column
        assertThat(run.done().get(0).sentence().text())
                .isEqualTo("Turn rows into columns: one row for each Shop and Month, a column for each Kind, holding"
                        + " Units: the sum of several.");
        assertThat(run.done().get(0).effect()).isEqualTo("4 rows, 2 new columns");
        assertThat(run.table().schema().get("tea").additivity())
                .isEqualTo(LONG.schema().get("units").additivity());
    }

    @Test
    void severalRowsForOneCellAreTakenOrRefused() {
        assertThat(rows(turn(RowsToColumns.Several.FIRST).apply(LONG)).get(0)).isEqualTo("North 2026-01-01 7 4");
        assertThatThrownBy(() -> turn(RowsToColumns.Several.REFUSE).apply(LONG))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("Two rows make one cell of “tea”: rows 1 and 5");
        Table texts = new RowsToColumns(List.of("shop"), "month", "kind", RowsToColumns.Several.FIRST).apply(LONG);
        assertThat(rows(texts)).containsExactly("North tea tea", "South tea null");
        assertThat(labels(texts)).containsExactly("Shop", "2026-01-01", "2026-02-01");
    }

    @Test
    void thereAndBackAgainIsTheSame() {
        Table wide = turn(RowsToColumns.Several.SUM).apply(LONG);
        Table back = new ColumnsToRows(List.of("coffee", "tea"), "Kind", "Units").apply(wide);
        assertThat(rows(back))
                .contains("North 2026-01-01 tea 9", "North 2026-01-01 coffee 7", "South 2026-01-01 coffee null")
                .hasSize(8);
        assertThat(back.column("units").type()).isEqualTo(ColumnType.WHOLE);
    }

    @Test
    void whatCannotBeTurnedIsRefused() {
        refused(new RowsToColumns(List.of("shop"), "shop", "units", RowsToColumns.Several.SUM), "three different");
        refused(new RowsToColumns(List.of("shop"), "month", "kind", RowsToColumns.Several.SUM), "text");
        refused(new RowsToColumns(List.of(), "kind", "units", RowsToColumns.Several.SUM), "column");
        refused(new RowsToColumns(List.of("gone"), "kind", "units", RowsToColumns.Several.SUM), "gone");
        StringBuilder many = new StringBuilder("Key,Code,N\n");
        for (int i = 0; i < 101; i++) {
            many.append("k,c").append(i).append(",1\n");
        }
        assertThatThrownBy(() -> new RowsToColumns(List.of("key"), "code", "n", RowsToColumns.Several.SUM)
                        .apply(TextRows.table(many.toString())))
                .hasMessageContaining("101 different values");
        Table none = turn(RowsToColumns.Several.SUM).apply(LONG.pick(new int[0], 0));
        assertThat(none.rowCount()).isZero();
        assertThat(labels(none)).containsExactly("Shop", "Month");
    }

    private static void refused(Step step, String why) {
        assertThatThrownBy(() -> step.apply(LONG))
                .isInstanceOf(UserException.class)
                .hasMessageContaining(why);
    }

    private static final Table OTHER = TextRows.table("""
            Units,Shop,Manager,Month,Open
            2.5,West,Ada,2026-03-01,yes
            ,East,,2026-04-01,no
            """);

    @Test
    void rowsOfAnotherDatasetStandBelow() {
        Steps.Run run = Steps.run(
                LONG.pick(new int[] {0, 5}, 2),
                List.of(new PutUnder("d1", "Spring", "From")),
                1,
                dataset -> OTHER,
                Set.of());
        assertThat(labels(run.table())).containsExactly("Shop", "Month", "Kind", "Units", "Manager", "Open", "From");
        assertThat(rows(run.table()))
                .containsExactly(
                        "North 2026-01-01 tea 4.0 null null this dataset",
                        "South 2026-02-01 null 9.0 null null this dataset",
                        "West 2026-03-01 null 2.5 Ada yes Spring",
                        "East 2026-04-01 null null null no Spring");
        assertThat(run.table().schema().get("units").type()).isEqualTo(ColumnType.DECIMAL);
        assertThat(run.table().schema().get("open").type()).isEqualTo(ColumnType.YES_NO);
        assertThat(run.done().get(0).effect())
                .isEqualTo("2 rows added; 3 columns are the same, 1 only here, 2 only there");
        assertThat(run.done().get(0).sentence().text()).isEqualTo("Put Spring under these rows, told apart in From.");
    }

    @Test
    void columnsOfDifferentTypesBecomeTexts() {
        Table words = TextRows.table("Units,Shop\nmany,West\nfew,West\n");
        Table table = new PutUnder("d1", "Words", "").apply(LONG.pick(new int[] {0}, 1), dataset -> words);
        assertThat(rows(table)).containsExactly("North 2026-01-01 tea 4", "West null null many", "West null null few");
        assertThat(table.schema().get("units").type()).isEqualTo(ColumnType.TEXT);
        assertThatThrownBy(() -> new PutUnder("gone", "Gone", "").apply(LONG)).isInstanceOf(UserException.class);
    }
}
