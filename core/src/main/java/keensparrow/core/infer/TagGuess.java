package keensparrow.core.infer;

import java.util.HashSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Whether the values split at a separator give few short words that come again and again. */
final class TagGuess {
    private static final int MOST_TAGS = 200;
    private static final int LONGEST_TAG = 40;
    private static final int LATELY = 256;
    private static final int FEW_TAGS = 20;
    private static final int LEAST_COMBINED = 3;
    private static final double LEAST_SHARE = 0.005;
    private static final double LEAST_SHARE_OF_COMMAS = 0.05; // they stand in sentences and names too

    private final char separator;
    private final @Nullable String[] lately = new String[LATELY]; // the same few come again and again
    private final Set<String> seen = new HashSet<>(); // of values of more than one tag
    private long values;
    private long combined; // values of more than one tag
    private long tags; // in those
    private long separators;
    private long spaced; // with a space behind
    private int fewestParts = Integer.MAX_VALUE;
    private int mostParts;
    private boolean ruledOut;

    TagGuess(char separator) {
        this.separator = separator;
    }

    void add(char[] chars, int from, int to) {
        add(chars, from, to, 1);
    }

    /** A value that comes so many times. */
    void add(char[] chars, int from, int to, int times) {
        if (ruledOut) {
            return;
        }
        values += times;
        if (separator == ',' && isSentence(chars[to - 1])) {
            ruledOut = true;
            return;
        }
        int start = from;
        int parts = 1;
        for (int at = from; at < to; at++) { // a value of one tag costs no more than a look at its characters
            if (chars[at] == separator) {
                parts++;
                separators += times;
                spaced += at + 1 < to && chars[at + 1] == ' ' ? times : 0;
                count(chars, start, at, times);
                start = at + 1;
            } else if (chars[at] < ' ') {
                ruledOut = true; // lines of text, not tags
            }
        }
        fewestParts = Math.min(fewestParts, parts);
        mostParts = Math.max(mostParts, parts);
        if (parts > 1) {
            combined += times;
            count(chars, start, to, times);
        } else if (to - from > LONGEST_TAG) {
            ruledOut = true;
        }
    }

    /** A value without a separator that comes so many times. */
    void addWord(int length, int times) {
        values += times;
        fewestParts = 1;
        mostParts = Math.max(mostParts, 1);
        ruledOut |= length > LONGEST_TAG;
    }

    private static boolean isSentence(char last) {
        return last == '.' || last == '!' || last == '?' || last == '…';
    }

    private void count(char[] chars, int from, int to, int times) {
        tags += times;
        if (to - from > LONGEST_TAG) {
            ruledOut = true;
        } else if (from < to) {
            int slot = slot(chars, from, to);
            String known = lately[slot];
            if (known == null || !isSame(known, chars, from, to)) {
                lately[slot] = new String(chars, from, to - from);
                seen.add(lately[slot].trim());
                ruledOut |= seen.size() > MOST_TAGS;
            }
        }
    }

    char separator() {
        return separator;
    }

    /** What stands between tags as a rule: the separator, with the space behind it if there is one. */
    String between() {
        return spaced * 2 > separators ? separator + " " : String.valueOf(separator);
    }

    long combined() {
        return combined;
    }

    private static int slot(char[] chars, int from, int to) {
        int hash = to - from;
        for (int at = from; at < to; at++) {
            hash = hash * 31 + chars[at];
        }
        return (hash ^ hash >>> 8) & (LATELY - 1);
    }

    private static boolean isSame(String text, char[] chars, int from, int to) {
        if (text.length() != to - from) {
            return false;
        }
        for (int at = from; at < to; at++) {
            if (text.charAt(at - from) != chars[at]) {
                return false;
            }
        }
        return true;
    }

    boolean isLikely() {
        return !ruledOut
                && combined >= LEAST_COMBINED
                && combined >= values * (separator == ',' ? LEAST_SHARE_OF_COMMAS : LEAST_SHARE)
                && (separator != ',' || fewestParts < mostParts) // “Lyon, France” is a place, not two tags
                && seen.size() * (seen.size() <= FEW_TAGS ? 2L : 5L) <= tags;
    }
}
