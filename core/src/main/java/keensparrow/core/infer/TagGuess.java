package keensparrow.core.infer;

import java.util.HashSet;
import java.util.Set;

/** Whether the values split at a separator give few short words that come again and again. */
final class TagGuess {
    private static final int MOST_TAGS = 200;
    private static final int LONGEST_TAG = 40;
    private static final int FEW_TAGS = 20;
    private static final int LEAST_COMBINED = 3;
    private static final double LEAST_SHARE = 0.005;
    private static final double LEAST_SHARE_OF_COMMAS = 0.05; // they stand in sentences and names too

    private final char separator;
    private final Set<String> seen = new HashSet<>(); // of values of more than one tag
    private long values;
    private long combined; // values of more than one tag
    private long tags; // in those
    private int fewestParts = Integer.MAX_VALUE;
    private int mostParts;
    private boolean ruledOut;

    TagGuess(char separator) {
        this.separator = separator;
    }

    void add(char[] chars, int from, int to) {
        if (ruledOut) {
            return;
        }
        values++;
        if (separator == ',' && isSentence(chars[to - 1])) {
            ruledOut = true;
            return;
        }
        int start = from;
        int parts = 1;
        for (int at = from; at < to; at++) { // a value of one tag costs no more than a look at its characters
            if (chars[at] == separator) {
                parts++;
                count(chars, start, at);
                start = at + 1;
            } else if (chars[at] < ' ') {
                ruledOut = true; // lines of text, not tags
            }
        }
        fewestParts = Math.min(fewestParts, parts);
        mostParts = Math.max(mostParts, parts);
        if (parts > 1) {
            combined++;
            count(chars, start, to);
        } else if (to - from > LONGEST_TAG) {
            ruledOut = true;
        }
    }

    private static boolean isSentence(char last) {
        return last == '.' || last == '!' || last == '?' || last == '…';
    }

    private void count(char[] chars, int from, int to) {
        tags++;
        if (to - from > LONGEST_TAG) {
            ruledOut = true;
        } else if (from < to) {
            seen.add(new String(chars, from, to - from).trim());
            ruledOut |= seen.size() > MOST_TAGS;
        }
    }

    char separator() {
        return separator;
    }

    long combined() {
        return combined;
    }

    boolean isLikely() {
        return !ruledOut
                && combined >= LEAST_COMBINED
                && combined >= values * (separator == ',' ? LEAST_SHARE_OF_COMMAS : LEAST_SHARE)
                && (separator != ',' || fewestParts < mostParts) // “Lyon, France” is a place, not two tags
                && seen.size() * (seen.size() <= FEW_TAGS ? 2L : 5L) <= tags;
    }
}
