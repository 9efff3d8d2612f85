package keensparrow.core.error;

import java.util.Collection;
import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;
import keensparrow.core.words.Words;

/** Finds the name a person probably meant. */
public final class Nearest {
    private static final int BEGINNING = 3; // letters that tell a name

    private Nearest() {}

    /**
     * The candidate with the fewest edits from {@code typed}, if at most a third of the letters differ; else the shortest
     * that begins with it.
     */
    public static Optional<String> to(String typed, Collection<String> candidates) {
        String wanted = typed.toLowerCase(Locale.ROOT);
        String best = null;
        int fewest = Integer.MAX_VALUE;
        for (String candidate : candidates) {
            int edits = distance(wanted, candidate.toLowerCase(Locale.ROOT));
            int most = Math.max(1, Math.max(wanted.length(), candidate.length()) / 3);
            if (edits <= most && edits < fewest) {
                fewest = edits;
                best = candidate;
            }
        }
        return best != null
                ? Optional.of(best)
                : candidates.stream()
                        .filter(candidate -> wanted.length() >= BEGINNING
                                && candidate.toLowerCase(Locale.ROOT).startsWith(wanted))
                        .min(Comparator.comparingInt(String::length));
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
