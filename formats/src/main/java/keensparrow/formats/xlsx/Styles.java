package keensparrow.formats.xlsx;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import keensparrow.formats.sheet.NumberFormats;
import keensparrow.formats.sheet.Xml;
import org.jspecify.annotations.Nullable;

/** What the numbers of cells mean, by the number of their style. */
final class Styles {
    private final Map<Integer, NumberFormats.Format> formats = new HashMap<>();
    private final List<NumberFormats.Format> styles = new ArrayList<>();

    NumberFormats.Format[] read(@Nullable InputStream in) throws IOException, XMLStreamException {
        if (in != null) {
            try (in) {
                XMLStreamReader xml = Xml.open(in);
                boolean ofCells = false;
                while (xml.hasNext()) {
                    int event = xml.next();
                    if (event == XMLStreamConstants.START_ELEMENT) {
                        ofCells |= xml.getLocalName().equals("cellXfs");
                        element(xml, ofCells);
                    } else if (event == XMLStreamConstants.END_ELEMENT
                            && xml.getLocalName().equals("cellXfs")) {
                        ofCells = false;
                    }
                }
            }
        }
        if (styles.isEmpty()) {
            styles.add(NumberFormats.Format.NUMBER);
        }
        return styles.toArray(NumberFormats.Format[]::new);
    }

    private void element(XMLStreamReader xml, boolean ofCells) {
        if (xml.getLocalName().equals("numFmt")) {
            String code = Xml.attribute(xml, "formatCode");
            if (code != null) {
                formats.put(number(xml), NumberFormats.of(code));
            }
        } else if (ofCells && xml.getLocalName().equals("xf")) {
            int id = number(xml);
            NumberFormats.Format own = formats.get(id);
            styles.add(own != null ? own : NumberFormats.builtIn(id));
        }
    }

    private static int number(XMLStreamReader xml) {
        String id = Xml.attribute(xml, "numFmtId");
        return id == null ? 0 : Integer.parseInt(id);
    }
}
