package keensparrow.core.infer.guess;

import java.util.BitSet;
import java.util.Locale;
import java.util.Set;
import java.util.function.IntFunction;

/**
 * Notices columns of short codes, all with the same number of letters and all in capitals or all in small letters. There
 * NA and NAN can be codes like the others: Namibia, the airport of Nadi.
 */
final class CodeGuess {
    private static final int SHORTEST = 2;
    private static final int MAX_LENGTH = 3;
    private static final int LETTERS = 26;
    private static final int FEW = 3;
    private static final int MANY = 20;
    private static final double MOSTLY = 0.9;
    private static final Set<String> COUNTRIES = Set.of(Locale.getISOCountries());
    private static final Set<String> LANGUAGES = Set.of(Locale.getISOLanguages());

    private final BitSet seen = new BitSet();
    private int length; // of all codes; 0 before the first
    private char first; // a or A, as the letters are counted from
    private long count;

    /** @param chars that begin with a letter of ASCII */
    void add(char[] chars, int from, int to) {
        int letters = to - from;
        if (letters < SHORTEST || letters > MAX_LENGTH || (length != 0 && letters != length)) {
            return;
        }
        char base = chars[from] >= 'a' ? 'a' : 'A';
        if (length != 0 && base != first) {
            return;
        }
        int code = place(chars, from, to, base);
        if (code >= 0) {
            length = letters;
            first = base;
            seen.set(code);
            count++;
        }
    }

    private static int place(char[] chars, int from, int to, char base) {
        int place = 0;
        for (int at = from; at < to; at++) {
            int letter = chars[at] - base;
            if (letter < 0 || letter >= LETTERS) {
                return -1;
            }
            place = place * LETTERS + letter;
        }
        return place;
    }

    /** Values that were such codes. */
    long count() {
        return count;
    }

    /**
     * Whether a mark of blanks is a code among codes, given that all values are codes.
     *
     * @param times how often it was met
     */
    boolean isOne(String mark, long times) {
        if (mark.length() != length || place(mark.toCharArray(), 0, length, first) < 0) {
            return false;
        }
        int different = seen.cardinality();
        if (length == SHORTEST) {
            boolean areCountries = areMostly(COUNTRIES, code -> text(code).toUpperCase(Locale.ROOT));
            return different >= FEW && (areCountries || (first == 'a' && areMostly(LANGUAGES, this::text)));
        }
        return times == 1 && different >= MANY && different * 2L >= count; // a mark would come again
    }

    private boolean areMostly(Set<String> known, IntFunction<String> text) {
        return seen.stream().filter(code -> known.contains(text.apply(code))).count() >= seen.cardinality() * MOSTLY;
    }

    private String text(int code) {
        return "" + (char) (first + code / LETTERS) + (char) (first + code % LETTERS);
    }
}
