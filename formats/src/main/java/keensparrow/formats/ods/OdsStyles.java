package keensparrow.formats.ods;

import java.util.List;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.jspecify.annotations.Nullable;

/** How cells look: headings bold, days and months as such. */
final class OdsStyles {
    static final String HEADING = "heading";
    static final String DAY = "day";
    static final String MONTH = "month";
    static final String TIME = "time";
    static final String PERCENT = "percent";

    private OdsStyles() {}

    static void write(XMLStreamWriter xml) throws XMLStreamException {
        OdsXml.start(xml, "office:automatic-styles");
        date(xml, DAY, "year:long", "-", "month:long", "-", "day:long");
        date(xml, MONTH, "month:name", " ", "year:long");
        date(xml, TIME, "year:long", "-", "month:long", "-", "day:long", " ", "hours:long", ":", "minutes:long");
        OdsXml.start(xml, "number:percentage-style");
        OdsXml.attribute(xml, "style:name", "n-" + PERCENT);
        OdsXml.empty(xml, "number:number");
        OdsXml.attribute(xml, "number:decimal-places", "1");
        OdsXml.attribute(xml, "number:min-integer-digits", "1");
        literal(xml, "%");
        xml.writeEndElement();
        for (String name : List.of(DAY, MONTH, TIME, PERCENT)) {
            cell(xml, name, "n-" + name);
            xml.writeEndElement();
        }
        cell(xml, HEADING, null);
        OdsXml.empty(xml, "style:text-properties");
        OdsXml.attribute(xml, "fo:font-weight", "bold");
        xml.writeEndElement();
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
            OdsXml.attribute(xml, "number:style", unit[1].equals("name") ? "short" : unit[1]);
            if (unit[1].equals("name")) {
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
