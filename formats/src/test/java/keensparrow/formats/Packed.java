package keensparrow.formats;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Archives and workbooks written by hand, part by part, so that a test says all that is in them. */
public final class Packed {
    private Packed() {}

    public static byte[] zip(Map<String, byte[]> entries) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> entry : entries.entrySet()) {
                zip.putNextEntry(new ZipEntry(entry.getKey()));
                zip.write(entry.getValue());
            }
        }
        return out.toByteArray();
    }

    /**
     * A workbook with the sheets given as XML below {@code worksheet}.
     *
     * @param workbook attributes of its properties, such as {@code date1904="1"}
     * @param formats codes of the cell styles 1, 2, ...
     */
    public static Path xlsx(Path file, String workbook, String[] formats, Map<String, String> sheets)
            throws IOException {
        Map<String, byte[]> parts = new LinkedHashMap<>();
        StringBuilder listed = new StringBuilder();
        StringBuilder relations = new StringBuilder();
        int number = 0;
        for (Map.Entry<String, String> sheet : sheets.entrySet()) {
            number++;
            String hidden = sheet.getKey().startsWith("!") ? " state=\"hidden\"" : "";
            listed.append("<sheet name=\"" + sheet.getKey().replace("!", "") + "\" sheetId=\"" + number + "\" r:id=\"r"
                    + number + "\"" + hidden + "/>");
            relations.append("<Relationship Id=\"r" + number + "\" Type=\"http://x/worksheet\" Target=\"worksheets/s"
                    + number + ".xml\"/>");
            parts.put(
                    "xl/worksheets/s" + number + ".xml",
                    bytes("<worksheet xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\">"
                            + sheet.getValue() + "</worksheet>"));
        }
        StringBuilder codes = new StringBuilder();
        StringBuilder styles = new StringBuilder("<xf numFmtId=\"0\"/>");
        for (int i = 0; i < formats.length; i++) {
            codes.append("<numFmt numFmtId=\"" + (164 + i) + "\" formatCode=\"" + formats[i].replace("\"", "&quot;")
                    + "\"/>");
            styles.append("<xf numFmtId=\"" + (164 + i) + "\"/>");
        }
        parts.put("[Content_Types].xml", bytes("<Types/>"));
        parts.put(
                "xl/workbook.xml",
                bytes(
                        "<workbook xmlns:r=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\"><workbookPr "
                                + workbook + "/><sheets>" + listed + "</sheets></workbook>"));
        parts.put("xl/_rels/workbook.xml.rels", bytes("<Relationships>" + relations + "</Relationships>"));
        parts.put(
                "xl/styles.xml",
                bytes("<styleSheet><numFmts>" + codes + "</numFmts><cellXfs>" + styles + "</cellXfs></styleSheet>"));
        parts.put(
                "xl/sharedStrings.xml",
                bytes(
                        "<sst><si><t>shared</t></si><si><r><t>two </t></r><r><t>runs</t></r><rPh><t>no</t></rPh></si></sst>"));
        return Files.write(file, zip(parts));
    }

    /** Rows of cells as a sheet's XML: {@code =} before a value makes it a number, {@code 3|=45} gives it style 3. */
    public static String cells(String... rows) {
        StringBuilder xml = new StringBuilder("<sheetData>");
        for (int r = 0; r < rows.length; r++) {
            if (rows[r].isEmpty()) {
                continue;
            }
            xml.append("<row r=\"" + (r + 1) + "\">");
            String[] cells = rows[r].split(";", -1);
            for (int c = 0; c < cells.length; c++) {
                String text = cells[c];
                String style = "";
                if (text.matches("\\d\\|.*")) {
                    style = " s=\"" + text.charAt(0) + "\"";
                    text = text.substring(2);
                }
                String at = " r=\"" + (char) ('A' + c) + (r + 1) + "\"";
                if (text.startsWith("=")) {
                    xml.append("<c" + at + style + "><v>" + text.substring(1) + "</v></c>");
                } else if (text.startsWith("#")) {
                    xml.append("<c" + at + " t=\"e\"><v>" + text + "</v></c>");
                } else if (!text.isEmpty()) {
                    xml.append("<c" + at + " t=\"inlineStr\"><is><t>" + text + "</t></is></c>");
                }
            }
            xml.append("</row>");
        }
        return xml.append("</sheetData>").toString();
    }

    public static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
