package keensparrow.formats.ods;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import keensparrow.core.table.ColumnFormat;
import keensparrow.formats.sheet.NumberStyle;
import org.jspecify.annotations.Nullable;

/** How cells look: headings bold, days and months as such. */
final class OdsStyles {
    static final String HEADING = "heading";
    static final String DAY = "day";
    static final String MONTH = "month";
    static final String TIME = "time";

    private OdsStyles() {}

    /** The name of the style in which the days of a column are shown. */
    static String day(@Nullable ColumnFormat format) {
        String style = format == null ? null : format.unit();
        return style == null || style.equals(ColumnFormat.DateStyle.ISO.name()) ? DAY : DAY + style;
    }

    /** The name of a style of numbers, the same for alike ones. */
    static String name(NumberStyle style) {
        return "n" + Integer.toHexString(style.pattern().hashCode());
    }

    /** @param numbers the styles of columns of numbers */
    static void write(XMLStreamWriter xml, Collection<NumberStyle> numbers) throws XMLStreamException {
        OdsXml.start(xml, "office:automatic-styles");
        date(xml, DAY, "year:long", "-", "month:long", "-", "day:long");
        date(xml, DAY + "LONG", "day:short", " ", "month:full", " ", "year:long");
        date(xml, DAY + "WEEKDAY", "day-of-week:short", " ", "day:short", " ", "month:name", " ", "year:long");
        date(xml, DAY + "DIGITS", "day:long", "/", "month:long", "/", "year:long");
        date(xml, MONTH, "month:name", " ", "year:long");
        date(xml, TIME, "year:long", "-", "month:long", "-", "day:long", " ", "hours:long", ":", "minutes:long");
        List<String> names = new ArrayList<>(List.of(DAY, DAY + "LONG", DAY + "WEEKDAY", DAY + "DIGITS", MONTH, TIME));
        for (NumberStyle style : new LinkedHashSet<>(numbers)) {
            number(xml, style);
            names.add(name(style));
        }
        for (String name : names) {
            cell(xml, name, "n-" + name);
            xml.writeEndElement();
        }
        cell(xml, HEADING, null);
        OdsXml.empty(xml, "style:text-properties");
        OdsXml.attribute(xml, "fo:font-weight", "bold");
        xml.writeEndElement();
        xml.writeEndElement();
    }

    private static void number(XMLStreamWriter xml, NumberStyle style) throws XMLStreamException {
        OdsXml.start(xml, style.isPercent() ? "number:percentage-style" : "number:number-style");
        OdsXml.attribute(xml, "style:name", "n-" + name(style));
        if (!style.before().isEmpty()) {
            literal(xml, style.before());
        }
        OdsXml.empty(xml, "number:number");
        if (style.decimals() != NumberStyle.AS_IS) {
            OdsXml.attribute(xml, "number:decimal-places", String.valueOf(style.decimals()));
            OdsXml.attribute(xml, "number:grouping", String.valueOf(!style.isPercent()));
        }
        OdsXml.attribute(xml, "number:min-integer-digits", "1");
        if (!style.after().isEmpty()) {
            literal(xml, style.after());
        }
        xml.writeEndElement();
    }

    private static void cell(XMLStreamWriter xml, String name, @Nullable String data) throws XMLStreamException {
        OdsXml.start(xml, "style:style");
        OdsXml.attribute(xml, "style:name", name);
        OdsXml.attribute(xml, "style:family", "table-cell");
        if (data != null) {
            OdsXml.attribute(xml, "style:data-style-name", data);
        }
    }

    /** @param parts each a unit with how it is written after a colon, or a text between */
    private static void date(XMLStreamWriter xml, String name, String... parts) throws XMLStreamException {
        OdsXml.start(xml, "number:date-style");
        OdsXml.attribute(xml, "style:name", "n-" + name);
        for (String part : parts) {
            String[] unit = part.split(":");
            if (unit.length < 2) {
                literal(xml, part);
                continue;
            }
            OdsXml.empty(xml, "number:" + unit[0]);
            boolean named = unit[1].equals("name") || unit[1].equals("full");
            OdsXml.attribute(xml, "number:style", !named ? unit[1] : unit[1].equals("full") ? "long" : "short");
            if (named) {
                OdsXml.attribute(xml, "number:textual", "true");
            }
        }
        xml.writeEndElement();
    }

    private static void literal(XMLStreamWriter xml, String text) throws XMLStreamException {
        OdsXml.start(xml, "number:text");
        xml.writeCharacters(text);
        xml.writeEndElement();
    }
}
