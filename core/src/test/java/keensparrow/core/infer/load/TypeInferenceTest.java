package keensparrow.core.infer.load;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import keensparrow.core.TextRows;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TypeInferenceTest {
    private static LoadedTable loaded(String values) {
        return TextRows.load("x,filler\n" + values.replace("|", ",1\n") + ",1\n");
    }

    @ParameterizedTest(name = "{0} is {1}")
    @CsvSource(delimiter = '>', textBlock = """
                    1|2|-3|+4                              > WHOLE
                    0|10|7                                 > WHOLE
                    1|2.5|3                                > DECIMAL
                    .5|0.25|-1.75                          > DECIMAL
                    1e3|2.5E-2                             > DECIMAL
                    00123|00456                            > TEXT
                    0012|34|56                             > TEXT
                    2026-01-31|2025-12-01                  > DATE
                    31.01.2026|1.2.2026                    > DATE
                    31/01/2026|01/02/2026                  > DATE
                    01/31/2026|02/01/2026                  > DATE
                    2026-02-30|2026-02-01                  > TEXT
                    2026-01-31 06:15|2026-02-01 23:59      > DATE_TIME
                    2026-01-31T06:15:09.250Z|2026-02-01    > DATE_TIME
                    2026-01-31T24:00|2026-02-01T06:00      > TEXT
                    yes|no|Yes|NO                          > YES_NO
                    true|false|TRUE                        > YES_NO
                    y|n                                    > YES_NO
                    yes|no|maybe                           > TEXT
                    12345678901234567890|1                 > TEXT
                    1.2.3|4.5.6                            > TEXT
                    Infinity|12                            > TEXT
                    1f|2d                                  > TEXT
                    hello|world                            > TEXT
                    a;b|b;c|c;a|a                          > TAGS
                    red;green|blue|red;blue|green;red|red  > TAGS
                    7E2|8E1|12E3                           > TEXT
                    7E2|8.5E1|12E3                         > DECIMAL
                    1E5|0.5|2.25                           > DECIMAL
                    12/05/2020|2020-05-13|14 May 2020      > TEXT
                    2020-05-12|13.05.2020|14 May 2020|2020-06-01 > DATE
                    """)
    void typesComeFromTheValues(String values, ColumnType type) {
        LoadedTable loaded = loaded(values);
        assertThat(loaded.table().schema().get("x").type()).isEqualTo(type);
        assertThat(loaded.report().conversionErrorCount()).isZero();
        assertThat(loaded.table().column("x").blankCount()).isZero();
    }

    @ParameterizedTest
    @CsvSource({"1.50|2.25|3, 2", "0.123456|1, 6", "1|2, 0"})
    void decimalsKeepTheirPlacesExactly(String values, int scale) {
        Column column = loaded(values).table().column("x");
        assertThat(column).isInstanceOf(LongColumn.class);
        assertThat(((LongColumn) column).scale()).isEqualTo(scale);
    }

    @Test
    void moreThanSixPlacesNeedDoubles() {
        Column column = loaded("0.1234567|1").table().column("x");
        assertThat(column).isInstanceOf(DoubleColumn.class);
        assertThat(column.plain(0)).isEqualTo("0.1234567");
    }

    @Test
    void blanksStayBlankAndAreNoObstacle() {
        LoadedTable loaded = loaded("1|| 2 |   |3");
        Column column = loaded.table().column("x");
        assertThat(column.type()).isEqualTo(ColumnType.WHOLE);
        assertThat(column.rowCount()).isEqualTo(5);
        assertThat(column.blankCount()).isEqualTo(2);
        assertThat(column.plain(2)).isEqualTo("2");
        assertThat(loaded("||").table().column("x").type()).isEqualTo(ColumnType.TEXT);
    }

    @Test
    void dayAndMonthOrderIsDecidedOverTheWholeColumn() {
        assertThat(loaded("01/02/2026|13/02/2026").table().column("x").plain(0)).isEqualTo("2026-02-01");
        assertThat(loaded("01/02/2026|02/13/2026").table().column("x").plain(0)).isEqualTo("2026-01-02");
        assertThat(loaded("01.02.2026|02.03.2026").table().column("x").plain(0)).isEqualTo("2026-02-01");
    }

    @Test
    void aFewMisfitsBecomeBlankAndAreListedWithTheirLines() {
        String good = String.join("|", Collections.nCopies(99, "12"));
        LoadedTable loaded = loaded(good + "|twelve");
        assertThat(loaded.table().schema().get("x").type()).isEqualTo(ColumnType.WHOLE);
        assertThat(loaded.report().conversionErrorCount()).isEqualTo(1);
        assertThat(loaded.report().conversionErrors())
                .containsExactly(new LoadReport.ConversionError("rows.csv", 101, "x", "twelve", "is no whole number"));
        assertThat(loaded.report().notes())
                .containsExactly("1 value of “x” did not read as whole number and became blank.");
        assertThat(loaded.table().column("x").isBlank(99)).isTrue();
    }

    @Test
    void manyMisfitsMakeItText() {
        String mixed = String.join("|", Collections.nCopies(30, "12")) + "|a|b|c";
        LoadedTable loaded = loaded(mixed);
        assertThat(loaded.table().schema().get("x").type()).isEqualTo(ColumnType.TEXT);
        assertThat(loaded.report().conversionErrorCount()).isZero();
    }

    @Test
    void sentencesWithSemicolonsAreNoTags() {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < 40; i++) {
            text.append("held at the border; then ").append(i).append(" more minutes of waiting|");
        }
        assertThat(loaded(text + "none").table().schema().get("x").type()).isEqualTo(ColumnType.TEXT);
    }

    @Test
    void aTypeCanBeAskedFor() {
        TextRows rows = new TextRows("rows.csv", "code,n\n1,p\n2,q\n");
        LoadedTable loaded = new TableLoader(
                        List.of(rows), Map.of("code", new TypeOverride(ColumnType.TEXT)), List.of(), LoadWatch.NONE)
                .load();
        assertThat(loaded.table().schema().get("code").type()).isEqualTo(ColumnType.TEXT);
        LoadedTable conversionErrors = new TableLoader(
                        List.of(rows), Map.of("n", new TypeOverride(ColumnType.DATE)), List.of(), LoadWatch.NONE)
                .load();
        assertThat(conversionErrors.table().column("n").blankCount()).isEqualTo(2);
        assertThat(conversionErrors.report().conversionErrorCount()).isEqualTo(2);
    }

    @Test
    void rolesComeFromTypesValuesAndNames() {
        StringBuilder text = new StringBuilder("order_id,city,kind,remark,amount,latitude,day,paid,ticket\n");
        for (int i = 0; i < 60; i++) {
            text.append(1000 + i)
                    .append(i % 2 == 0 ? ",Lyon" : ",Trieste")
                    .append(i % 3 == 0 ? ",A" : ",B")
                    .append(",a remark of some length that is never the same twice, number ".replace(", ", " "))
                    .append(i)
                    .append(",")
                    .append(i * 3)
                    .append(",")
                    .append(48.5 + i / 10.0)
                    .append(",2026-01-")
                    .append(10 + i % 20)
                    .append(i % 2 == 0 ? ",yes" : ",no")
                    .append(",T")
                    .append(i * 7)
                    .append("\n");
        }
        var schema = TextRows.table(text.toString().replace("remark of", "remark of"))
                .schema();
        assertThat(schema.get("order_id").role()).isEqualTo(Role.IDENTIFIER);
        assertThat(schema.get("city").role()).isEqualTo(Role.PLACE);
        assertThat(schema.get("kind").role()).isEqualTo(Role.CATEGORY);
        assertThat(schema.get("remark").role()).isEqualTo(Role.TEXT);
        assertThat(schema.get("amount").role()).isEqualTo(Role.MEASURE);
        assertThat(schema.get("latitude").role()).isEqualTo(Role.PLACE);
        assertThat(schema.get("day").role()).isEqualTo(Role.TIME);
        assertThat(schema.get("paid").role()).isEqualTo(Role.CATEGORY);
        assertThat(schema.get("ticket").role()).isEqualTo(Role.IDENTIFIER);
    }

    @Test
    void namesWithCommasAreNoTags() {
        assertThat(quoted("Blanket, wool, double", "Blanket, cotton, single", "Pillow, down", "Pillow, down, large"))
                .isEqualTo(ColumnType.TEXT);
        assertThat(quoted("Lyon, France", "Paris, France", "Nice", "Paris, Texas"))
                .isEqualTo(ColumnType.TEXT);
        assertThat(quoted("crew, weather", "weather", "signal, crew", "weather, signal", "crew"))
                .isEqualTo(ColumnType.TAGS);
    }

    /** Of a column whose cells hold commas; each value comes several times. */
    private static ColumnType quoted(String... values) {
        RowSource source = new RowSource() {
            @Override
            public String name() {
                return "quoted";
            }

            @Override
            public void read(CellHandler handler) {
                handler.cell("x".toCharArray(), 0, 1);
                handler.endRow(1);
                for (int row = 0; row < values.length * 6; row++) {
                    char[] cell = values[row % values.length].toCharArray();
                    handler.cell(cell, 0, cell.length);
                    handler.endRow(row + 2L);
                }
            }
        };
        return new TableLoader(List.of(source), Map.of(), List.of(), LoadWatch.NONE)
                .load()
                .table()
                .schema()
                .get("x")
                .type();
    }

    @Test
    void secondsSince1970AreTimesUnderAHeadingOfTime() {
        LoadedTable loaded = TextRows.load("timestamp,n\n1609459200,1\n1609462800,2\n");
        assertThat(loaded.table().schema().get("timestamp").type()).isEqualTo(ColumnType.DATE_TIME);
        assertThat(loaded.table().column("timestamp").plain(1)).isEqualTo("2021-01-01T01:00");
        assertThat(loaded.report().ambiguities())
                .extracting(LoadReport.Ambiguity::type)
                .containsExactly(ColumnType.WHOLE);
        assertThat(TextRows.load("created at,n\n1609459200000,1\n1609462800500,2\n")
                        .table()
                        .column("created_at")
                        .plain(1))
                .isEqualTo("2021-01-01T01:00:00.500");
        assertThat(TextRows.load("order,n\n1609459200,1\n1609462800,2\n")
                        .table()
                        .schema()
                        .get("order")
                        .type())
                .isEqualTo(ColumnType.WHOLE);
    }

    @Test
    void repeatedHeadingsAreToldWithTheirNames() {
        LoadedTable loaded = TextRows.load("Kind,N,kind,N\na,1,b,2\n");
        assertThat(loaded.table().schema().columns())
                .extracting(ColumnInfo::name)
                .containsExactly("kind", "n", "kind_2", "n_2");
        assertThat(loaded.report().notes())
                .contains(
                        "“Kind” is the heading of two columns; in expressions they are kind and kind_2.",
                        "“N” is the heading of two columns; in expressions they are n and n_2.");
    }
}
