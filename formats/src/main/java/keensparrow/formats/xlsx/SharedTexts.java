package keensparrow.formats.xlsx;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import keensparrow.formats.sheet.Xml;
import org.jspecify.annotations.Nullable;

/** The texts that cells of all sheets name by number. */
final class SharedTexts {
    private SharedTexts() {}

    static List<String> read(@Nullable InputStream in) throws IOException, XMLStreamException {
        List<String> texts = new ArrayList<>();
        if (in == null) {
            return texts;
        }
        StringBuilder text = new StringBuilder();
        try (in) {
            XMLStreamReader xml = Xml.open(in);
            while (xml.hasNext()) {
                if (xml.next() == XMLStreamConstants.START_ELEMENT
                        && xml.getLocalName().equals("si")) {
                    text.setLength(0);
                    item(xml, text);
                    texts.add(Escapes.resolved(text));
                }
            }
        }
        return texts;
    }

    /** Adds the runs of a text; how characters are pronounced is no part of it. */
    static void item(XMLStreamReader xml, StringBuilder into) throws XMLStreamException {
        for (int depth = 1; depth > 0; ) {
            int event = xml.next();
            if (event == XMLStreamConstants.END_ELEMENT) {
                depth--;
            } else if (event == XMLStreamConstants.START_ELEMENT) {
                switch (xml.getLocalName()) {
                    case "t" -> Xml.text(xml, into);
                    case "rPh" -> Xml.skip(xml);
                    default -> depth++;
                }
            }
        }
    }
}
