package keensparrow.formats.xlsx;

import java.io.InputStream;
import java.util.List;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.layout.Merge;
import keensparrow.formats.sheet.NumberFormats;
import keensparrow.formats.sheet.SheetWriter;
import keensparrow.formats.sheet.Xml;
import org.jspecify.annotations.Nullable;

/** Reads the cells of one sheet. Values of formulas are those calculated when the workbook was saved. */
final class SheetXml {
    private final SheetWriter sheet;
    private final List<String> sharedTexts;
    private final NumberFormats.Format[] styles;
    private final boolean from1904;
    private final StringBuilder value = new StringBuilder();
    private long row;
    private int column;

    SheetXml(SheetWriter sheet, List<String> sharedTexts, NumberFormats.Format[] styles, boolean from1904) {
        this.sheet = sheet;
        this.sharedTexts = sharedTexts;
        this.styles = styles;
        this.from1904 = from1904;
    }

    void read(InputStream in) throws XMLStreamException {
        XMLStreamReader xml = Xml.open(in);
        while (xml.hasNext()) {
            int event = xml.next();
            if (event == XMLStreamConstants.START_ELEMENT) {
                switch (xml.getLocalName()) {
                    case "row" -> beginRow(xml);
                    case "c" -> cell(xml);
                    case "mergeCell" -> merge(Xml.attribute(xml, "ref"));
                    case "col" -> column(xml);
                    default -> {
                        // furniture
                    }
                }
            } else if (event == XMLStreamConstants.END_ELEMENT
                    && xml.getLocalName().equals("row")) {
                sheet.endRow(row);
            }
        }
    }

    private void beginRow(XMLStreamReader xml) {
        String number = Xml.attribute(xml, "r");
        row = number == null ? row + 1 : Long.parseLong(number);
        column = -1;
        if (isTrue(Xml.attribute(xml, "hidden"))) {
            sheet.hideRow(row);
        }
    }

    private static boolean isTrue(@Nullable String flag) {
        return "1".equals(flag) || "true".equals(flag);
    }

    private void column(XMLStreamReader xml) {
        String from = Xml.attribute(xml, "min");
        String to = Xml.attribute(xml, "max");
        if (isTrue(Xml.attribute(xml, "hidden")) && from != null && to != null) {
            sheet.hideColumns(Integer.parseInt(from) - 1, Integer.parseInt(to) - 1);
        }
    }

    private void merge(@Nullable String range) {
        if (range != null && range.indexOf(':') > 0) {
            String[] ends = range.split(":");
            sheet.merge(new Merge(rowOf(ends[0]), columnOf(ends[0]), rowOf(ends[1]), columnOf(ends[1])));
        }
    }

    private static int columnOf(String reference) {
        int column = 0;
        for (int i = 0; i < reference.length(); i++) {
            char c = reference.charAt(i);
            if (c >= '0' && c <= '9') {
                break; // the row, which is known
            }
            if (c >= 'A' && c <= 'Z') {
                column = column * 26 + (c - 'A' + 1);
            }
        }
        return column - 1;
    }

    private static long rowOf(String reference) {
        return Long.parseLong(reference.replaceAll("[^0-9]", ""));
    }

    private void cell(XMLStreamReader xml) throws XMLStreamException {
        String reference = null;
        String type = "n";
        int style = 0;
        for (int i = 0; i < xml.getAttributeCount(); i++) {
            switch (xml.getAttributeLocalName(i)) {
                case "r" -> reference = xml.getAttributeValue(i);
                case "t" -> type = xml.getAttributeValue(i);
                case "s" -> style = Integer.parseInt(xml.getAttributeValue(i));
                default -> {
                    // of no account
                }
            }
        }
        column = reference == null ? column + 1 : columnOf(reference);
        value.setLength(0);
        boolean inline = false;
        boolean formula = false;
        for (int depth = 1; depth > 0; ) {
            int event = xml.next();
            if (event == XMLStreamConstants.END_ELEMENT) {
                depth--;
            } else if (event == XMLStreamConstants.START_ELEMENT) {
                switch (xml.getLocalName()) {
                    case "v" -> Xml.text(xml, value);
                    case "is" -> {
                        SharedTexts.item(xml, value);
                        inline = true;
                    }
                    case "f" -> {
                        Xml.skip(xml);
                        formula = true;
                    }
                    default -> depth++;
                }
            }
        }
        if (value.length() > 0) {
            put(inline ? "inlineStr" : type, style);
        } else if (formula && !type.equals("str")) { // a formula may give an empty text
            sheet.formulaWithoutResult(row, column);
        }
    }

    private void put(String type, int style) {
        switch (type) {
            case "s" -> {
                int index = Integer.parseInt(value, 0, value.length(), 10);
                if (index >= 0 && index < sharedTexts.size()) {
                    sheet.put(column, CellKind.TEXT, sharedTexts.get(index));
                }
            }
            case "inlineStr", "str" -> sheet.put(column, CellKind.TEXT, Escapes.resolved(value));
            case "b" -> sheet.put(column, CellKind.TRUTH, value.charAt(0) == '1' ? "true" : "false");
            case "e" -> sheet.put(column, CellKind.ERROR, value.toString());
            case "d" -> sheet.put(column, CellKind.DATE, value.toString());
            default -> number(style);
        }
    }

    private void number(int style) {
        NumberFormats.Format format = style < styles.length ? styles[style] : NumberFormats.Format.NUMBER;
        try {
            NumberFormats.give(value.toString(), format, from1904, (kind, text) -> sheet.put(column, kind, text));
        } catch (NumberFormatException e) {
            sheet.put(column, CellKind.TEXT, value.toString()); // whatever it is
        }
    }
}
