package keensparrow.core.layout;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Words by which offices mark rows that sum up others. */
final class TotalLabels {
    private static final String WORDS =
            "totals?|sub-?totals?|grand[ -]totals?|sum|summe|gesamt|gesamtsumme|gesamtergebnis|ergebnis|insgesamt|zwischensumme|total g[ée]n[ée]ral"
                    + "|totaux|sous-total|suma( total)?|total general|somma|totale( generale)?|subtotale|soma|totaal|subtotaal|eindtotaal"
                    + "|razem|ogółem|suma końcowa|result|overall";
    private static final Pattern BARE = Pattern.compile("(?iu)(" + WORDS + ")[ :.]*");
    private static final Pattern FIRST =
            Pattern.compile("(?iu)(" + WORDS + ")\\b[ :–-]*(of|for|in|f[üu]r|pour|de|di|van)?\\b.{0,50}");
    private static final Pattern LAST = Pattern.compile("(?iu).{1,50}[ :–-](" + WORDS + ")[ :.]*");
    private static final Pattern FIRST_OF = Pattern.compile(
            "(?iu)(" + WORDS + ")\\b[ :–-]*((of|for|in|f[üu]r|pour|de|di|van)\\b)?(?<of>.{1,50}?)[ :.]*");
    private static final Pattern LAST_OF = Pattern.compile("(?iu)(?<of>.{1,50}?)[ :–-]+(" + WORDS + ")[ :.]*");
    private static final Pattern SURE = Pattern.compile(
            "(?iu)(sub-?totals?|grand[ -]totals?|zwischensumme|gesamtsumme|gesamtergebnis|sous-total|subtotale|subtotaal"
                    + "|eindtotaal|total g[ée]n[ée]ral|total general|totale generale|suma końcowa)\\b.*");

    private static final String LOOSE_WORDS = "sum|summe|suma|somma|soma|result|ergebnis|overall|razem";
    private static final Pattern LOOSE =
            Pattern.compile("(?iu)(" + LOOSE_WORDS + ")\\b.+|.+[ :–-](" + LOOSE_WORDS + ")[ :.]*");
    private static final Pattern NAME = Pattern.compile("(?iu)(" + LOOSE_WORDS + ")");
    private static final Pattern WORD = Pattern.compile("(?iu)\\b(" + WORDS + ")\\b");

    private TotalLabels() {}

    /** Whether a cell says that its row sums up others, alone or with the name of what it sums up. */
    static boolean isOne(String text) {
        return BARE.matcher(text).matches()
                || FIRST.matcher(text).matches()
                || LAST.matcher(text).matches();
    }

    /** Whether it is a word that is said of nothing else. */
    static boolean isSure(String text) {
        return SURE.matcher(text).matches();
    }

    /** Whether it may as well be a name, as towns are called Somma Lombardo and Soma: only numbers tell. */
    static boolean isLoose(String text) {
        return LOOSE.matcher(text).matches() && !BARE.matcher(text).matches() && !isSure(text);
    }

    /** Whether it is a word that is a name as well, and nothing else. */
    static boolean isNameToo(String text) {
        return NAME.matcher(text).matches();
    }

    /** The word by which a label says so, in small letters. */
    static String word(String text) {
        Matcher word = WORD.matcher(text);
        return word.find() ? word.group().toLowerCase(Locale.ROOT) : "";
    }

    /** What the label says that it is the total of; empty where it says nothing. */
    static String of(String text) {
        Matcher first = FIRST_OF.matcher(text);
        Matcher last = LAST_OF.matcher(text);
        return first.matches()
                ? first.group("of").strip()
                : last.matches() ? last.group("of").strip() : "";
    }

    /** Whether it is such a word and nothing else: it may be a name too. */
    static boolean isBare(String text) {
        return BARE.matcher(text).matches() && !SURE.matcher(text).matches();
    }
}
