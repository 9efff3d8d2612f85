package keensparrow.formats.ods;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
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

    private static final Map<String, Name> NAMES = new ConcurrentHashMap<>();

    private OdsXml() {}

    static void declare(XMLStreamWriter xml) throws XMLStreamException {
        for (Map.Entry<String, String> space : SPACES.entrySet()) {
            xml.writeNamespace(space.getKey(), space.getValue());
        }
    }

    static void start(XMLStreamWriter xml, String name) throws XMLStreamException {
        Name parts = parts(name);
        xml.writeStartElement(parts.prefix, parts.local, parts.space);
    }

    static void empty(XMLStreamWriter xml, String name) throws XMLStreamException {
        Name parts = parts(name);
        xml.writeEmptyElement(parts.prefix, parts.local, parts.space);
    }

    static void attribute(XMLStreamWriter xml, String name, String value) throws XMLStreamException {
        Name parts = parts(name);
        xml.writeAttribute(parts.prefix, parts.space, parts.local, value);
    }

    private static Name parts(String name) {
        return NAMES.computeIfAbsent(name, Name::of);
    }

    /** A name in its parts, which are the same for every cell. */
    private record Name(String prefix, String local, String space) {
        static Name of(String name) {
            String prefix = name.substring(0, name.indexOf(':'));
            String space = SPACES.get(prefix);
            if (space == null) {
                throw new IllegalArgumentException(prefix);
            }
            return new Name(prefix, name.substring(prefix.length() + 1), space);
        }
    }
}
