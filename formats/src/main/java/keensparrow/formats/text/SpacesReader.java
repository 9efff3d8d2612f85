package keensparrow.formats.text;

import java.io.IOException;
import java.io.Reader;

/** Makes one space of several, and none at the ends of a line, where spaces part the cells: columns set out by hand. */
final class SpacesReader extends OneByOneReader {
    private final char quote;
    private boolean quoted;
    private boolean atStart = true;
    private int pending = -1;

    SpacesReader(Reader in, char quote) {
        super(in);
        this.quote = quote;
    }

    @Override
    public int read() throws IOException {
        int c = pending;
        pending = -1;
        if (c < 0) {
            c = in.read();
        }
        if (c == quote && quote != 0) {
            quoted = !quoted;
        }
        if (c != ' ' || quoted) {
            atStart = !quoted && (c == '\n' || c == '\r');
            return c;
        }
        while (c == ' ') {
            c = in.read();
        }
        if (atStart || c == '\n' || c == '\r' || c < 0) {
            if (c == quote && quote != 0) {
                quoted = true;
            }
            atStart = c == '\n' || c == '\r';
            return c;
        }
        pending = c;
        return ' ';
    }
}
