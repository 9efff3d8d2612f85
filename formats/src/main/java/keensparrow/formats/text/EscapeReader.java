package keensparrow.formats.text;

import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;

/** Turns quotes behind an escape into doubled quotes, which is how the CSV library knows them. */
final class EscapeReader extends FilterReader {
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

    @Override
    public int read(char[] chars, int offset, int length) throws IOException {
        for (int i = 0; i < length; i++) {
            int c = read();
            if (c < 0) {
                return i == 0 ? -1 : i;
            }
            chars[offset + i] = (char) c;
        }
        return length;
    }
}
