package keensparrow.formats.ods;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.xml.parsers.DocumentBuilderFactory;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.engine.QueryEngine;
import keensparrow.formats.Loading;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;

/** Files as a reader that knows nothing of ours finds them: the platform's own XML parser. */
class OdsDownloadTest {
    private static final String ROWS = """
            Name,Cost,Day,When,Late,Count
            "Zoë  &  <co>",-2.50,2026-01-05,2026-01-05T06:15:00,yes,3
            "=cmd()|'/c calc'!A0",1000.25,2026-01-06,2026-01-06T23:59:59,no,
            "two
            lines",0.001,2026-02-01,,yes,12345678901234567
            """;
    private static final List<String> NAMES = List.of("name", "cost", "day", "when", "late", "count");

    @TempDir
    Path folder;

    private Map<String, byte[]> written(int maxRows, List<List<String>> about) throws IOException {
        QueryEngine engine = new MemoryEngine(Loading.load(folder, "rows.csv", ROWS.getBytes(StandardCharsets.UTF_8))
                .table());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new OdsDownload(out, about, maxRows).write(engine, new QueryEngine.RowScan(NAMES, Set.of(), List.of()));
        return unpacked(out.toByteArray());
    }

    private static Map<String, byte[]> unpacked(byte[] file) throws IOException {
        Map<String, byte[]> entries = new LinkedHashMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(file))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                entries.put(entry.getName(), zip.readAllBytes());
            }
        }
        return entries;
    }

    private static Document xml(byte[] bytes) throws Exception {
        return DocumentBuilderFactory.newInstance().newDocumentBuilder().parse(new ByteArrayInputStream(bytes));
    }

    /** Of each table by its name its rows, each cell as its type and its value. */
    private static Map<String, List<List<String>>> tables(byte[] content) throws Exception {
        Map<String, List<List<String>>> tables = new LinkedHashMap<>();
        NodeList all = xml(content).getElementsByTagName("table:table");
        for (int t = 0; t < all.getLength(); t++) {
            Element table = (Element) all.item(t);
            List<List<String>> rows = new ArrayList<>();
            NodeList found = table.getElementsByTagName("table:table-row");
            for (int r = 0; r < found.getLength(); r++) {
                NodeList cells = ((Element) found.item(r)).getElementsByTagName("table:table-cell");
                List<String> row = new ArrayList<>();
                for (int c = 0; c < cells.getLength(); c++) {
                    row.add(cell((Element) cells.item(c)));
                }
                rows.add(row);
            }
            tables.put(table.getAttribute("table:name"), rows);
        }
        return tables;
    }

    private static String cell(Element cell) {
        assertThat(cell.hasAttribute("table:formula")).isFalse();
        String type = cell.getAttribute("office:value-type");
        return switch (type) {
            case "" -> "";
            case "string" -> "string " + text(cell);
            case "date" -> "date " + cell.getAttribute("office:date-value");
            default -> type + " " + cell.getAttribute("office:value");
        };
    }

    private static String text(Element cell) {
        List<String> lines = new ArrayList<>();
        NodeList paragraphs = cell.getElementsByTagName("text:p");
        for (int p = 0; p < paragraphs.getLength(); p++) {
            StringBuilder line = new StringBuilder();
            for (Node part = paragraphs.item(p).getFirstChild(); part != null; part = part.getNextSibling()) {
                line.append(part.getNodeName().equals("text:s") ? " " : part.getTextContent());
            }
            lines.add(line.toString());
        }
        return String.join("\n", lines);
    }

    @Test
    void valuesKeepTheirTypesAndTextsAreTexts() throws Exception {
        Map<String, byte[]> file = written(1000, List.of(List.of("App", "Runs"), List.of("Selection", "all rows")));
        assertThat(file.keySet()).containsExactly("mimetype", "META-INF/manifest.xml", "content.xml", "settings.xml");
        assertThat(new String(file.get("mimetype"), StandardCharsets.US_ASCII))
                .isEqualTo("application/vnd.oasis.opendocument.spreadsheet");
        Map<String, List<List<String>>> tables = tables(file.get("content.xml"));
        assertThat(tables.get("About"))
                .containsExactly(List.of("string App", "string Runs"), List.of("string Selection", "string all rows"));
        assertThat(tables.get("Rows"))
                .containsExactly(
                        List.of(
                                "string Name",
                                "string Cost",
                                "string Day",
                                "string When",
                                "string Late",
                                "string Count"),
                        List.of(
                                "string Zoë  &  <co>",
                                "float -2.500",
                                "date 2026-01-05",
                                "date 2026-01-05T06:15:00",
                                "string yes",
                                "float 3"),
                        List.of(
                                "string =cmd()|'/c calc'!A0",
                                "float 1000.250",
                                "date 2026-01-06",
                                "date 2026-01-06T23:59:59",
                                "string no",
                                ""),
                        List.of(
                                "string two\nlines",
                                "float 0.001",
                                "date 2026-02-01",
                                "",
                                "string yes",
                                "string 12345678901234567")); // longer than a number in a sheet keeps
        xml(file.get("META-INF/manifest.xml"));
        assertThat(new String(file.get("settings.xml"), StandardCharsets.UTF_8))
                .contains("config:name=\"Rows\"")
                .contains("VerticalSplitPosition");
        xml(file.get("settings.xml"));
    }

    @Test
    void whatDoesNotFitIntoASheetGoesIntoAnother() throws Exception {
        Map<String, List<List<String>>> tables = tables(written(2, List.of()).get("content.xml"));
        assertThat(tables.keySet()).containsExactly("Rows", "Rows 2");
        assertThat(tables.get("Rows")).hasSize(3);
        assertThat(tables.get("Rows 2")).hasSize(2);
        assertThat(tables.get("Rows 2").get(0)).contains("string Name");
    }

    @Test
    void numbersOfAViewAreNumbersCodesAreTextsAndWhatXmlCannotHoldIsReplaced() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new OdsDownload(out, List.of())
                .write(
                        List.of("Code", "Sum", "Note"),
                        List.of(List.of("007", "12.5", " a\u0001b\t"), List.of("12", "", "😀\uD800")));
        assertThat(tables(unpacked(out.toByteArray()).get("content.xml")).get("Rows"))
                .containsExactly(
                        List.of("string Code", "string Sum", "string Note"),
                        List.of("string 007", "float 12.5", "string  a\uFFFDb"),
                        List.of("string 12", "", "string 😀\uFFFD"));
    }
}
