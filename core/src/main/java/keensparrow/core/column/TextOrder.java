package keensparrow.core.column;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.Comparator;

/**
 * The order in which people expect names: letters without regard to case or accents, numbers inside text by their
 * value ({@code Coach 2} before {@code Coach 10}). Texts that tie so are ordered by their characters, so that only
 * equal texts compare as 0.
 */
public final class TextOrder implements Comparator<String> {
    public static final TextOrder INSTANCE = new TextOrder();
    private static final char[] FOLDED = new char[0x250]; // Latin letters with marks, to the plain lower-case letter

    static {
        for (char c = 0; c < FOLDED.length; c++) {
            FOLDED[c] = fold(c);
        }
    }

    private TextOrder() {}

    private static char fold(char c) {
        String plain = Normalizer.normalize(String.valueOf(c), Normalizer.Form.NFD);
        return Character.toLowerCase(plain.isEmpty() ? c : plain.charAt(0));
    }

    private static char folded(char c) {
        return c < FOLDED.length ? FOLDED[c] : Character.toLowerCase(c);
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }

    @Override
    public int compare(String a, String b) {
        int i = 0;
        int j = 0;
        while (i < a.length() && j < b.length()) {
            char x = a.charAt(i);
            char y = b.charAt(j);
            if (isDigit(x) && isDigit(y)) {
                int endA = endOfDigits(a, i);
                int endB = endOfDigits(b, j);
                int byNumber = compareDigits(a, i, endA, b, j, endB);
                if (byNumber != 0) {
                    return byNumber;
                }
                i = endA;
                j = endB;
            } else {
                int byLetter = Character.compare(folded(x), folded(y));
                if (byLetter != 0) {
                    return byLetter;
                }
                i++;
                j++;
            }
        }
        int byLength = Integer.compare(a.length() - i, b.length() - j);
        return byLength != 0 ? byLength : a.compareTo(b);
    }

    /** The same of two texts of ASCII alone, each in its array. */
    public static int compareAscii(byte[] a, int fromA, int toA, byte[] b, int fromB, int toB) {
        int same = Arrays.mismatch(a, fromA, toA, b, fromB, toB);
        if (same < 0) {
            return 0;
        }
        if (fromA + same < toA && fromB + same < toB) {
            byte x = a[fromA + same];
            byte y = b[fromB + same];
            boolean inNumber = same > 0 && isDigit((char) a[fromA + same - 1]);
            boolean numbers = isDigit((char) x) && isDigit((char) y);
            if (numbers && digits(a, fromA + same, toA) == digits(b, fromB + same, toB)) {
                return x - y;
            }
            if (!numbers && !inNumber && FOLDED[x] != FOLDED[y]) {
                return FOLDED[x] - FOLDED[y];
            }
        }
        return INSTANCE.compare(ascii(a, fromA, toA), ascii(b, fromB, toB)); // numbers of other lengths, other cases
    }

    private static String ascii(byte[] bytes, int from, int to) {
        return new String(bytes, from, to - from, StandardCharsets.US_ASCII);
    }

    private static int digits(byte[] bytes, int from, int to) {
        int at = from;
        while (at < to && isDigit((char) bytes[at])) {
            at++;
        }
        return at - from;
    }

    private static int endOfDigits(String text, int from) {
        int end = from;
        while (end < text.length() && isDigit(text.charAt(end))) {
            end++;
        }
        return end;
    }

    private static int compareDigits(String a, int fromA, int endA, String b, int fromB, int endB) {
        int i = skipZeros(a, fromA, endA);
        int j = skipZeros(b, fromB, endB);
        if (endA - i != endB - j) {
            return Integer.compare(endA - i, endB - j);
        }
        for (; i < endA; i++, j++) {
            if (a.charAt(i) != b.charAt(j)) {
                return Character.compare(a.charAt(i), b.charAt(j));
            }
        }
        return 0;
    }

    private static int skipZeros(String text, int from, int end) {
        int i = from;
        while (i < end && text.charAt(i) == '0') {
            i++;
        }
        return i;
    }
}
