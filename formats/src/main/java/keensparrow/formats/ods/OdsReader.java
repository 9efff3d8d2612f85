package keensparrow.formats.ods;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.layout.Merge;
import keensparrow.core.words.Text;
import keensparrow.formats.archive.ArchiveLimits;
import keensparrow.formats.archive.Scratch;
import keensparrow.formats.sheet.NumberFormats;
import keensparrow.formats.sheet.SheetWriter;
import keensparrow.formats.sheet.Xml;
import org.jspecify.annotations.Nullable;

/** Reads all sheets of an OpenDocument workbook once. Values are those calculated when it was saved. */
public final class OdsReader {
    private static final int MAX_REPEATED = 10_000; // a cell or row said once for so many, beyond it is furniture
    private static final int MAX_SHEETS = 500;

    private final String name;
    private final List<SheetWriter> sheets;
    private final Scratch scratch;
    private final Set<String> hiddenStyles = new HashSet<>();
    private long row;

    private OdsReader(String name, List<SheetWriter> sheets, Scratch scratch) {
        this.scratch = scratch;
        this.name = name;
        this.sheets = sheets;
    }

    /** @return one for each sheet, to be closed by the caller. @throws UserException FILE_NOT_READABLE */
    public static List<SheetWriter> read(Path file, String name, Scratch scratch) throws IOException {
        List<SheetWriter> sheets = new ArrayList<>();
        boolean whole = false;
        try (ZipFile zip = new ZipFile(file.toFile())) {
            ZipEntry entry = zip.getEntry("content.xml");
            if (entry == null) {
                throw damaged(name);
            }
            try (InputStream in =
                    new ArchiveLimits(zip.getInputStream(entry), new ArchiveLimits.Budget(Files.size(file), name))) {
                new OdsReader(name, sheets, scratch).read(in);
            } catch (XMLStreamException e) {
                throw isEncrypted(zip) ? locked(name) : damaged(name);
            }
            whole = true;
            return sheets;
        } catch (ZipException | IllegalArgumentException e) {
            throw damaged(name);
        } finally {
            if (!whole) {
                for (SheetWriter sheet : sheets) {
                    sheet.close();
                }
            }
        }
    }

    private static boolean isEncrypted(ZipFile zip) throws IOException {
        ZipEntry manifest = zip.getEntry("META-INF/manifest.xml");
        if (manifest == null) {
            return false;
        }
        try (InputStream in = zip.getInputStream(manifest)) {
            return new String(in.readNBytes(1 << 20), java.nio.charset.StandardCharsets.UTF_8)
                    .contains("encryption-data");
        }
    }

    private static UserException locked(String name) {
        return new UserException(
                ErrorCode.FILE_NOT_READABLE, Text.of("formats.ods.isLockedWithAPassword", "name", name));
    }

    private static UserException damaged(String name) {
        return new UserException(ErrorCode.FILE_NOT_READABLE, Text.of("formats.ods.isAWorkbookThatIs", "name", name));
    }

    private void read(InputStream in) throws IOException, XMLStreamException {
        XMLStreamReader xml = Xml.open(in);
        String style = "";
        while (xml.hasNext()) {
            if (xml.next() != XMLStreamConstants.START_ELEMENT) {
                continue;
            }
            switch (xml.getLocalName()) {
                case "style" -> style = String.valueOf(Xml.attribute(xml, "name"));
                case "table-properties" -> {
                    if ("false".equals(Xml.attribute(xml, "display"))) {
                        hiddenStyles.add(style);
                    }
                }
                case "table" -> table(xml);
                default -> {
                    // furniture
                }
            }
        }
    }

    private void table(XMLStreamReader xml) throws IOException, XMLStreamException {
        if (sheets.size() >= MAX_SHEETS) {
            Xml.skip(xml);
            return;
        }
        String title = Xml.attribute(xml, "name");
        String style = Xml.attribute(xml, "style-name");
        SheetWriter sheet = new SheetWriter(
                name, title == null ? "" : title, style != null && hiddenStyles.contains(style), scratch);
        sheets.add(sheet);
        row = 0;
        int columns = 0;
        for (int depth = 1; depth > 0; ) {
            int event = xml.next();
            if (event == XMLStreamConstants.END_ELEMENT) {
                depth--;
            } else if (event == XMLStreamConstants.START_ELEMENT) {
                switch (xml.getLocalName()) {
                    case "table-row" -> row(xml, sheet);
                    case "table-column" -> {
                        int count = repeated(xml, "number-columns-repeated");
                        if (isHidden(xml)) {
                            sheet.hideColumns(columns, columns + count - 1);
                        }
                        columns += count;
                        Xml.skip(xml);
                    }
                    case "shapes", "forms", "annotation", "tracked-changes" -> Xml.skip(xml);
                    default -> depth++; // groups of rows, headings of pages
                }
            }
        }
    }

    private static boolean isHidden(XMLStreamReader xml) {
        String visibility = Xml.attribute(xml, "visibility");
        return visibility != null && !visibility.equals("visible");
    }

    private static int repeated(XMLStreamReader xml, String attribute) {
        String count = Xml.attribute(xml, attribute);
        return count == null ? 1 : Integer.parseInt(count);
    }

    private void row(XMLStreamReader xml, SheetWriter sheet) throws XMLStreamException {
        int times = repeated(xml, "number-rows-repeated");
        boolean hidden = isHidden(xml);
        List<Cell> cells = new ArrayList<>();
        int column = 0;
        for (int depth = 1; depth > 0; ) {
            int event = xml.next();
            if (event == XMLStreamConstants.END_ELEMENT) {
                depth--;
            } else if (event == XMLStreamConstants.START_ELEMENT) {
                String element = xml.getLocalName();
                if (element.equals("table-cell") || element.equals("covered-table-cell")) {
                    int wide = repeated(xml, "number-columns-repeated");
                    span(xml, sheet, column);
                    String type = Xml.attribute(xml, "value-type");
                    boolean formula = Xml.attribute(xml, "formula") != null;
                    Cell cell = cell(xml, column, wide);
                    if (cell != null) {
                        cells.add(cell);
                    } else if (formula && !"string".equals(type)) { // a formula may give an empty text
                        sheet.formulaWithoutResult(row + 1, column);
                    }
                    column += wide;
                } else {
                    depth++;
                }
            }
        }
        long end = row + times;
        for (int i = 0; i < times && i < MAX_REPEATED; i++) {
            row++;
            if (hidden) {
                sheet.hideRow(row);
            }
            if (cells.isEmpty()) {
                break;
            }
            for (Cell cell : cells) {
                for (int at = cell.column; at < cell.column + Math.min(cell.wide, MAX_REPEATED); at++) {
                    sheet.put(at, cell.kind, cell.text);
                }
            }
            sheet.endRow(row);
        }
        row = end;
    }

    private void span(XMLStreamReader xml, SheetWriter sheet, int column) {
        int right = repeated(xml, "number-columns-spanned");
        int down = repeated(xml, "number-rows-spanned");
        if (right > 1 || down > 1) {
            sheet.merge(new Merge(row + 1, column, row + down, column + right - 1));
        }
    }

    private record Cell(int column, int wide, CellKind kind, String text) {}

    private static @Nullable Cell cell(XMLStreamReader xml, int column, int wide) throws XMLStreamException {
        String type = Xml.attribute(xml, "value-type");
        String value = Xml.attribute(xml, "value");
        String date = Xml.attribute(xml, "date-value");
        String truth = Xml.attribute(xml, "boolean-value");
        String time = Xml.attribute(xml, "time-value");
        String string = Xml.attribute(xml, "string-value");
        String currency = Xml.attribute(xml, "currency");
        String shown = paragraphs(xml);
        if (type == null || type.equals("string")) {
            String text = string != null ? string : shown;
            boolean error = text.matches("#(N/A|NAME\\?|REF!|VALUE!|DIV/0!|NUM!|NULL!)|Err:\\d+");
            return text.isEmpty() ? null : new Cell(column, wide, error ? CellKind.ERROR : CellKind.TEXT, text);
        }
        if (shown.matches("#(N/A|NAME\\?|REF!|VALUE!|DIV/0!|NUM!|NULL!)|Err:\\d+")) {
            return new Cell(column, wide, CellKind.ERROR, shown);
        }
        return switch (type) {
            case "float" -> value == null ? null : new Cell(column, wide, CellKind.NUMBER, NumberFormats.plain(value));
            case "percentage" -> value == null ? null : number(column, wide, value, NumberFormats.Meaning.PERCENT, "");
            case "currency" ->
                value == null
                        ? null
                        : number(column, wide, value, NumberFormats.Meaning.MONEY, currency == null ? "" : currency);
            case "date" -> date == null ? null : new Cell(column, wide, CellKind.DATE, dated(date));
            case "boolean" -> truth == null ? null : new Cell(column, wide, CellKind.TRUTH, truth);
            case "time" -> time == null ? null : new Cell(column, wide, CellKind.TEXT, clock(time, shown));
            default -> shown.isEmpty() ? null : new Cell(column, wide, CellKind.TEXT, shown);
        };
    }

    private static Cell number(int column, int wide, String value, NumberFormats.Meaning meaning, String unit) {
        Cell[] cell = new Cell[1];
        NumberFormats.give(
                value,
                new NumberFormats.Format(meaning, unit),
                false,
                (kind, text) -> cell[0] = new Cell(column, wide, kind, text));
        return cell[0];
    }

    private static String dated(String date) {
        int point = date.indexOf('.');
        String plain = point < 0 ? date : date.substring(0, point);
        return plain.endsWith("T00:00:00") ? plain.substring(0, 10) : plain;
    }

    /** {@code PT06H15M00S} as a clock shows it. */
    private static String clock(String duration, String shown) {
        if (!duration.matches("PT\\d+H\\d+M\\d+(\\.\\d+)?S")) {
            return shown;
        }
        String[] parts = duration.substring(2).split("[HMS.]");
        return parts[0] + ":" + parts[1] + (parts[2].equals("00") ? "" : ":" + parts[2]);
    }

    /** The text that the cell shows, its paragraphs in lines; comments are no part of it. */
    private static String paragraphs(XMLStreamReader xml) throws XMLStreamException {
        StringBuilder text = new StringBuilder();
        int paragraphs = 0;
        for (int depth = 1; depth > 0; ) {
            int event = xml.next();
            if (event == XMLStreamConstants.END_ELEMENT) {
                depth--;
            } else if (event == XMLStreamConstants.START_ELEMENT) {
                if (xml.getLocalName().equals("p") && depth == 1) {
                    text.append(paragraphs++ > 0 ? "\n" : "");
                    paragraph(xml, text);
                } else {
                    Xml.skip(xml);
                }
            }
        }
        return text.toString();
    }

    private static void paragraph(XMLStreamReader xml, StringBuilder text) throws XMLStreamException {
        for (int depth = 1; depth > 0; ) {
            int event = xml.next();
            if (event == XMLStreamConstants.END_ELEMENT) {
                depth--;
            } else if (event == XMLStreamConstants.START_ELEMENT) {
                switch (xml.getLocalName()) {
                    case "s" -> {
                        text.append(" ".repeat(Math.min(1000, repeated(xml, "c"))));
                        depth++;
                    }
                    case "tab" -> {
                        text.append('\t');
                        depth++;
                    }
                    case "line-break" -> {
                        text.append('\n');
                        depth++;
                    }
                    case "annotation" -> Xml.skip(xml);
                    default -> depth++;
                }
            } else if (event == XMLStreamConstants.CHARACTERS || event == XMLStreamConstants.SPACE) {
                text.append(xml.getTextCharacters(), xml.getTextStart(), xml.getTextLength());
            }
        }
    }
}
