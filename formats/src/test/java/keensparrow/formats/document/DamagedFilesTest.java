package keensparrow.formats.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Random;
import keensparrow.core.error.UserException;
import keensparrow.formats.Loading;
import keensparrow.formats.Packed;
import org.apache.poi.hssf.usermodel.HSSFWorkbook;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files of every kind with bytes changed or cut off end in a table or in a clear error, never in anything else. */
class DamagedFilesTest {
    private static final int ROUNDS = 150;

    @TempDir
    Path folder;

    private static byte[] damaged(byte[] whole, Random random) {
        byte[] bytes = whole.clone();
        for (int n = 1 + random.nextInt(6); n > 0; n--) {
            bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
        }
        return random.nextInt(4) == 0 ? Arrays.copyOf(bytes, 1 + random.nextInt(bytes.length)) : bytes;
    }

    private void survives(String name, byte[] whole, int rounds) throws IOException {
        survives(name, whole, 1, rounds);
    }

    /** @param leastTold so many of the damaged ones at least cannot be read */
    private void survives(String name, byte[] whole, int leastTold, int rounds) throws IOException {
        Random random = new Random(name.hashCode());
        assertThat(Loading.load(folder, name, whole).table().rowCount()).isPositive();
        int told = 0;
        for (int round = 0; round < rounds; round++) {
            byte[] bytes = damaged(whole, random);
            try {
                assertThat(Loading.load(folder, name, bytes).table().rowCount()).isPositive();
            } catch (UserException e) {
                told++;
                assertThat(e.text()).as("round " + round).isNotBlank();
            } catch (RuntimeException | IOException e) {
                fail(name + ", round " + round, e);
            }
        }
        assertThat(told).isGreaterThanOrEqualTo(leastTold);
    }

    /** Damage within what is packed: the container itself stays whole. */
    private void survivesInside(String name, Map<String, byte[]> parts, String part) throws IOException {
        Random random = new Random(name.hashCode() + 1L);
        for (int round = 0; round < ROUNDS; round++) {
            Map<String, byte[]> changed = new LinkedHashMap<>(parts);
            changed.put(part, damaged(parts.get(part), random));
            try {
                Loading.load(folder, name, Packed.zip(changed));
            } catch (UserException e) {
                assertThat(e.text()).isNotBlank();
            } catch (RuntimeException | IOException e) {
                fail(name + " " + part + ", round " + round, e);
            }
        }
    }

    private static Map<String, byte[]> unzipped(Path file) throws IOException {
        Map<String, byte[]> parts = new LinkedHashMap<>();
        try (var zip = new java.util.zip.ZipFile(file.toFile())) {
            for (var entry : java.util.Collections.list(zip.entries())) {
                parts.put(entry.getName(), zip.getInputStream(entry).readAllBytes());
            }
        }
        return parts;
    }

    @Test
    void workbooks() throws IOException {
        String xml = Packed.cells("Title", "", "name;day;n", "a;1|=46110;=1", "b;1|=46111;=2", "Total;;=3")
                + "<mergeCells><mergeCell ref=\"A1:C1\"/></mergeCells>";
        Path file = Packed.xlsx(folder.resolve("whole.xlsx"), "", new String[] {"yyyy-mm-dd"}, Map.of("Sheet", xml));
        survives("book.xlsx", Files.readAllBytes(file), ROUNDS);
        Map<String, byte[]> parts = unzipped(file);
        for (String part : parts.keySet()) {
            survivesInside("book.xlsx", parts, part);
        }
    }

    @Test
    void openDocuments() throws IOException {
        Map<String, byte[]> parts = new LinkedHashMap<>();
        parts.put("mimetype", Packed.bytes("application/vnd.oasis.opendocument.spreadsheet"));
        parts.put(
                "content.xml",
                Packed.bytes("<c xmlns:office=\"o\" xmlns:table=\"t\" xmlns:text=\"x\"><table:table table:name=\"A\">"
                        + ("<table:table-row><table:table-cell office:value-type=\"string\"><text:p>x</text:p></table:table-cell>"
                                        + "<table:table-cell office:value-type=\"float\" office:value=\"12.5\" table:number-columns-repeated=\"2\"/>"
                                        + "<table:table-cell office:value-type=\"date\" office:date-value=\"2026-01-31\"/></table:table-row>")
                                .repeat(4)
                        + "</table:table></c>"));
        parts.put("META-INF/manifest.xml", Packed.bytes("<m/>"));
        survives("book.ods", Packed.zip(parts), ROUNDS);
        survivesInside("book.ods", parts, "content.xml");
    }

    @Test
    void workbooksOfTheOldKind() throws IOException {
        Path file = folder.resolve("whole.xls");
        try (HSSFWorkbook workbook = new HSSFWorkbook();
                OutputStream out = Files.newOutputStream(file)) {
            Sheet sheet = workbook.createSheet("Data");
            for (int i = 0; i < 30; i++) {
                Row row = sheet.createRow(i);
                row.createCell(0).setCellValue(i == 0 ? "name" : "row " + i);
                row.createCell(1).setCellValue(i);
            }
            workbook.write(out);
        }
        survives("book.xls", Files.readAllBytes(file), ROUNDS);
    }

    @Test
    void jsonAndArchives() throws IOException {
        byte[] json = "[{\"a\": 1, \"b\": {\"c\": [1, 2], \"d\": \"x\"}}, {\"a\": 2.5e3, \"e\": null}]"
                .getBytes(StandardCharsets.UTF_8);
        survives("rows.json", json, 2 * ROUNDS);
        survives("rows.jsonl", "{\"a\": 1}\n{\"a\": 2, \"b\": true}\n".getBytes(StandardCharsets.UTF_8), ROUNDS);
        survives(
                "two.zip",
                Packed.zip(Map.of("a.csv", "a,b\n1,2\n3,4\n".repeat(20).getBytes(StandardCharsets.UTF_8))),
                ROUNDS);
        java.io.ByteArrayOutputStream packed = new java.io.ByteArrayOutputStream();
        try (var out = new java.util.zip.GZIPOutputStream(packed)) {
            out.write("a,b\n1,2\n3,4\n".repeat(20).getBytes(StandardCharsets.UTF_8));
        }
        survives("one.csv.gz", packed.toByteArray(), ROUNDS);
    }

    /** By length: a table or a clear error for the first kilobytes of a file, however many. */
    private void survivesCut(String name, byte[] whole) throws IOException {
        for (int length = 1024; length < whole.length; length += 1024) {
            try {
                assertThat(Loading.load(folder, name, Arrays.copyOf(whole, length))
                                .table()
                                .rowCount())
                        .isPositive();
            } catch (UserException e) {
                assertThat(e.text()).as(name + " of " + length).isNotBlank();
            } catch (RuntimeException | IOException e) {
                fail(name + " of " + length, e);
            }
        }
    }

    private static byte[] totals(int rows) {
        StringBuilder totals = new StringBuilder("region;shop;sales\n");
        for (int i = 0; i < rows; i++) {
            totals.append(i % 4 == 3 ? "Total r" + i / 4 + ";;" + 6 : "r" + i / 4 + ";s;" + (1 + i % 4))
                    .append("\n");
        }
        return totals.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] page(int rows) {
        StringBuilder page = new StringBuilder("<html><table><tr><th>Year</th><th>Rate</th></tr>");
        for (int i = 0; i < rows; i++) {
            page.append("<tr><td>")
                    .append(1700 + i)
                    .append("</td><td>")
                    .append(i)
                    .append("%</td></tr>");
        }
        return page.append("</table></html>").toString().getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] positions(int rows) {
        StringBuilder fixed = new StringBuilder("Code  Name          Amount\n");
        for (int i = 0; i < rows; i++) {
            fixed.append(String.format("%04d  name %-8d %6d%n", i, i * 7, i * 31));
        }
        return fixed.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] stamps(int rows) {
        StringBuilder json = new StringBuilder("[");
        for (int i = 0; i < rows; i++) {
            json.append(i == 0 ? "" : ",\n")
                    .append("{\"time\": ")
                    .append(1_700_000_000L + 60L * i)
                    .append(", \"tags\": [\"a\", \"b\"], \"n\": 1}");
        }
        return json.append("]").toString().getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void textsAndWebPages() throws IOException {
        survives("totals.csv", totals(60), 0, 2 * ROUNDS);
        survives("page.xls", page(60), 0, ROUNDS);
        survives("fixed.txt", positions(60), 0, ROUNDS);
        survives("stamps.json", stamps(60), 1, ROUNDS);
    }

    @Test
    void filesThatAreCutOff() throws IOException {
        survivesCut("totals.csv", totals(2000));
        survivesCut("page.xls", page(480));
        survivesCut("fixed.txt", positions(700));
        survivesCut("stamps.json", stamps(400));
        survivesCut("fixed.zip", Packed.zip(Map.of("fixed.txt", positions(4000))));
    }
}
