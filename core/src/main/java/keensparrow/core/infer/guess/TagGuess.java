package keensparrow.core.infer.guess;

import java.util.HashMap;
import java.util.Map;

/**
 * Whether the values split at a separator give few short words that come again and again, and that recombine: a part
 * stands alone elsewhere, or with others. “Blanket, wool, double” is the name of one thing.
 */
final class TagGuess {
    static final int MAX_TAG = 40;

    private static final int MAX_TAGS = 200;
    private static final int FEW_TAGS = 20;
    private static final int MIN_COMBINED = 3;
    private static final double RECOMBINED = 0.5;
    private static final double MIN_SHARE = 0.005;
    private static final double MIN_SHARE_OF_COMMAS = 0.05; // they stand in sentences and names too

    private final char separator;
    private final TagGuesses all;
    private final RecentTexts recent = new RecentTexts();
    private final Map<String, Part> seen = new HashMap<>(); // of values of more than one tag
    private long values; // with this or another separator
    private long combined; // values of more than one tag
    private long tags; // in those
    private long separators;
    private long spaced; // with a space behind
    private int fewestParts = Integer.MAX_VALUE;
    private int maxParts;
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

    /** @param all knows the values without any separator */
    TagGuess(char separator, TagGuesses all) {
        this.separator = separator;
        this.all = all;
    }

    /** A value with this or another separator that comes so many times. */
    void add(char[] chars, int from, int to, int times) {
        if (ruledOut) {
            return;
        }
        values += times;
        if (separator == ',' && TagGuesses.isSentence(chars[to - 1])) {
            ruledOut = true;
            return;
        }
        int start = from;
        int parts = 1;
        for (int at = from; at < to; at++) {
            if (chars[at] == separator) {
                parts++;
                separators += times;
                spaced += at + 1 < to && chars[at + 1] == ' ' ? times : 0;
                count(chars, start, at, times);
                start = at + 1;
            }
        }
        fewestParts = Math.min(fewestParts, parts);
        maxParts = Math.max(maxParts, parts);
        if (parts > 1) {
            combined += times;
            count(chars, start, to, times);
            parts(chars, from, to, parts);
        } else if (to - from > MAX_TAG) {
            ruledOut = true;
        } else {
            all.addAlone(chars, from, to);
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

    private void count(char[] chars, int from, int to, int times) {
        tags += times;
        if (to - from > MAX_TAG) {
            ruledOut = true;
        } else if (from < to) {
            String text = recent.ifNew(chars, from, to);
            if (text != null) {
                seen.computeIfAbsent(text.trim(), part -> new Part());
                ruledOut |= seen.size() > MAX_TAGS;
            }
        }
    }

    /** Whether enough of the parts stand alone elsewhere, or in more than one combination; of commas, at more than one place. */
    private boolean recombine() {
        if (all.hasUnknownAlone()) {
            return true;
        }
        long free = seen.entrySet().stream()
                .filter(part -> all.isAlone(part.getKey())
                        || part.getValue().isFree()
                        || (separator != ',' && part.getValue().times > 1))
                .count();
        boolean anyAlone = separator != ',' || seen.keySet().stream().anyMatch(all::isAlone);
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

    boolean isLikely() {
        long whole = all.count();
        long everything = values + whole;
        int fewest = whole > 0 ? 1 : fewestParts;
        return !ruledOut
                && all.allow(separator)
                && recombine()
                && combined >= MIN_COMBINED
                && combined >= everything * (separator == ',' ? MIN_SHARE_OF_COMMAS : MIN_SHARE)
                && (separator != ',' || fewest < maxParts) // “Lyon, France” is a place, not two tags
                && seen.size() * (seen.size() <= FEW_TAGS ? 2L : 5L) <= tags;
    }
}
