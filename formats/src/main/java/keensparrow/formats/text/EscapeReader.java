package keensparrow.formats.text;

import java.io.IOException;
import java.io.Reader;

/** Turns quotes behind an escape into doubled quotes, which is how the CSV library knows them. */
final class EscapeReader extends OneByOneReader {
    private final char escape;
    private final char quote;
    private int pending = -1;

    EscapeReader(Reader in, char escape, char quote) {
        super(in);
        this.escape = escape;
        this.quote = quote;
    }

    @Override
    public int read() throws IOException {
        if (pending >= 0) {
            int next = pending;
            pending = -1;
            return next;
        }
        int c = in.read();
        if (c != escape) {
            return c;
        }
        int next = in.read();
        if (next == quote) {
            pending = quote;
            return quote;
        }
        if (next == escape) {
            return escape;
        }
        pending = next;
        return c;
    }
}
