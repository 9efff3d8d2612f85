package keensparrow.core.column;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Map;
import keensparrow.core.words.Words;

/**
 * The order in which people expect names: letters without regard to case or accents, numbers inside text by their
 * value ({@code Coach 2} before {@code Coach 10}). Letters that a language counts as letters of their own stand where its
 * dictionaries have them: {@code å} after {@code z} in Swedish, {@code ñ} after {@code n} in Spanish. Texts that tie so are
 * ordered by their characters, so that only equal texts compare as 0.
 */
public final class TextOrder implements Comparator<String> {
    /** Letters of their own, each behind the plain one that stands before it. */
    private static final Map<String, String> OWN_LETTERS = Map.ofEntries(
            Map.entry("sv", "zåäö"),
            Map.entry("fi", "zåäö"),
            Map.entry("da", "zæøå"),
            Map.entry("nb", "zæøå"),
            Map.entry("nn", "zæøå"),
            Map.entry("no", "zæøå"),
            Map.entry("is", "dð|zþæö"),
            Map.entry("et", "sšž|wõäöü"),
            Map.entry("es", "nñ"),
            Map.entry("pl", "aą|cć|eę|lł|nń|oó|sś|zźż"),
            Map.entry("cs", "cč|rř|sš|zž"),
            Map.entry("sk", "aä|cč|oô|sš|zž"),
            Map.entry("sl", "cč|sš|zž"),
            Map.entry("hr", "cčć|dđ|sš|zž"),
            Map.entry("hu", "oöő|uüű"),
            Map.entry("ro", "aăâ|iî|sș|tț"),
            Map.entry("lt", "cč|sš|zž"),
            Map.entry("lv", "cč|gģ|kķ|lļ|nņ|sš|zž"),
            Map.entry("tr", "cç|gğ|hı|oö|sş|uü"));

    private static final String PLAIN =
            "øoœoæaßsłlđdðdþtħhıiŧtŋn"; // letters that are no marked ones, each with its plain one
    private static final int LETTERS = 0x250;
    private static final int ROOM = 4; // for letters of their own behind each

    /** That of the language in which the server speaks. */
    public static final TextOrder INSTANCE = of(Words.LANGUAGE);

    private final int[] weights = new int[LETTERS]; // of Latin letters with marks

    private TextOrder(String own) {
        for (char c = 0; c < LETTERS; c++) {
            weights[c] = folded(c) * ROOM;
        }
        for (String letters : own.isEmpty() ? new String[0] : own.split("\\|")) {
            for (int i = 1; i < letters.length(); i++) {
                int weight = letters.charAt(0) * ROOM + i;
                weight(letters.charAt(i), weight);
                weight(Character.toUpperCase(letters.charAt(i)), weight);
            }
        }
    }

    private void weight(char letter, int weight) {
        if (letter < LETTERS) {
            weights[letter] = weight;
        }
    }

    /** @param language its tag, such as {@code sv} */
    static TextOrder of(String language) {
        return new TextOrder(OWN_LETTERS.getOrDefault(language.split("[-_]", 2)[0], ""));
    }

    private static char folded(char c) {
        String plain = Normalizer.normalize(String.valueOf(c), Normalizer.Form.NFD);
        char letter = Character.toLowerCase(plain.isEmpty() ? c : plain.charAt(0));
        int at = PLAIN.indexOf(letter);
        return at >= 0 && at % 2 == 0 ? PLAIN.charAt(at + 1) : letter;
    }

    private int weight(char c) {
        return c < LETTERS ? weights[c] : Character.toLowerCase(c) * ROOM;
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
                int byLetter = Integer.compare(weight(x), weight(y));
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
            int byLetter = INSTANCE.weights[x] - INSTANCE.weights[y];
            if (!numbers && !inNumber && byLetter != 0) {
                return byLetter;
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
