package keensparrow.formats.xlsx;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.math.BigDecimal;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Set;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.filter.OneOf;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.junit.jupiter.api.Test;

/** A downloaded workbook read again by another reader. */
class XlsxDownloadTest {
    private static final Table TABLE = new Table(
            new Schema(List.of(
                    new ColumnInfo("note", "=Note", ColumnType.TEXT, Role.CATEGORY),
                    new ColumnInfo("n", "Number", ColumnType.DECIMAL, Role.MEASURE),
                    new ColumnInfo("share", "Share", ColumnType.DECIMAL, Role.MEASURE, ColumnFormat.PERCENT),
                    new ColumnInfo("day", "Day", ColumnType.DATE, Role.TIME),
                    new ColumnInfo(
                            "month",
                            "Month",
                            ColumnType.DATE,
                            Role.TIME,
                            new ColumnFormat(ColumnFormat.Kind.MONTH, null)),
                    new ColumnInfo("ok", "Fine", ColumnType.YES_NO, Role.CATEGORY))),
            List.of(
                    TextColumn.of("=1+1", "a<b & “c”", null),
                    new LongColumn(
                            ColumnType.DECIMAL,
                            2,
                            new long[] {-150, 1_234_567_890_123_456_789L, 123_456_789_012L},
                            null),
                    new LongColumn(ColumnType.DECIMAL, 2, new long[] {25, 0, 100}, new long[] {0b101}),
                    new LongColumn(ColumnType.DATE, 0, new long[] {20_500, -25_569, 20_501}, null),
                    new LongColumn(ColumnType.DATE, 0, new long[] {20_454, 20_485, 20_513}, null),
                    new YesNoColumn(3, new long[] {0b001}, new long[] {0b011})),
            3);

    private static final List<String> ALL = List.of("note", "n", "share", "day", "month", "ok");

    private static byte[] written(QueryEngine.RowScan scan, int maxRows) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new XlsxDownload(out, List.of(List.of("Rows", "Reading all 3 rows.")), maxRows)
                .write(new MemoryEngine(TABLE), scan);
        return out.toByteArray();
    }

    @Test
    void numbersAndDatesAreSuchAndTextsAreTexts() throws Exception {
        QueryEngine.RowScan scan = new QueryEngine.RowScan(ALL, Set.of(), List.of());
        try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(written(scan, 100)))) {
            assertThat(book.getSheets().map(Sheet::getName)).containsExactly("About", "Rows");
            List<Row> about = book.getFirstSheet().read();
            assertThat(about.get(0).getCellText(1)).isEqualTo("Reading all 3 rows.");
            List<Row> rows = book.getSheet(1).orElseThrow().read();
            assertThat(rows).hasSize(4);
            assertThat(rows.get(0).getCellText(0)).isEqualTo("=Note");
            Cell formula = rows.get(1).getCell(0);
            assertThat(formula.getType()).isEqualTo(CellType.STRING); // a text that begins like a formula runs nothing
            assertThat(formula.getText()).isEqualTo("=1+1");
            assertThat(rows.get(2).getCellText(0)).isEqualTo("a<b & “c”");
            assertThat(rows.get(1).getCellAsNumber(1)).contains(new BigDecimal("-1.50"));
            assertThat(rows.get(3).getCellAsNumber(1).orElseThrow()).isEqualByComparingTo("1234567890.12");
            assertThat(rows.get(1).getCellAsNumber(2).orElseThrow()).isEqualByComparingTo("0.25");
            assertThat(rows.get(2).getOptionalCell(2)).isEmpty();
            assertThat(rows.get(1).getCellAsDate(3)).contains(LocalDateTime.of(2026, 2, 16, 0, 0));
            assertThat(rows.get(1).getCellAsDate(4)).contains(LocalDateTime.of(2026, 1, 1, 0, 0));
            Cell large = rows.get(2).getCell(1); // as a number it would lose its last digits
            assertThat(large.getType()).isEqualTo(CellType.STRING);
            assertThat(large.getText()).isEqualTo("12345678901234567.89");
            assertThat(rows.get(2).getCellText(3)).isEqualTo("1899-12-30");
            assertThat(rows.get(1).getCellText(5)).isEqualTo("yes");
            assertThat(rows.get(2).getCellText(5)).isEqualTo("no");
        }
    }

    @Test
    void theSelectionItsOrderAndSeveralSheetsAreThere() throws Exception {
        QueryEngine.RowScan lastFirst =
                new QueryEngine.RowScan(List.of("n"), Set.of(), List.of(new Question.Sort("n", true)));
        try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(written(lastFirst, 2)))) {
            assertThat(book.getSheets().map(Sheet::getName)).containsExactly("About", "Rows", "Rows 2");
            assertThat(book.getSheet(1).orElseThrow().read()).hasSize(3);
            List<Row> second = book.getSheet(2).orElseThrow().read();
            assertThat(second.get(0).getCellText(0)).isEqualTo("Number");
            assertThat(second.get(1).getCellAsNumber(0).orElseThrow()).isEqualByComparingTo("-1.5");
        }
        QueryEngine.RowScan none = new QueryEngine.RowScan(
                List.of("n"), Set.of(new OneOf("note", List.of("nothing like it"), false, false)), List.of());
        try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(written(none, 2)))) {
            assertThat(book.getSheet(1).orElseThrow().read()).hasSize(1);
        }
    }

    /** More rows than are written out at once, more texts than are shared, blanks between cells that have a style. */
    @Test
    void everyCellOfManyRowsIsWhatItWas() throws Exception {
        int count = 2_600;
        String[] ids = new String[count];
        long[] moments = new long[count];
        long[] amounts = new long[count];
        long[] filled = new long[(count + 63) / 64];
        for (int i = 0; i < count; i++) {
            ids[i] = i % 3 == 0 ? "again – Zürich" : "Ticket " + i;
            moments[i] = (20_500L * 86_400 + i * 3_661L) * 1_000_000 + (i % 2) * 250_000;
            amounts[i] = i * 7L - 1_000;
            filled[i / 64] |= i % 5 == 0 ? 0 : 1L << (i % 64);
        }
        ColumnFormat euros = ColumnFormat.money("€");
        Table many = new Table(
                new Schema(List.of(
                        new ColumnInfo("id", "Id", ColumnType.TEXT, Role.IDENTIFIER),
                        new ColumnInfo("at", "At", ColumnType.DATE_TIME, Role.TIME),
                        new ColumnInfo("cost", "Cost", ColumnType.DECIMAL, Role.MEASURE, euros))),
                List.of(
                        TextColumn.of(ids),
                        new LongColumn(ColumnType.DATE_TIME, 0, moments, null),
                        new LongColumn(ColumnType.DECIMAL, 2, amounts, filled)),
                count);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new XlsxDownload(out, List.of())
                .write(
                        new MemoryEngine(many),
                        new QueryEngine.RowScan(List.of("id", "at", "cost"), Set.of(), List.of()));
        try (ReadableWorkbook book =
                new ReadableWorkbook(new ByteArrayInputStream(out.toByteArray()), new ReadingOptions(true, true))) {
            List<Row> rows = book.getFirstSheet().read();
            assertThat(rows).hasSize(count + 1);
            for (int i = 0; i < count; i++) {
                Row row = rows.get(i + 1);
                assertThat(row.getCellText(0)).isEqualTo(ids[i]);
                assertThat(row.getCellAsDate(1).orElseThrow())
                        .isEqualTo(LocalDateTime.of(2026, 2, 16, 0, 0)
                                .plusSeconds(i * 3_661L)
                                .plusNanos((i % 2) * 250_000_000L));
                assertThat(row.getCell(1).getDataFormatString()).isEqualTo("yyyy-mm-dd hh:mm");
                if (i % 5 == 0) {
                    assertThat(row.getOptionalCell(2)).isEmpty();
                } else {
                    assertThat(row.getCellAsNumber(2).orElseThrow())
                            .isEqualByComparingTo(BigDecimal.valueOf(amounts[i], 2));
                    assertThat(row.getCell(2).getDataFormatString()).contains("€");
                }
            }
        }
    }
}
