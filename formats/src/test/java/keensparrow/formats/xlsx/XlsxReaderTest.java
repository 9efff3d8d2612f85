package keensparrow.formats.xlsx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.layout.TableChoice;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.Table;
import keensparrow.formats.Loading;
import keensparrow.formats.Packed;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Workbooks as offices send them, and the table that was meant. */
class XlsxReaderTest {
    private static final String[] FORMATS = {
        "yyyy\\-mm\\-dd", "dd/mm/yyyy hh:mm", "0.0%", "[$€-407] #,##0.00", "hh:mm", "[h]:mm"
    };

    @TempDir
    Path folder;

    private LoadedTable load(String workbook, Map<String, String> sheets) throws IOException {
        return Loading.load(Packed.xlsx(folder.resolve("book.xlsx"), workbook, FORMATS, sheets));
    }

    private LoadedTable load(String... rows) throws IOException {
        return load("", Map.of("Sheet", Packed.cells(rows)));
    }

    private static ReadingChoices table(TableChoice... choices) {
        return new ReadingChoices(null, null, null, null, null, null, null, Arrays.asList(choices));
    }

    @Test
    void cellsMeanWhatTheirFormatsSay() throws IOException {
        LoadedTable loaded = load(
                "day;at;share;paid;starts;lasts;n",
                "1|=46110;2|=46110.25;3|=0.125;4|=12.5;5|=0.5;6|=1.25;=0.30000000000000004",
                "1|=46111;2|=46111;3|=0.07;4|=-3;5|=0.75;6|=0.0625;=1E3");
        Table table = loaded.table();
        assertThat(Loading.row(table, 0))
                .containsExactly("2026-03-29", "2026-03-29T06:00", "0.125", "12.5", "12:00", "30:00", "0.3");
        assertThat(Loading.row(table, 1))
                .containsExactly("2026-03-30", "2026-03-30T00:00", "0.070", "-3.0", "18:00", "01:30", "1000.0");
        assertThat(table.schema().columns().get(0).type()).isEqualTo(ColumnType.DATE);
        assertThat(table.schema().columns().get(1).type()).isEqualTo(ColumnType.DATE_TIME);
        assertThat(table.schema().columns().get(2).format()).isEqualTo(ColumnFormat.PERCENT);
        assertThat(table.schema().columns().get(3).format()).isEqualTo(ColumnFormat.money("€"));
    }

    @Test
    void daysCountFrom1904WhereTheWorkbookSaysSo() throws IOException {
        assertThat(load("date1904=\"1\"", Map.of("Sheet", Packed.cells("day;n", "1|=0;=1", "1|=44648;=2")))
                        .table()
                        .column("day")
                        .plain(1))
                .isEqualTo("2026-03-29");
        assertThat(load("day;n", "1|=1;=1", "1|=59;=2", "1|=61;=3")
                        .table()
                        .column("day")
                        .plain(0))
                .isEqualTo("1900-01-01");
    }

    @Test
    void errorsAreBlankAndCounted() throws IOException {
        LoadedTable loaded = load("route;cost", "A;=1", "B;#N/A", "C;#DIV/0!", "D;=4");
        assertThat(loaded.table().column("cost").blankCount()).isEqualTo(2);
        assertThat(loaded.report().notes()).containsExactly("2 errors of formulas in “cost” are read as blank.");
    }

    @Test
    void cellsAsProgramsWriteThem() throws IOException {
        String xml = "<sheetData><row><c t=\"s\"><v>0</v></c><c t=\"s\"><v>1</v></c><c t=\"str\"><v>flag</v></c></row>"
                + "<row><c><v>1</v></c><c t=\"str\"><f>A2&amp;B2</f><v>a &lt;b&gt; _x0041_</v></c><c t=\"b\"><v>1</v></c></row>"
                + "<row r=\"5\"><c r=\"A5\"><f>1+1</f><v>2</v></c><c r=\"C5\" t=\"b\"><v>0</v></c></row></sheetData>";
        LoadedTable loaded = load("", Map.of("Sheet", xml));
        assertThat(Loading.labels(loaded.table())).containsExactly("shared", "two runs", "flag");
        assertThat(Loading.row(loaded.table(), 0)).containsExactly("1", "a <b> A", "yes");
        assertThat(Loading.row(loaded.table(), 1)).containsExactly("2", "", "no");
        assertThat(loaded.report().notes()).containsExactly("2 empty rows were left out.");
    }

    @Test
    void headingsInTwoRowsAreJoinedUnderMergedCells() throws IOException {
        String xml = Packed.cells(
                        "Plan and actual",
                        "",
                        "Route;2025;;2026;",
                        ";Plan;Actual;Plan;Actual",
                        "A;=1;=2;=3;=4",
                        "B;=5;=6;=7;=8")
                + "<mergeCells><mergeCell ref=\"A1:E1\"/><mergeCell ref=\"B3:C3\"/><mergeCell ref=\"D3:E3\"/><mergeCell ref=\"A3:A4\"/></mergeCells>";
        LoadedTable loaded = load("", Map.of("Sheet", xml));
        assertThat(Loading.labels(loaded.table()))
                .containsExactly("Route", "2025 Plan", "2025 Actual", "2026 Plan", "2026 Actual");
        assertThat(loaded.table().rowCount()).isEqualTo(2);
        assertThat(loaded.report().notes())
                .containsExactly(
                        "Row 1 above the headings was left out: “Plan and actual”.",
                        "Headings stand in two rows and were joined.");
    }

    @Test
    void mergedCellsAreFilledDownUnlessTheAuthorSaysNot() throws IOException {
        String xml = Packed.cells("Country;City;N", "Austria;Graz;=1", ";Linz;=2", ";Wien;=3", "Italy;Rome;=4")
                + "<mergeCells><mergeCell ref=\"A2:A4\"/></mergeCells>";
        Path file = Packed.xlsx(folder.resolve("book.xlsx"), "", FORMATS, Map.of("Sheet", xml));
        TableChoice asIs = new TableChoice(null, "Sheet", 0, null, null, null, null, null, false, null, null, null);
        assertThat(Loading.load(file, table(asIs)).table().column("country").blankCount())
                .isEqualTo(2);
        assertThat(Loading.load(file).report().notes()).anyMatch(note -> note.contains("were filled down"));
        Table filled = Loading.load(file).table();
        assertThat(filled.column("country").plain(2)).isEqualTo("Austria");
        assertThat(filled.column("country").plain(3)).isEqualTo("Italy");
    }

    @Test
    void hiddenRowsAndColumnsAreToldAndLeftToChoice() throws IOException {
        String xml = "<cols><col min=\"2\" max=\"2\" hidden=\"1\"/></cols>"
                + Packed.cells("a;b;c", "=1;=2;=3", "=4;=5;=6", "=7;=8;=9")
                        .replace("<row r=\"3\">", "<row r=\"3\" hidden=\"1\">");
        Path file = Packed.xlsx(folder.resolve("book.xlsx"), "", FORMATS, Map.of("Sheet", xml));
        LoadedTable all = Loading.load(file);
        assertThat(all.table().rowCount()).isEqualTo(3);
        assertThat(all.report().notes())
                .containsExactly(
                        "1 row is hidden in the sheet and read all the same.",
                        "1 column is hidden in the sheet and read all the same.");
        TableChoice visible = new TableChoice(null, "Sheet", 0, null, null, null, null, null, null, false, false, null);
        Table seen = Loading.load(file, table(visible)).table();
        assertThat(Loading.labels(seen)).containsExactly("a", "c");
        assertThat(Loading.row(seen, 1)).containsExactly("7", "9");
    }

    @Test
    void sheetsOfOneShapeArePutUnderOneAnother() throws IOException {
        Map<String, String> sheets = new LinkedHashMap<>();
        sheets.put("About", Packed.cells("Made by the office", "for the board"));
        sheets.put("Jan", Packed.cells("route;n", "A;=1", "B;=2"));
        sheets.put("Feb", Packed.cells("Monthly figures", "", "n;Route", "=3;A"));
        sheets.put("!Old", Packed.cells("x;y;z", "=1;=2;=3", "=1;=2;=3", "=1;=2;=3"));
        LoadedTable loaded = load("", sheets);
        assertThat(Loading.labels(loaded.table())).containsExactly("route", "n", "Sheet");
        assertThat(Loading.row(loaded.table(), 2)).containsExactly("A", "3", "Feb");
        assertThat(loaded.report().notes())
                .contains(
                        "“Feb”: Row 1 above the headings was left out: “Monthly figures”.",
                        "Two tables with the same columns were put under one another.")
                .anyMatch(note ->
                        note.startsWith("Not loaded are other tables: “About” from row 1 and “Old” from row 1"));
        Table old = Loading.load(folder.resolve("book.xlsx"), table(TableChoice.of("Old", 0)))
                .table();
        assertThat(old.rowCount()).isEqualTo(3);
        assertThatThrownBy(() -> Loading.load(folder.resolve("book.xlsx"), table(TableChoice.of("Mar", 0))))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("no sheet “Mar”");
    }

    @Test
    void anyoneCanWriteWorkbooks() throws IOException {
        Path file = folder.resolve("made.xlsx");
        try (OutputStream out = Files.newOutputStream(file);
                Workbook workbook = new Workbook(out, "test", "1.0")) {
            Worksheet sheet = workbook.newWorksheet("Data");
            String[] headings = {"code", "day", "value", "ok"};
            for (int i = 0; i < headings.length; i++) {
                sheet.value(0, i, headings[i]);
            }
            for (int row = 1; row <= 3000; row++) {
                sheet.value(row, 0, String.format("%05d", row));
                sheet.value(row, 1, LocalDate.of(2026, 1, 1).plusDays(row % 300));
                sheet.style(row, 1).format("d.m.yy").set();
                sheet.value(row, 2, row / 8.0);
                sheet.value(row, 3, row % 2 == 0);
            }
        }
        Table table = Loading.load(file).table();
        assertThat(table.rowCount()).isEqualTo(3000);
        assertThat(Loading.row(table, 2999)).containsExactly("03000", "2026-01-01", "375.000", "yes");
        assertThat(table.schema().columns().get(0).type()).isEqualTo(ColumnType.TEXT);
    }

    private void refused(Path file, ErrorCode code, String says) {
        assertThatThrownBy(() -> Loading.load(file)).isInstanceOfSatisfying(UserException.class, e -> {
            assertThat(e.code()).isEqualTo(code);
            assertThat(e.text()).contains(file.getFileName().toString()).contains(says);
        });
    }

    @Test
    void whatCannotBeReadIsSaid() throws IOException {
        Path empty = Packed.xlsx(folder.resolve("empty.xlsx"), "", FORMATS, Map.of("Sheet", "<sheetData/>"));
        refused(empty, ErrorCode.FILE_EMPTY, "empty workbook");
        byte[] whole = Files.readAllBytes(
                Packed.xlsx(folder.resolve("whole.xlsx"), "", FORMATS, Map.of("Sheet", Packed.cells("a;b", "=1;=2"))));
        Path cut = Files.write(folder.resolve("cut.xlsx"), Arrays.copyOf(whole, whole.length / 2));
        refused(cut, ErrorCode.FILE_NOT_READABLE, "damaged or cut off");
        Path xxe = Packed.xlsx(
                folder.resolve("xxe.xlsx"),
                "",
                FORMATS,
                Map.of("Sheet", "<sheetData><row><c t=\"str\"><v>&outside;</v></c></row></sheetData>"));
        refused(xxe, ErrorCode.FILE_NOT_READABLE, "damaged");
        Path binary = Files.write(
                folder.resolve("binary.xlsx"),
                Packed.zip(Map.of("[Content_Types].xml", new byte[0], "xl/workbook.bin", new byte[] {1})));
        refused(binary, ErrorCode.FILE_NOT_READABLE, "binary workbook");
    }

    @Test
    void wideSheetsAreReadAndTheWidestRefused() throws IOException {
        StringBuilder wide = new StringBuilder("<sheetData>");
        for (int row = 1; row <= 3; row++) {
            wide.append("<row>");
            for (int column = 0; column < 300; column++) {
                wide.append(
                        row == 1
                                ? "<c t=\"str\"><v>c" + column + "</v></c>"
                                : "<c><v>" + (row * 1000 + column) + "</v></c>");
            }
            wide.append("</row>");
        }
        Table table = load("", Map.of("Sheet", wide + "</sheetData>")).table();
        assertThat(table.columns()).hasSize(300);
        assertThat(table.column("c299").plain(1)).isEqualTo("3299");
        StringBuilder widest = new StringBuilder("<sheetData>");
        for (int row = 1; row <= 2; row++) {
            widest.append("<row>");
            for (int column = 0; column < 16_384; column++) {
                widest.append("<c t=\"str\"><v>" + (row == 1 ? "c" : "v") + column + "</v></c>");
            }
            widest.append("</row>");
        }
        Path file = Packed.xlsx(folder.resolve("widest.xlsx"), "", FORMATS, Map.of("Sheet", widest + "</sheetData>"));
        refused(file, ErrorCode.FILE_NOT_READABLE, "more than 2000 columns");
    }

    @Test
    void aLongCellIsKeptWhole() throws IOException {
        String text = "x".repeat(1 << 20);
        Table table = load("note;n", text + ";=1", "short;=2").table();
        assertThat(table.column("note").plain(0)).hasSize(1 << 20);
        List<String> odd = List.of("\u202e right to left שלום", "😀 pair", " =1+1", "@cmd");
        for (String one : odd) {
            assertThat(load("note;n", one + ";=1", "b;=2")
                            .table()
                            .column("note")
                            .plain(0))
                    .isEqualTo(one.strip());
        }
    }
}
