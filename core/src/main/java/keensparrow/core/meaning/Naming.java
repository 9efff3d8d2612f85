package keensparrow.core.meaning;

import java.util.Set;

/** How much a heading speaks for a column that names what a row is of. */
public final class Naming {
    private static final int BY_NAME = 60;
    private static final int BY_THING = 40;
    private static final Set<String> OF = Set.of("of", "de", "der", "des", "du", "di", "van");

    private Naming() {}

    /** Whether it is called a code, a number or a key of something. */
    public static boolean isCode(String heading) {
        return new HeadingWords(heading).endsWith(Vocabulary.IDENTIFIER);
    }

    /** Whether it is a code or a name of things called so, such as an order number or the name of a station of {@code orders}. */
    public static boolean canTellApart(String heading, String plural) {
        HeadingWords words = new HeadingWords(heading);
        String singular =
                plural.endsWith("ies") ? plural.substring(0, plural.length() - 3) + "y" : plural.replaceFirst("s$", "");
        return words.endsWith(Vocabulary.IDENTIFIER)
                || words.has(Vocabulary.STRONG_NAMING)
                || words.has(Set.of(singular, plural));
    }

    /** 0 where it says nothing of the kind. */
    public static int weight(String heading) {
        HeadingWords words = new HeadingWords(heading);
        if (words.endsWith(Vocabulary.IDENTIFIER)) {
            return 0;
        }
        if (words.has(Vocabulary.STRONG_NAMING)) {
            return BY_NAME;
        }
        return HeadingWords.isIn(Vocabulary.NAMING, words.head(OF)) ? BY_THING : 0;
    }
}
