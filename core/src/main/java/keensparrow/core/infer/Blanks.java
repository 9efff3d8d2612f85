package keensparrow.core.infer;

import java.util.Locale;
import java.util.Set;

/** What people write where there is nothing. */
final class Blanks {
    static final int LONGEST = 12;

    /** Blank in a column of any type. */
    private static final Set<String> ANYWHERE = Set.of(
            "na", "n/a", "n.a.", "n. a.", "#n/a", "#na", "#nv", "null", "(null)", "\\n", "nan", "<na>", "-", "--",
            "---", "–", "—", "k.a.", "k. a.");

    /** Blank where the other values are numbers, dates or the like. */
    private static final Set<String> BESIDE_NUMBERS = Set.of(
            "none",
            ".",
            "..",
            "...",
            "?",
            "x",
            "*",
            "unknown",
            "missing",
            "nil",
            "nd",
            "n.d.",
            "n.v.",
            "s/d",
            "tbd",
            "b.d.",
            "o.a.",
            "unbekannt",
            "inconnu",
            "desconocido",
            "(blank)",
            "blank",
            "empty");

    private Blanks() {}

    /** A cheap look: whether the characters could be such a mark at all. */
    static boolean canBe(char[] chars, int from, int to) {
        int length = to - from;
        if (length > LONGEST) {
            return false;
        }
        char c = chars[from];
        return switch (c) {
            case '-', '–', '—', '.', '?', '*', '#', '(', '<', '\\' -> true;
            case 'n',
                    'N',
                    'x',
                    'X',
                    'u',
                    'U',
                    'm',
                    'M',
                    's',
                    'S',
                    't',
                    'T',
                    'b',
                    'B',
                    'o',
                    'O',
                    'i',
                    'I',
                    'd',
                    'D',
                    'k',
                    'K',
                    'e',
                    'E' -> true;
            default -> false;
        };
    }

    static boolean isAnywhere(String value) {
        return ANYWHERE.contains(value.toLowerCase(Locale.ROOT));
    }

    static boolean isBesideNumbers(String value) {
        return BESIDE_NUMBERS.contains(value.toLowerCase(Locale.ROOT));
    }
}
