package keensparrow.formats.text;

import java.io.IOException;
import java.io.Reader;

/** Takes the mark of comments, and the spaces behind it, away from the one line of comments that holds the headings. */
final class HeadingReader extends OneByOneReader {
    private final char mark;
    private int linesBefore; // that are still to come; −1 behind the headings
    private boolean afterReturn;

    /** @param line of the headings, from 0 */
    HeadingReader(Reader in, char mark, int line) {
        super(in);
        this.mark = mark;
        this.linesBefore = line;
    }

    @Override
    public int read() throws IOException {
        int c = in.read();
        if (linesBefore < 0) {
            return c;
        }
        if (linesBefore == 0 && !(afterReturn && c == '\n')) {
            while (c == mark || c == ' ') {
                c = in.read();
            }
            linesBefore = -1;
            return c;
        }
        linesBefore -= c == '\r' || (c == '\n' && !afterReturn) ? 1 : 0;
        afterReturn = c == '\r';
        return c;
    }
}
