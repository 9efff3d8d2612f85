package keensparrow.formats.ods;

import com.fasterxml.aalto.stax.OutputFactoryImpl;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import keensparrow.core.column.ColumnType;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;
import keensparrow.formats.sheet.NumberStyle;
import keensparrow.formats.sheet.PlainNumbers;
import org.jspecify.annotations.Nullable;

/**
 * Rows as an OpenDocument spreadsheet (OpenDocument 1.3, ISO/IEC 26300): numbers and dates are such, texts are texts
 * whatever they begin with, headings stay in sight, and a sheet of its own says what the rows are. Rows are written as
 * they come; past the limit of a sheet another follows.
 */
public final class OdsDownload {
    private static final int MAX_ROWS = 1_048_575; // of a sheet, below its headings
    private static final int MINUTES = "2026-01-05T06:15".length(); // a moment that is told without its seconds
    private static final int MAX_DIGITS = 15; // that a number in a cell keeps
    private static final int LEVEL = 2; // of packing: a third larger than the smallest, in half the time
    private static final String TYPE = "application/vnd.oasis.opendocument.spreadsheet";
    private static final String SPACE = "urn:oasis:names:tc:opendocument:xmlns:";
    private static final OutputFactoryImpl XML = new OutputFactoryImpl();

    private final OutputStream out;
    private final List<List<String>> about;
    private final int maxRows;

    /** @param about lines of the sheet that says what the rows are, each a name and what is said */
    public OdsDownload(OutputStream out, List<List<String>> about) {
        this(out, about, MAX_ROWS);
    }

    OdsDownload(OutputStream out, List<List<String>> about, int maxRows) {
        this.out = out;
        this.about = about;
        this.maxRows = maxRows;
    }

    /** @throws keensparrow.core.error.UserException COLUMN_NOT_FOUND before anything is written */
    public void write(QueryEngine engine, QueryEngine.RowScan scan) throws IOException {
        List<ColumnInfo> columns =
                scan.columns().stream().map(engine.schema()::get).toList();
        List<String> headings = columns.stream().map(ColumnInfo::label).toList();
        List<Optional<NumberStyle>> styles =
                columns.stream().map(NumberStyle::of).toList();
        List<Optional<String>> styleNames = // made once, not for each cell
                styles.stream().map(style -> style.map(OdsStyles::name)).toList();
        book(
                headings,
                styles.stream().flatMap(Optional::stream).toList(),
                sheets -> engine.rows(
                        scan,
                        values -> sheets.row(cells -> {
                            for (int column = 0; column < columns.size(); column++) {
                                cells.put(columns.get(column), values.get(column), styleNames.get(column));
                            }
                        }),
                        () -> false));
    }

    /** Writes headings and rows that are texts already; columns that hold nothing but plain numbers are numbers. */
    public void write(List<String> headings, List<List<String>> rows) throws IOException {
        boolean[] numbers = PlainNumbers.columns(headings.size(), rows);
        book(headings, List.of(), sheets -> {
            for (List<String> row : rows) {
                sheets.row(cells -> {
                    for (int column = 0; column < row.size(); column++) {
                        String value = row.get(column);
                        if (value.isEmpty()) {
                            cells.blank();
                        } else if (numbers[column]) {
                            cells.number(value, false, null);
                        } else {
                            cells.text(value, null);
                        }
                    }
                });
            }
        });
    }

    private interface Writing {
        void to(Sheets sheets) throws IOException;
    }

    private interface Filling {
        void of(Cells cells) throws XMLStreamException;
    }

    private void book(List<String> headings, List<NumberStyle> numbers, Writing rows) throws IOException {
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.setLevel(LEVEL);
            stored(zip);
            entry(zip, "META-INF/manifest.xml", manifest());
            zip.putNextEntry(new ZipEntry("content.xml"));
            XMLStreamWriter xml = XML.createXMLStreamWriter(zip, "UTF-8");
            begin(xml, numbers);
            Sheets sheets = new Sheets(xml, headings);
            rows.to(sheets);
            sheets.end();
            xml.writeEndDocument();
            xml.flush();
            zip.closeEntry();
            entry(zip, "settings.xml", settings(sheets.names));
        } catch (XMLStreamException e) {
            throw new IOException(e);
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    /** The kind of file, first and unpacked, so that it can be told without unpacking anything. */
    private static void stored(ZipOutputStream zip) throws IOException {
        byte[] type = TYPE.getBytes(StandardCharsets.US_ASCII);
        ZipEntry entry = new ZipEntry("mimetype");
        CRC32 crc = new CRC32();
        crc.update(type);
        entry.setMethod(ZipEntry.STORED);
        entry.setSize(type.length);
        entry.setCrc(crc.getValue());
        zip.putNextEntry(entry);
        zip.write(type);
        zip.closeEntry();
    }

    private static void entry(ZipOutputStream zip, String name, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }

    private static String manifest() {
        String file = "<manifest:file-entry manifest:full-path=\"%s\" manifest:media-type=\"%s\"/>";
        return "<?xml version=\"1.0\" encoding=\"UTF-8\"?><manifest:manifest xmlns:manifest=\"" + SPACE
                + "manifest:1.0\" manifest:version=\"1.3\">"
                + file.formatted("/", TYPE)
                + file.formatted("content.xml", "text/xml")
                + file.formatted("settings.xml", "text/xml")
                + "</manifest:manifest>";
    }

    /** Headings stay in sight while one scrolls. */
    private static String settings(List<String> sheets) {
        StringBuilder tables = new StringBuilder();
        for (String sheet : sheets) {
            tables.append("<config:config-item-map-entry config:name=\"")
                    .append(sheet)
                    .append("\">")
                    .append(item("VerticalSplitMode", "short", "2"))
                    .append(item("VerticalSplitPosition", "int", "1"))
                    .append(item("PositionBottom", "int", "1"))
                    .append("</config:config-item-map-entry>");
        }
        return "<?xml version=\"1.0\" encoding=\"UTF-8\"?><office:document-settings xmlns:office=\"" + SPACE
                + "office:1.0\" xmlns:config=\"" + SPACE + "config:1.0\" office:version=\"1.3\"><office:settings>"
                + "<config:config-item-set config:name=\"ooo:view-settings\">"
                + "<config:config-item-map-indexed config:name=\"Views\"><config:config-item-map-entry>"
                + "<config:config-item-map-named config:name=\"Tables\">" + tables
                + "</config:config-item-map-named></config:config-item-map-entry></config:config-item-map-indexed>"
                + "</config:config-item-set></office:settings></office:document-settings>";
    }

    private static String item(String name, String type, String value) {
        return "<config:config-item config:name=\"" + name + "\" config:type=\"" + type + "\">" + value
                + "</config:config-item>";
    }

    private void begin(XMLStreamWriter xml, List<NumberStyle> numbers) throws XMLStreamException {
        xml.writeStartDocument("UTF-8", "1.0");
        OdsXml.start(xml, "office:document-content");
        OdsXml.declare(xml);
        OdsXml.attribute(xml, "office:version", "1.3");
        OdsStyles.write(xml, numbers);
        OdsXml.start(xml, "office:body");
        OdsXml.start(xml, "office:spreadsheet");
        if (!about.isEmpty()) {
            table(xml, Words.say("formats.xlsx.about"));
            Cells cells = new Cells(xml);
            for (List<String> line : about) {
                OdsXml.start(xml, "table:table-row");
                cells.text(line.get(0), null);
                cells.text(line.get(1), null);
                xml.writeEndElement();
            }
            xml.writeEndElement();
        }
    }

    private static void table(XMLStreamWriter xml, String name) throws XMLStreamException {
        OdsXml.start(xml, "table:table");
        OdsXml.attribute(xml, "table:name", name);
    }

    /** The sheets of rows, one open at a time. */
    private final class Sheets {
        private final XMLStreamWriter xml;
        private final List<String> headings;
        private final List<String> names = new ArrayList<>();
        private final Cells cells;
        private int row;

        Sheets(XMLStreamWriter xml, List<String> headings) throws XMLStreamException {
            this.xml = xml;
            this.headings = headings;
            this.cells = new Cells(xml);
            begin();
        }

        private void begin() throws XMLStreamException {
            int number = names.size() + 1;
            names.add(
                    number == 1
                            ? Words.say("formats.xlsx.rows")
                            : Words.say("formats.xlsx.rowsNumbered", "number", number));
            table(xml, names.get(number - 1));
            OdsXml.start(xml, "table:table-header-rows");
            OdsXml.start(xml, "table:table-row");
            for (String heading : headings) {
                cells.text(heading, OdsStyles.HEADING);
            }
            xml.writeEndElement();
            xml.writeEndElement();
            row = 0;
        }

        void row(Filling filling) {
            try {
                if (row == maxRows) {
                    xml.writeEndElement();
                    begin();
                }
                row++;
                OdsXml.start(xml, "table:table-row");
                filling.of(cells);
                xml.writeEndElement();
            } catch (XMLStreamException e) {
                throw new UncheckedIOException(e.getCause() instanceof IOException io ? io : new IOException(e));
            }
        }

        void end() throws XMLStreamException {
            xml.writeEndElement();
        }
    }

    /** Writes cells one after the other. */
    private static final class Cells {
        private final XMLStreamWriter xml;

        Cells(XMLStreamWriter xml) {
            this.xml = xml;
        }

        void put(ColumnInfo info, @Nullable String value, Optional<String> style) throws XMLStreamException {
            ColumnType type = info.type();
            ColumnFormat format = info.format();
            ColumnFormat.Kind kind = format == null ? null : format.kind();
            if (value == null) {
                blank();
            } else if (type.isNumber()
                    && (value.length() <= MAX_DIGITS || new BigDecimal(value).precision() <= MAX_DIGITS)) {
                number(value, kind == ColumnFormat.Kind.PERCENT, style.orElse(null));
            } else if (type == ColumnType.DATE && kind == ColumnFormat.Kind.MONTH) {
                typed("date", "office:date-value", value, OdsStyles.MONTH);
            } else if (type == ColumnType.DATE && (kind == null || kind == ColumnFormat.Kind.DATE)) {
                typed("date", "office:date-value", value, OdsStyles.day(format));
            } else if (type == ColumnType.DATE_TIME) {
                typed("date", "office:date-value", value.length() == MINUTES ? value + ":00" : value, OdsStyles.TIME);
            } else { // also longer numbers, and quarters and years, which are no dates of a sheet
                text(format == null ? value : format.written(value), null);
            }
        }

        void blank() throws XMLStreamException {
            OdsXml.empty(xml, "table:table-cell");
        }

        void number(String value, boolean isPercent, @Nullable String style) throws XMLStreamException {
            typed(isPercent ? "percentage" : "float", "office:value", value, style);
        }

        private void typed(String type, String field, String value, @Nullable String style) throws XMLStreamException {
            OdsXml.empty(xml, "table:table-cell");
            if (style != null) {
                OdsXml.attribute(xml, "table:style-name", style);
            }
            OdsXml.attribute(xml, "office:value-type", type);
            OdsXml.attribute(xml, field, value);
        }

        /** A text in paragraphs; what stands there is never computed, whatever it begins with. */
        void text(String value, @Nullable String style) throws XMLStreamException {
            OdsXml.start(xml, "table:table-cell");
            if (style != null) {
                OdsXml.attribute(xml, "table:style-name", style);
            }
            OdsXml.attribute(xml, "office:value-type", "string");
            boolean ofLines = value.indexOf('\n') >= 0 || value.indexOf('\r') >= 0;
            for (String line : ofLines ? value.split("\r\n|\r|\n", -1) : new String[] {value}) {
                OdsXml.start(xml, "text:p");
                spaced(legal(line));
                xml.writeEndElement();
            }
            xml.writeEndElement();
        }

        /** Several spaces in a row are one to readers of the format, unless they are told to be more. */
        private void spaced(String line) throws XMLStreamException {
            int from = 0;
            for (int i = 0; i < line.length(); i++) {
                char c = line.charAt(i);
                boolean more = c == ' ' && (i == 0 || line.charAt(i - 1) == ' ' || i == line.length() - 1);
                if (more || c == '\t') {
                    xml.writeCharacters(line.substring(from, i));
                    OdsXml.empty(xml, c == '\t' ? "text:tab" : "text:s");
                    from = i + 1;
                }
            }
            xml.writeCharacters(line.substring(from));
        }

        /** Without what no XML can hold. */
        private static String legal(String text) {
            StringBuilder legal = null;
            for (int i = 0; i < text.length(); i += Character.charCount(text.codePointAt(i))) {
                int c = text.codePointAt(i);
                boolean fits = c == '\t' || (c >= ' ' && !(c >= 0xD800 && c <= 0xDFFF) && c != 0xFFFE && c != 0xFFFF);
                if (!fits && legal == null) {
                    legal = new StringBuilder(text.substring(0, i));
                }
                if (legal != null) {
                    legal.appendCodePoint(fits ? c : 0xFFFD);
                }
            }
            return legal == null ? text : legal.toString();
        }
    }
}
