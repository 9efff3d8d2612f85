package keensparrow.core.infer;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Whether the values split at a separator give few short words that come again and again, and that recombine: a part
 * stands alone elsewhere, or with others. “Blanket, wool, double” is the name of one thing.
 */
final class TagGuess {
    private static final int MOST_TAGS = 200;
    private static final int LONGEST_TAG = 40;
    private static final int LATELY = 256;
    private static final int FEW_TAGS = 20;
    private static final int LEAST_COMBINED = 3;
    private static final int MOST_ALONE = 1000;
    private static final double RECOMBINED = 0.5;
    private static final double LEAST_SHARE = 0.005;
    private static final double LEAST_SHARE_OF_COMMAS = 0.05; // they stand in sentences and names too

    private final char separator;
    private final @Nullable String[] lately = new String[LATELY]; // the same few come again and again
    private final @Nullable String[] latelyParts = new String[LATELY];
    private final Map<String, Part> seen = new HashMap<>(); // of values of more than one tag
    private final Set<String> alone = new HashSet<>(); // values of one tag
    private boolean unknownAlone; // values of one tag that nobody told
    private long values;
    private long combined; // values of more than one tag
    private long tags; // in those
    private long separators;
    private long spaced; // with a space behind
    private int fewestParts = Integer.MAX_VALUE;
    private int mostParts;
    private boolean ruledOut;

    /** Where a part was met: its places in values, and the number of parts of those. */
    private static final class Part {
        private int places; // a bit each
        private int lengths;

        private int times;

        void met(int place, int parts) {
            times++;
            places |= 1 << Math.min(place, Integer.SIZE - 1);
            lengths |= 1 << Math.min(parts, Integer.SIZE - 1);
        }

        boolean isFree() {
            return Integer.bitCount(places) > 1 || Integer.bitCount(lengths) > 1;
        }
    }

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
            parts(chars, from, to, parts);
        } else if (to - from > LONGEST_TAG) {
            ruledOut = true;
        } else {
            single(chars, from, to);
        }
    }

    /** Names keep their parts in place, tags do not: in how many values of how many parts each was met. */
    private void parts(char[] chars, int from, int to, int parts) {
        int start = from;
        int place = 0;
        for (int at = from; at <= to; at++) {
            if (at == to || chars[at] == separator) {
                Part part = seen.get(new String(chars, start, at - start).trim());
                if (part != null) {
                    part.met(place, parts);
                }
                place++;
                start = at + 1;
            }
        }
    }

    private void single(char[] chars, int from, int to) {
        int slot = slot(chars, from, to);
        String known = lately[slot];
        if ((known == null || !isSame(known, chars, from, to)) && alone.size() < MOST_ALONE) {
            lately[slot] = new String(chars, from, to - from);
            alone.add(lately[slot].trim());
        }
    }

    /** A value without a separator that comes so many times. */
    void addWord(int length, int times) {
        unknownAlone = true;
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
            String known = latelyParts[slot];
            if (known == null || !isSame(known, chars, from, to)) {
                latelyParts[slot] = new String(chars, from, to - from);
                seen.computeIfAbsent(latelyParts[slot].trim(), part -> new Part());
                ruledOut |= seen.size() > MOST_TAGS;
            }
        }
    }

    /** Whether enough of the parts stand alone elsewhere, or in more than one combination; of commas, at more than one place. */
    private boolean recombine() {
        if (unknownAlone) {
            return true;
        }
        long free = seen.entrySet().stream()
                .filter(part -> alone.contains(part.getKey())
                        || part.getValue().isFree()
                        || (separator != ',' && part.getValue().times > 1))
                .count();
        boolean anyAlone = separator != ',' || seen.keySet().stream().anyMatch(alone::contains);
        return anyAlone && free >= seen.size() * RECOMBINED;
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
                && recombine()
                && combined >= LEAST_COMBINED
                && combined >= values * (separator == ',' ? LEAST_SHARE_OF_COMMAS : LEAST_SHARE)
                && (separator != ',' || fewestParts < mostParts) // “Lyon, France” is a place, not two tags
                && seen.size() * (seen.size() <= FEW_TAGS ? 2L : 5L) <= tags;
    }
}
