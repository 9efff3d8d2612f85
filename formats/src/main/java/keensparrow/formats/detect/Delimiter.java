package keensparrow.formats.detect;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Finds which character stands between the cells: the one that cuts most lines into the same number of cells. */
public final class Delimiter {
    private static final char[] CANDIDATES = {',', ';', '\t', '|'};
    private static final int LINES = 200;

    private Delimiter() {}

    /** @param text the beginning of a file; a comma when nothing tells, such as for a single column */
    public static char find(String text) {
        char best = ',';
        double bestScore = 0;
        for (char candidate : CANDIDATES) {
            double score = score(text, candidate);
            if (score > bestScore) {
                bestScore = score;
                best = candidate;
            }
        }
        return best;
    }

    /** How alike the lines are, between 0 and 1, and a little for more cells; 0 when nothing is cut. */
    private static double score(String text, char delimiter) {
        List<Integer> counts = countsByLine(text, delimiter);
        if (counts.isEmpty() || counts.get(0) == 0) {
            return 0; // the headings are not cut
        }
        Map<Integer, Integer> lines = new HashMap<>();
        counts.forEach(count -> lines.merge(count, 1, Integer::sum));
        Map.Entry<Integer, Integer> most =
                lines.entrySet().stream().max(Map.Entry.comparingByValue()).orElseThrow();
        int commonest = most.getKey();
        if (commonest == 0) {
            return 0;
        }
        double alike = (double) most.getValue() / counts.size();
        double headingsAgree = counts.get(0) == commonest ? 1 : 0.5;
        return alike * headingsAgree * (1 + Math.log(commonest) / 20);
    }

    private static List<Integer> countsByLine(String text, char delimiter) {
        List<Integer> counts = new ArrayList<>();
        boolean quoted = false;
        int count = 0;
        boolean any = false;
        for (int i = 0; i < text.length() && counts.size() < LINES; i++) {
            char c = text.charAt(i);
            if (c == '"') {
                quoted = !quoted;
            } else if (!quoted && c == delimiter) {
                count++;
            } else if (!quoted && c == '\n') {
                if (any) {
                    counts.add(count);
                }
                count = 0;
                any = false;
                continue;
            }
            any |= c > ' ' || c == delimiter;
        }
        if (counts.isEmpty() && any) {
            counts.add(count);
        }
        return counts;
    }
}
