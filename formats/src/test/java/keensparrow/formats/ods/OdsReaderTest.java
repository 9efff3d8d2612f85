package keensparrow.formats.ods;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.formats.Loading;
import keensparrow.formats.Packed;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** OpenDocument workbooks and the table that was meant. */
class OdsReaderTest {
    @TempDir
    Path folder;

    private Path ods(String tables, String manifest) throws IOException {
        Map<String, byte[]> parts = new LinkedHashMap<>();
        parts.put("mimetype", Packed.bytes("application/vnd.oasis.opendocument.spreadsheet"));
        parts.put(
                "content.xml",
                Packed.bytes(
                        tables.startsWith("<")
                                ? """
                <office:document-content xmlns:office="o" xmlns:table="t" xmlns:text="x" xmlns:style="s">
                <office:body><office:spreadsheet>""" + tables + "</office:spreadsheet></office:body></office:document-content>"
                                : tables));
        parts.put("META-INF/manifest.xml", Packed.bytes(manifest));
        return Files.write(folder.resolve("book.ods"), Packed.zip(parts));
    }

    private static String text(String text) {
        return "<table:table-cell office:value-type=\"string\"><text:p>" + text + "</text:p></table:table-cell>";
    }

    private static String cell(String type, String attribute, String value) {
        return "<table:table-cell office:value-type=\"" + type + "\" office:" + attribute + "=\"" + value
                + "\"><text:p>shown</text:p></table:table-cell>";
    }

    private static String row(String... cells) {
        return "<table:table-row>" + String.join("", cells) + "</table:table-row>";
    }

    private static final String NOTHING = "<table:table-cell/>";

    @Test
    void valuesComeAsTheyWereCalculated() throws IOException {
        LoadedTable loaded = Loading.load(ods(
                "<table:table table:name=\"One\">"
                        + row(text("Title of it"))
                        + "<table:table-row table:number-rows-repeated=\"2\"><table:table-cell table:number-columns-repeated=\"1024\"/></table:table-row>"
                        + row(text("name"), text("n"), text("share"), text("day"), text("at"), text("ok"), text("paid"))
                        + row(
                                text("a<text:s text:c=\"2\"/>b"),
                                cell("float", "value", "0.30000000000000004"),
                                cell("percentage", "value", "0.5"),
                                cell("date", "date-value", "2026-03-29"),
                                cell("date", "date-value", "2026-03-29T06:30:00"),
                                cell("boolean", "boolean-value", "true"),
                                cell("currency", "value", "12.5")
                                        .replace("office:value=", "office:currency=\"EUR\" office:value="))
                        + row(
                                text("c</text:p><text:p>d"),
                                cell("float", "value", "2"),
                                cell("percentage", "value", "0.25"),
                                cell("date", "date-value", "2026-03-30"),
                                cell("date", "date-value", "2026-03-30T07:00:00"),
                                cell("boolean", "boolean-value", "false"),
                                NOTHING)
                        + "<table:table-row table:number-rows-repeated=\"1048000\"><table:table-cell table:number-columns-repeated=\"1024\"/></table:table-row>"
                        + "</table:table>",
                ""));
        assertThat(Loading.row(loaded.table(), 0))
                .containsExactly("a  b", "0.3", "0.50", "2026-03-29", "2026-03-29T06:30", "yes", "12.5");
        assertThat(Loading.row(loaded.table(), 1))
                .containsExactly("c\nd", "2.0", "0.25", "2026-03-30", "2026-03-30T07:00", "no", "");
        assertThat(loaded.report().notes()).contains("Row 1 above the headings was left out: “Title of it”.");
    }

    @Test
    void repeatedCellsAndRowsStandForEach() throws IOException {
        LoadedTable loaded = Loading.load(ods(
                "<table:table table:name=\"One\">" + row(text("a"), text("b"), text("c"))
                        + "<table:table-row table:number-rows-repeated=\"3\"><table:table-cell table:number-columns-repeated=\"2\" office:value-type=\"float\" office:value=\"7\"/>"
                        + text("x") + "</table:table-row></table:table>",
                ""));
        assertThat(loaded.table().rowCount()).isEqualTo(3);
        assertThat(Loading.row(loaded.table(), 2)).containsExactly("7", "7", "x");
    }

    @Test
    void mergedHeadingsAndHiddenSheets() throws IOException {
        LoadedTable loaded = Loading.load(ods(
                "<table:table table:name=\"One\">"
                        + row(
                                text("Route"),
                                text("2025")
                                        .replace(
                                                "<table:table-cell",
                                                "<table:table-cell table:number-columns-spanned=\"2\""),
                                "<table:covered-table-cell/>")
                        + row(NOTHING, text("Plan"), text("Actual"))
                        + row(text("A"), cell("float", "value", "1"), cell("float", "value", "2"))
                        + row(text("B"), cell("float", "value", "3"), cell("float", "value", "4"))
                        + "</table:table>",
                ""));
        assertThat(Loading.labels(loaded.table())).containsExactly("Route", "2025 Plan", "2025 Actual");
    }

    @Test
    void lockedAndDamagedWorkbooksAreToldApart() throws IOException {
        Path locked = ods("not xml at all", "<manifest:encryption-data/>");
        assertThatThrownBy(() -> Loading.load(locked))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("password");
        Path damaged = ods("not xml at all", "");
        assertThatThrownBy(() -> Loading.load(damaged))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("damaged");
    }

    @Test
    void formulasWithoutAResultAreNamed() throws IOException {
        String unknown = "<table:table-cell table:formula=\"of:=SUM([.B2])\"/>";
        String empty = "<table:table-cell table:formula=\"of:=T(1)\" office:value-type=\"string\"/>";
        Path file = ods(
                "<table:table table:name=\"S\">"
                        + row(text("town"), text("n"), text("m"), text("remark"))
                        + row(text("Graz"), cell("float", "value", "1"), unknown, empty)
                        + row(text("Linz"), cell("float", "value", "2"), cell("float", "value", "4"), text("x"))
                        + "</table:table>",
                "<m/>");
        LoadedTable loaded = Loading.load(file);
        assertThat(loaded.report().notes())
                .anyMatch(note -> note.contains("1 formula has no stored result") && note.contains("C2"));
        assertThat(loaded.table().column("m").plain(1)).isEqualTo("4");
        assertThat(loaded.table().column("m").isBlank(0)).isTrue();
    }
}
