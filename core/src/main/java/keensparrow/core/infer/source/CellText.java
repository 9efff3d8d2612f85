package keensparrow.core.infer.source;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import keensparrow.core.infer.text.CellChars;

/** The characters of one cell after the other, spaces at its ends left out, made from its bytes into one array. */
public final class CellText {
    private static final int NO_BREAK = 0xA0;

    private char[] chars = new char[64];
    private int length;

    /** Where the bytes start, spaces before them left out; {@code to} when there is nothing else. */
    public static int trimmedFrom(byte[] bytes, int from, int to) {
        int at = from;
        while (at < to) {
            int b = bytes[at];
            if (b > ' ') {
                return at;
            }
            int wide = b >= 0 ? 1 : spaceAt(bytes, at, to);
            if (wide == 0) {
                return at;
            }
            at += wide;
        }
        return at;
    }

    /** Where they end, spaces behind them left out. */
    public static int trimmedTo(byte[] bytes, int from, int to) {
        int at = to;
        while (at > from) {
            int b = bytes[at - 1];
            if (b > ' ') {
                return at;
            }
            int wide = b >= 0 ? 1 : at - 2 >= from ? spaceAt(bytes, at - 2, at) : 0;
            if (wide == 0 && at - 3 >= from) {
                wide = spaceAt(bytes, at - 3, at);
            }
            if (wide == 0) {
                return at;
            }
            at -= wide;
        }
        return at;
    }

    /** Bytes of the space that is not ASCII and fills them from there on as {@link CellChars#isSpace}; else 0. */
    private static int spaceAt(byte[] bytes, int at, int to) {
        int first = bytes[at] & 0xFF;
        if (first == 0xC2 && at + 1 < to && (bytes[at + 1] & 0xFF) == NO_BREAK) {
            return 2;
        }
        boolean mark = first == 0xEF && at + 2 < to && (bytes[at + 1] & 0xFF) == 0xBB && (bytes[at + 2] & 0xFF) == 0xBF;
        return mark ? 3 : 0;
    }

    /** Reads a cell without spaces at its ends. @throws BlockReader.NotPlain when the bytes are no UTF-8 */
    public void read(byte[] bytes, int from, int to) {
        if (to - from > chars.length) {
            chars = Arrays.copyOf(chars, (to - from) * 2);
        }
        for (int i = from; i < to; i++) {
            if (bytes[i] < 0) {
                decode(bytes, from, to);
                return;
            }
            chars[i - from] = (char) bytes[i];
        }
        length = to - from;
    }

    private void decode(byte[] bytes, int from, int to) {
        String text = decoded(bytes, from, to);
        text.getChars(0, text.length(), chars, 0);
        length = text.length();
    }

    /** The text. @throws BlockReader.NotPlain when the bytes are no UTF-8 */
    public static String decoded(byte[] bytes, int from, int to) {
        String text = new String(bytes, from, to - from, StandardCharsets.UTF_8);
        if (text.indexOf('\ufffd') >= 0) { // written so, or put there for what is no UTF-8
            byte[] again = text.getBytes(StandardCharsets.UTF_8);
            if (!Arrays.equals(again, 0, again.length, bytes, from, to)) {
                throw new BlockReader.NotPlain();
            }
        }
        return text;
    }

    public char[] chars() {
        return chars;
    }

    public int length() {
        return length;
    }
}
