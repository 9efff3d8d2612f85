package keensparrow.core.infer.text;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import keensparrow.core.infer.source.CellKind;

/** Words for yes and no. A column of them keeps to one pair. */
public final class YesNo {
    private static final String[] PAIRS = {
        "yes no",
        "true false",
        "y n",
        "ja nein",
        "j n",
        "wahr falsch",
        "oui non",
        "vrai faux",
        "sí no",
        "si no",
        "verdadero falso",
        "sì no",
        "vero falso",
        "sim não",
        "sim nao",
        "verdadeiro falso",
        "ja nee",
        "waar onwaar",
        "tak nie",
        "prawda fałsz",
        "t f"
    };
    public static final int MAX_LENGTH = 10;
    private static final Map<String, Integer> YES = new HashMap<>(); // word -> bits of its pairs
    private static final Map<String, Integer> NO = new HashMap<>();

    static {
        for (int i = 0; i < PAIRS.length; i++) {
            String[] pair = PAIRS[i].split(" ");
            YES.merge(pair[0], 1 << i, (a, b) -> a | b);
            NO.merge(pair[1], 1 << i, (a, b) -> a | b);
        }
    }

    private YesNo() {}

    /** A bit for each pair the word belongs to; 0 for none. */
    public static int pairs(char[] chars, int from, int to) {
        if (to - from > MAX_LENGTH) {
            return 0;
        }
        String word = new String(chars, from, to - from).toLowerCase(Locale.ROOT);
        return YES.getOrDefault(word, 0) | NO.getOrDefault(word, 0);
    }

    /** Reads them, and sees whether they keep to one pair. */
    public static final class Reader implements LongReader {
        private int common = -1;

        @Override
        public long read(CellKind kind, char[] chars, int from, int to) {
            common &= pairs(chars, from, to);
            return value(chars, from, to);
        }

        /** Whether no pair is left that all of them belong to. */
        public boolean isMixed() {
            return common == 0;
        }
    }

    /** 1 for yes, 0 for no, {@link CellChars#INVALID} for anything else; 1 and 0 count too. */
    static long value(char[] chars, int from, int to) {
        if (to - from > MAX_LENGTH) {
            return CellChars.INVALID;
        }
        String word = new String(chars, from, to - from).toLowerCase(Locale.ROOT);
        if (YES.containsKey(word) || word.equals("1")) {
            return 1;
        }
        return NO.containsKey(word) || word.equals("0") ? 0 : CellChars.INVALID;
    }
}
