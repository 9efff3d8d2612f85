package keensparrow.core.error;

import java.util.Collection;
import java.util.Locale;
import java.util.Optional;
import keensparrow.core.words.Words;

/** Finds the name a person probably meant. */
public final class Nearest {
    private Nearest() {}

    /** The candidate with the fewest edits from {@code typed}, if at most a third of its letters differ. */
    public static Optional<String> to(String typed, Collection<String> candidates) {
        String best = null;
        int fewest = Math.max(1, typed.length() / 3) + 1;
        for (String candidate : candidates) {
            int edits = distance(typed.toLowerCase(Locale.ROOT), candidate.toLowerCase(Locale.ROOT));
            if (edits < fewest) {
                fewest = edits;
                best = candidate;
            }
        }
        return Optional.ofNullable(best);
    }

    /** {@code Did you mean "x"?} with a leading space, or nothing. */
    public static String hint(String typed, Collection<String> candidates) {
        return to(typed, candidates)
                .map(name -> Words.say("error.didYouMean", "name", UserException.quote(name)))
                .orElse("");
    }

    /** Damerau-Levenshtein distance with adjacent transpositions (the optimal string alignment form). */
    static int distance(String a, String b) {
        int[][] d = new int[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); i++) {
            d[i][0] = i;
        }
        for (int j = 0; j <= b.length(); j++) {
            d[0][j] = j;
        }
        for (int i = 1; i <= a.length(); i++) {
            for (int j = 1; j <= b.length(); j++) {
                int change = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
                d[i][j] = Math.min(Math.min(d[i - 1][j], d[i][j - 1]) + 1, d[i - 1][j - 1] + change);
                if (i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2) && a.charAt(i - 2) == b.charAt(j - 1)) {
                    d[i][j] = Math.min(d[i][j], d[i - 2][j - 2] + 1);
                }
            }
        }
        return d[a.length()][b.length()];
    }
}
