package keensparrow.formats.sheet;

import com.fasterxml.aalto.stax.InputFactoryImpl;
import java.io.InputStream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.jspecify.annotations.Nullable;

/** XML from files that strangers made: nothing outside of it is ever opened. */
public final class Xml {
    private static final XMLInputFactory FACTORY = factory();

    private Xml() {}

    private static XMLInputFactory factory() {
        XMLInputFactory factory = new InputFactoryImpl();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_REPLACING_ENTITY_REFERENCES, true);
        return factory;
    }

    public static XMLStreamReader open(InputStream in) throws XMLStreamException {
        return FACTORY.createXMLStreamReader(in);
    }

    /** The attribute of that name in any namespace, or null. */
    public static @Nullable String attribute(XMLStreamReader xml, String name) {
        for (int i = 0; i < xml.getAttributeCount(); i++) {
            if (xml.getAttributeLocalName(i).equals(name)) {
                return xml.getAttributeValue(i);
            }
        }
        return null;
    }

    /** Reads past the end of the element that has just begun. */
    public static void skip(XMLStreamReader xml) throws XMLStreamException {
        for (int depth = 1; depth > 0; ) {
            int event = xml.next();
            depth += event == XMLStreamConstants.START_ELEMENT ? 1 : event == XMLStreamConstants.END_ELEMENT ? -1 : 0;
        }
    }

    /** Adds the characters of the element that has just begun, to its end; what stands in elements within counts too. */
    public static void text(XMLStreamReader xml, StringBuilder into) throws XMLStreamException {
        for (int depth = 1; depth > 0; ) {
            int event = xml.next();
            if (event == XMLStreamConstants.START_ELEMENT) {
                depth++;
            } else if (event == XMLStreamConstants.END_ELEMENT) {
                depth--;
            } else if (event == XMLStreamConstants.CHARACTERS
                    || event == XMLStreamConstants.CDATA
                    || event == XMLStreamConstants.SPACE) {
                into.append(xml.getTextCharacters(), xml.getTextStart(), xml.getTextLength());
            }
        }
    }
}
