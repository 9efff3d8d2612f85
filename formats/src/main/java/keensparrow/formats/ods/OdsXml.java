package keensparrow.formats.ods;

import java.util.Map;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Elements and attributes of OpenDocument by their usual prefixes: {@code table:table-cell}. */
final class OdsXml {
    private static final String SPACE = "urn:oasis:names:tc:opendocument:xmlns:";
    private static final Map<String, String> SPACES = Map.of(
            "office", SPACE + "office:1.0",
            "table", SPACE + "table:1.0",
            "text", SPACE + "text:1.0",
            "style", SPACE + "style:1.0",
            "number", SPACE + "datastyle:1.0",
            "fo", SPACE + "xsl-fo-compatible:1.0");

    private OdsXml() {}

    static void declare(XMLStreamWriter xml) throws XMLStreamException {
        for (Map.Entry<String, String> space : SPACES.entrySet()) {
            xml.writeNamespace(space.getKey(), space.getValue());
        }
    }

    static void start(XMLStreamWriter xml, String name) throws XMLStreamException {
        String prefix = prefix(name);
        xml.writeStartElement(prefix, name.substring(prefix.length() + 1), space(prefix));
    }

    static void empty(XMLStreamWriter xml, String name) throws XMLStreamException {
        String prefix = prefix(name);
        xml.writeEmptyElement(prefix, name.substring(prefix.length() + 1), space(prefix));
    }

    static void attribute(XMLStreamWriter xml, String name, String value) throws XMLStreamException {
        String prefix = prefix(name);
        xml.writeAttribute(prefix, space(prefix), name.substring(prefix.length() + 1), value);
    }

    private static String prefix(String name) {
        return name.substring(0, name.indexOf(':'));
    }

    private static String space(String prefix) {
        String space = SPACES.get(prefix);
        if (space == null) {
            throw new IllegalArgumentException(prefix);
        }
        return space;
    }
}
