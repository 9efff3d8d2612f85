package keensparrow.formats.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import keensparrow.formats.Loading;
import keensparrow.formats.Packed;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Files as offices send them, and what is no table; what comes of each was written down first. */
class OfficeFilesTest {
    private static final String[] FORMATS = {"yyyy-mm-dd"};

    @TempDir
    Path folder;

    private LoadedTable load(String name, String text) throws IOException {
        return Loading.load(folder, name, text.getBytes(StandardCharsets.UTF_8));
    }

    private void refused(String name, byte[] bytes, ErrorCode code, String... says) {
        assertThatThrownBy(() -> Loading.load(folder, name, bytes)).isInstanceOfSatisfying(UserException.class, e -> {
            assertThat(e.code()).as(e.text()).isEqualTo(code);
            assertThat(e.text()).contains(name).contains(says);
        });
    }

    @Test
    void subtotalsInAWorkbookAreLeftOutAndLabelsWrittenOnceAreLeftBlank() throws IOException {
        String xml = Packed.cells(
                "Region;Shop;Sales;Cost",
                "North;a;=10;=4",
                ";b;=20;=5",
                "Total North;;=30;=9",
                "South;c;=5;=1",
                ";d;=7;=2",
                "Total South;;=12;=3",
                "Total;;=42;=12");
        LoadedTable loaded = Loading.load(Packed.xlsx(folder.resolve("shops.xlsx"), "", FORMATS, Map.of("Sheet", xml)));
        assertThat(loaded.table().rowCount()).isEqualTo(4);
        assertThat(loaded.report().notes())
                .contains("Row 4 “Total North” sums up other rows and was left out.")
                .contains("Row 7, “Total South”, was left out: it sums up the rows above.")
                .contains("Row 8, “Total”, was left out: it sums up the rows above.");
    }

    @Test
    void subtotalsOfADelimitedTextAreFoundToo() throws IOException {
        LoadedTable loaded = load(
                "t.csv",
                "kind;n;v\na;1;1,5\nb;2;2,5\nSubtotal;3;4,0\nc;4;1,0\nd;5;2,25\nSubtotal;9;3,25\nTotal;12;7,25\n");
        assertThat(loaded.table().rowCount()).isEqualTo(4);
        assertThat(loaded.table().column("v").plain(3)).isEqualTo("2.25");
    }

    @Test
    void sheetsWithAColumnMoreAreAllRead() throws IOException {
        Map<String, String> sheets = new LinkedHashMap<>();
        sheets.put("January", Packed.cells("Product;Units;Price", "x;=1;=2", "y;=2;=3"));
        sheets.put("February", Packed.cells("Product;Units;Price;Discount", "x;=3;=4;=5", "y;=4;=4;=6"));
        sheets.put("Notes", Packed.cells("Author;Remark;Page;Line;Word", "me;ok;=1;=2;=3"));
        LoadedTable loaded = Loading.load(Packed.xlsx(folder.resolve("months.xlsx"), "", FORMATS, sheets));
        assertThat(loaded.table().rowCount()).isEqualTo(4);
        assertThat(Loading.labels(loaded.table())).containsExactly("Product", "Units", "Price", "Discount", "Sheet");
        assertThat(loaded.table().column("discount").blankCount()).isEqualTo(2);
        assertThat(loaded.report().notes())
                .contains("Two tables with nearly the same columns were put under one another.")
                .anyMatch(note -> note.contains("“Discount” is in “February”"))
                .anyMatch(note -> note.startsWith("Not loaded is another table: “Notes”"));
    }

    @Test
    void aTableThreeRowsBelowAnotherIsOfferedNotMixedIn() throws IOException {
        String xml = Packed.cells(
                "Product;Units;Price", "x;=1;=2", "y;=2;=3", "z;=3;=4", "", "", "", "City;Shops", "Rome;=5", "Oslo;=2");
        LoadedTable loaded = Loading.load(Packed.xlsx(folder.resolve("two.xlsx"), "", FORMATS, Map.of("Sheet", xml)));
        assertThat(loaded.table().rowCount()).isEqualTo(3);
        assertThat(loaded.report().notes()).contains("Not loaded is another table: “Sheet” from row 8.");
    }

    @Test
    void formulasWithoutStoredResultsAreToldWithTheirCells() throws IOException {
        String xml = "<sheetData><row r=\"1\"><c r=\"A1\" t=\"inlineStr\"><is><t>n</t></is></c>"
                + "<c r=\"B1\" t=\"inlineStr\"><is><t>double</t></is></c></row>"
                + "<row r=\"2\"><c r=\"A2\"><v>4</v></c><c r=\"B2\"><f>A2*2</f></c></row>"
                + "<row r=\"3\"><c r=\"A3\"><v>5</v></c><c r=\"B3\"><f>A3*2</f><v>10</v></c></row>"
                + "<row r=\"4\"><c r=\"A4\"><v>6</v></c><c r=\"B4\" t=\"str\"><f>\"\"</f><v></v></c></row></sheetData>";
        LoadedTable loaded = Loading.load(Packed.xlsx(folder.resolve("f.xlsx"), "", FORMATS, Map.of("Sheet", xml)));
        assertThat(loaded.report().notes())
                .contains(
                        "1 formula has no stored result and is read as blank (B2). Open the workbook in a spreadsheet program"
                                + " and save it again: then the results are in it.");
        assertThat(loaded.table().column("double").blankCount()).isEqualTo(2);
    }

    @Test
    void aTableInAWebPageUnderAWorkbooksNameIsRead() throws IOException {
        LoadedTable loaded = load(
                "report.xls",
                "<?xml version=\"1.0\"?><!-- x --><html><body><p>Report</p><table><tr><th>Town</th><th>Kind</th><th>N</th></tr>"
                        + "<tr><td rowspan=2>Rome</td><td>a</td><td>10</td></tr><tr><td>b</td><td>2&nbsp;000</td></tr>"
                        + "<tr><td>Oslo</td><td>a</td><td>3</td></tr></table></body></html>");
        assertThat(Loading.labels(loaded.table())).containsExactly("Town", "Kind", "N");
        assertThat(Loading.row(loaded.table(), 1)).containsExactly("Rome", "b", "2000");
        refused("page.html", Packed.bytes("<!DOCTYPE html><p>Hello"), ErrorCode.FILE_NOT_TEXT, "web page", "no table");
    }

    @Test
    void whatIsNoTableIsNamed() throws IOException {
        refused(
                "letter.txt",
                Packed.bytes("Dear all,\n\nthank you for coming to the meeting, which was long and good.\n\n"
                        + "First, the timetable changes in December. Second, Ann writes the report.\n\nRegards\nBob\n"),
                ErrorCode.FILE_NOT_READABLE,
                "a text to be read, not a table");
        refused(
                "minutes.txt",
                Packed.bytes("Minutes of the meeting of 3 May\n\nPresent: Ann, Bob, Cleo\nExcused: Dan\n\n1. Welcome\n"
                        + "Ann welcomes everybody and thanks for the report.\n\n2. Timetable\nThe new timetable is"
                        + " discussed; Bob will write to the stations.\n\n3. Next meeting\n17 May, 10:00\n"),
                ErrorCode.FILE_NOT_READABLE,
                "a text to be read, not a table");
        refused(
                "fake.xlsx",
                Packed.zip(Map.of("a.txt", Packed.bytes("hello"))),
                ErrorCode.FILE_NOT_READABLE,
                "zip archive without the parts");
        refused(
                "doc.docx",
                Packed.zip(Map.of("[Content_Types].xml", new byte[1], "word/document.xml", new byte[1])),
                ErrorCode.FILE_NOT_TEXT,
                "document or slides");
        refused(
                "text.odt",
                Packed.zip(Map.of(
                        "mimetype", Packed.bytes("application/vnd.oasis.opendocument.text"),
                        "content.xml", new byte[1],
                        "META-INF/manifest.xml", new byte[1])),
                ErrorCode.FILE_NOT_TEXT,
                "document or slides");
        refused("blank.csv", Packed.bytes("\n \n\n"), ErrorCode.FILE_EMPTY, "nothing but blank lines");
        refused(
                "nul.csv",
                new byte[] {'a', ',', 'b', '\n', '1', 0, '\n'},
                ErrorCode.FILE_NOT_TEXT,
                "damaged or no text",
                "line 2");
    }

    @Test
    void aBombIsRefusedByWhatItsDirectorySays() throws IOException {
        Map<String, byte[]> parts = new LinkedHashMap<>();
        parts.put("[Content_Types].xml", new byte[1]);
        parts.put("xl/workbook.xml", new byte[1]);
        parts.put("xl/worksheets/sheet1.xml", new byte[260 << 20]);
        refused("bomb.xlsx", Packed.zip(parts), ErrorCode.FILE_NOT_READABLE, "would unpack to 272 MB", "save it again");
    }

    @Test
    void oneBadByteIsReplacedAndToldWithItsLine() throws IOException {
        byte[] good =
                "name,city\nJosé,Köln\nAña,São Paulo\nZoë,Łódź\nbad,x\nAnn,Århus\n".getBytes(StandardCharsets.UTF_8);
        int at = new String(good, StandardCharsets.ISO_8859_1).indexOf("bad") + 1;
        good[at] = (byte) 0xE9;
        LoadedTable loaded = Loading.load(folder, "badbyte.csv", good);
        assertThat(loaded.table().column("name").plain(0)).isEqualTo("José");
        assertThat(loaded.table().column("name").plain(3)).isEqualTo("b\ufffdd");
        assertThat(loaded.report().notes())
                .contains("Line 5 has a byte that is no UTF-8, as all the rest is: it reads as �.");
        byte[] western = "name,city\nJosé,Köln\nZoë,Århus\n".getBytes(StandardCharsets.ISO_8859_1);
        assertThat(Loading.load(folder, "western.csv", western)
                        .table()
                        .column("city")
                        .plain(0))
                .isEqualTo("Köln");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '>', textBlock = """
            {"a":1}|{"a":2}|{"a":|{"a":4}|          > line 3 is no whole object, it ends too early
            {"a":1}|{"a":2,}|{"a":4}|               > line 2 is no whole object, “}” stands where
            {"a":1}|{"a":nope}|                     > line 2 is no whole object, “nope” is neither a text in quotes nor a number
            [{"a":1},|{"a":x}]                      > in line 2, column
            """)
    void aBrokenLineOfJsonIsNamedInPlainWords(String text, String says) {
        refused("rows.json", Packed.bytes(text.replace("|", "\n")), ErrorCode.FILE_NOT_READABLE, says);
    }

    @Test
    void columnsSetByPositionAreCut() throws IOException {
        Table table = load("fixed.txt", """
                        Code Name        Town       Amount
                        0001 Anna Miller Rome          120
                        0002 Bob         Oslo         1300
                        0003 Cleo Smith                 15
                        0004 Dan Brown   Lisbon         99
                        0005 Eve         Prague       1000
                        """).table();
        assertThat(Loading.labels(table)).containsExactly("Code", "Name", "Town", "Amount");
        assertThat(Loading.row(table, 0)).containsExactly("0001", "Anna Miller", "Rome", "120");
        assertThat(table.column("town").isBlank(2)).isTrue();
        assertThat(table.column("amount").type()).isEqualTo(ColumnType.WHOLE);
    }

    @Test
    void aColumnOfNamesIsNotCut() throws IOException {
        assertThat(Loading.labels(load("one.txt", "Route\nRoute 1\nRoute 2\nRoute 3\nRoute 4\n")
                        .table()))
                .containsExactly("Route");
        assertThat(Loading.labels(load("names.txt", "Name\nAnna Miller\nBob Stone\nCleo Smith\n")
                        .table()))
                .containsExactly("Name");
    }

    @Test
    void headingsBehindAMarkInQuotesOrRepeatedAreHeadings() throws IOException {
        assertThat(Loading.labels(load("c.csv", "#name,amount\na,1\nb,2\nc,3\n").table()))
                .containsExactly("name", "amount");
        assertThat(Loading.labels(
                        load("q.csv", "'Name','Born'\n'Ann','1990-01-02'\n'Bob','1985-05-06'\n'Cleo','2001-10-11'\n")
                                .table()))
                .containsExactly("Name", "Born");
        assertThat(Loading.labels(load("d.csv", "Name,Sales,Sales,Sales (2)\na,1,2,3\nb,4,5,6\n")
                        .table()))
                .doesNotHaveDuplicates()
                .containsExactly("Name", "Sales", "Sales (2)", "Sales (2) (2)");
    }

    @Test
    void withoutHeadingsEmptyColumnsKeepTheirPlace() throws IOException {
        Table table = load("n.csv", "1,,5,x\n2,,6,y\n3,,7,z\n4,,8,w\n").table();
        assertThat(table.schema().columns())
                .extracting(ColumnInfo::label)
                .isEqualTo(List.of("Column 1", "Column 2", "Column 3", "Column 4"));
        assertThat(Loading.row(table, 2)).containsExactly("3", "", "7", "z");
    }
}
