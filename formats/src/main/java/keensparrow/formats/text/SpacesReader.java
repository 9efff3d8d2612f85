package keensparrow.formats.text;

import java.io.IOException;
import java.io.Reader;

/**
 * Makes one space of several, and none at the ends of a line, where spaces part the cells: columns set out by hand. Lines
 * of remarks before them become one cell each.
 */
final class SpacesReader extends OneByOneReader {
    private final char quote;
    private int remarks; // lines with text that are still to come
    private String ahead = ""; // what a line of remarks was made into
    private int at;
    private boolean quoted;
    private boolean atStart = true;
    private int pending = -1;

    SpacesReader(Reader in, char quote, int remarks) {
        super(in);
        this.quote = quote;
        this.remarks = quote == 0 ? 0 : remarks;
    }

    @Override
    public int read() throws IOException {
        if (at < ahead.length()) {
            return ahead.charAt(at++);
        }
        if (remarks > 0) {
            ahead = remark();
            at = 0;
            return ahead.isEmpty() ? -1 : read();
        }
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

    /** The next line with its end, in quotes when there is text in it; empty at the end of the file. */
    private String remark() throws IOException {
        StringBuilder line = new StringBuilder();
        int c = in.read();
        while (c >= 0 && c != '\n' && c != '\r') {
            line.append((char) c);
            c = in.read();
        }
        String text = line.toString().strip();
        remarks -= text.isEmpty() ? 0 : 1;
        String cell = text.isEmpty() ? "" : quote + text.replace("" + quote, "" + quote + quote) + quote;
        return c < 0 ? cell : cell + (char) c;
    }
}
