package keensparrow.formats.sheet;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.formats.ods.OdsDownload;
import keensparrow.formats.xlsx.XlsxDownload;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.junit.jupiter.api.Test;

/** Numbers stand in sheets as the settings of their columns say, and stay numbers. */
class NumberStyleTest {
    private static final ColumnFormat EURO = new ColumnFormat(ColumnFormat.Kind.MONEY, "EUR", null, null);

    private static ColumnInfo column(ColumnType type, ColumnFormat format) {
        return new ColumnInfo("a", "A", type, Role.MEASURE, format);
    }

    private static String pattern(ColumnType type, ColumnFormat format) {
        return NumberStyle.of(column(type, format)).map(NumberStyle::pattern).orElse("none");
    }

    @Test
    void aPatternSaysUnitAndDecimals() {
        ColumnFormat.Kind number = ColumnFormat.Kind.NUMBER;
        assertThat(pattern(ColumnType.DECIMAL, null)).isEqualTo("none");
        assertThat(pattern(ColumnType.DECIMAL, EURO)).isEqualTo("#,##0.00\" EUR\"");
        assertThat(pattern(ColumnType.WHOLE, EURO)).isEqualTo("#,##0\" EUR\"");
        assertThat(pattern(ColumnType.WHOLE, new ColumnFormat(ColumnFormat.Kind.MONEY, "€", 1, null)))
                .isEqualTo("\"€\"#,##0.0");
        assertThat(pattern(ColumnType.DECIMAL, new ColumnFormat(number, "k\"m", null, null)))
                .isEqualTo("General\" km\"");
        assertThat(pattern(ColumnType.DECIMAL, new ColumnFormat(number, null, 3, null)))
                .isEqualTo("#,##0.000");
        assertThat(pattern(ColumnType.DECIMAL, ColumnFormat.PERCENT)).isEqualTo("0.0%");
        assertThat(pattern(ColumnType.DECIMAL, new ColumnFormat(ColumnFormat.Kind.PERCENT, null, 0, null)))
                .isEqualTo("0%");
        assertThat(pattern(ColumnType.WHOLE, new ColumnFormat(ColumnFormat.Kind.DURATION, "min", null, null)))
                .isEqualTo("General\" min\"");
        assertThat(pattern(ColumnType.DATE, ColumnFormat.date(ColumnFormat.DateStyle.LONG)))
                .isEqualTo("none");
    }

    private static final Table TABLE = new Table(
            new Schema(List.of(
                    new ColumnInfo("cost", "Cost", ColumnType.DECIMAL, Role.MEASURE, EURO),
                    new ColumnInfo(
                            "day",
                            "Day",
                            ColumnType.DATE,
                            Role.TIME,
                            ColumnFormat.date(ColumnFormat.DateStyle.WEEKDAY)))),
            List.of(
                    new LongColumn(ColumnType.DECIMAL, 2, new long[] {123_450}, null),
                    new LongColumn(ColumnType.DATE, 0, new long[] {20_500}, null)),
            1);
    private static final QueryEngine.RowScan ALL = new QueryEngine.RowScan(List.of("cost", "day"), Set.of(), List.of());

    @Test
    void aWorkbookHasThem() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new XlsxDownload(out, List.of(List.of("Rows", "All."))).write(new MemoryEngine(TABLE), ALL);
        try (ReadableWorkbook book =
                new ReadableWorkbook(new ByteArrayInputStream(out.toByteArray()), new ReadingOptions(true, false))) {
            Row row = book.getSheet(1).orElseThrow().read().get(1);
            assertThat(row.getCell(0).getDataFormatString()).isEqualTo("#,##0.00\" EUR\"");
            assertThat(row.getCellAsNumber(0).orElseThrow()).isEqualByComparingTo("1234.5");
            assertThat(row.getCell(1).getDataFormatString()).isEqualTo("ddd d mmm yyyy");
        }
    }

    @Test
    void anOpenDocumentHasThem() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new OdsDownload(out, List.of(List.of("Rows", "All."))).write(new MemoryEngine(TABLE), ALL);
        String content = "";
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(out.toByteArray()))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                if (entry.getName().equals("content.xml")) {
                    content = new String(zip.readAllBytes(), StandardCharsets.UTF_8);
                }
            }
        }
        String name = content.replaceAll("(?s).*<number:number-style style:name=\"n-([^\"]+)\">.*", "$1");
        assertThat(content)
                .contains("number:decimal-places=\"2\" number:grouping=\"true\"", "<number:text> EUR</number:text>")
                .contains("table:style-name=\"" + name + "\" office:value-type=\"float\" office:value=\"1234.50\"")
                .contains("<number:day-of-week number:style=\"short\"/>")
                .contains(
                        "table:style-name=\"dayWEEKDAY\" office:value-type=\"date\" office:date-value=\"2026-02-16\"");
    }
}
