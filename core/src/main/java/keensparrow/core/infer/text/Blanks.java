package keensparrow.core.infer.text;

import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** What people write where there is nothing. */
public final class Blanks {
    public static final int MAX_LENGTH = 12;

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

    private static final int ASCII = 128;
    private static final BitSet SHAPES = new BitSet();

    static {
        for (Set<String> marks : List.of(ANYWHERE, BESIDE_NUMBERS)) {
            for (String mark : marks) {
                if (mark.charAt(0) < ASCII) {
                    SHAPES.set(shape(mark.length(), mark.charAt(0), mark.charAt(mark.length() - 1)));
                }
            }
        }
    }

    private Blanks() {}

    /** A cheap look: whether some mark has that length, first and last character. */
    public static boolean canBe(char[] chars, int from, int to) {
        return canBe(to - from, chars[from], chars[to - 1]);
    }

    /** The same of its length, its first and its last character. */
    public static boolean canBe(int length, char first, char last) {
        if (length > MAX_LENGTH) {
            return false;
        }
        return first < ASCII && last < ASCII
                ? SHAPES.get(shape(length, Character.toLowerCase(first), Character.toLowerCase(last)))
                : first == '–' || first == '—';
    }

    private static int shape(int length, char first, char last) {
        return (length * ASCII + first) * ASCII + last;
    }

    public static boolean isAnywhere(String value) {
        return ANYWHERE.contains(value.toLowerCase(Locale.ROOT)) && !isName(value);
    }

    public static boolean isBesideNumbers(String value) {
        return BESIDE_NUMBERS.contains(value.toLowerCase(Locale.ROOT)) || isName(value);
    }

    /** Written as a name: Nan is a town, Null a surname, in a column of texts. */
    private static boolean isName(String value) {
        return value.equals("Nan") || value.equals("Null") || value.equals("Na");
    }
}
