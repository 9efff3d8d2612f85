package keensparrow.core.infer;

import java.util.HashSet;
import java.util.Set;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;

/** Counts how the values of one column are written, and decides its type over all of them. */
final class ColumnGuess {
    /** A column keeps its type when no more than this share of its values does not fit; each of those is reported. */
    static final double MISFITS_BORNE = 0.02;

    private static final int FEW = 50;
    private static final int MOST_TAGS = 200;
    private static final int LONGEST_TAG = 40;
    private static final int FEW_TAGS = 20;
    private static final int LEAST_COMBINED = 3;
    private static final double LEAST_SHARE = 0.005;
    private static final char[] TAG_SEPARATORS = {';', '|'};

    private long filled;
    private long wholes;
    private long decimals;
    private long wide; // numbers beyond 18 digits or in exponent form: readable as doubles only
    private long codes; // digits with leading zeros
    private long yesNos;
    private final long[] dates = new long[DatePattern.values().length];
    private final long[] times = new long[DatePattern.values().length];
    private int largestScale;
    private int mostWholeDigits;
    private final Tags[] tags = {new Tags(TAG_SEPARATORS[0]), new Tags(TAG_SEPARATORS[1])};

    /** @param from first, @param to behind the last character that is not a space; {@code from < to} */
    void add(char[] chars, int from, int to) {
        filled++;
        char first = chars[from];
        if ((first >= '0' && first <= '9') || first == '-' || first == '+' || first == '.') {
            if (!countNumber(chars, from, to)) {
                countDate(chars, from, to);
            }
        } else if (to - from <= 5 && Cells.yesNo(chars, from, to) >= 0) {
            yesNos++;
        }
        for (Tags candidate : tags) {
            candidate.add(chars, from, to);
        }
    }

    private boolean countNumber(char[] chars, int from, int to) {
        int digitsFrom = chars[from] == '-' || chars[from] == '+' ? from + 1 : from;
        int point = -1;
        for (int at = digitsFrom; at < to; at++) {
            char c = chars[at];
            if (c == '.' && point < 0) {
                point = at;
            } else if (c < '0' || c > '9') {
                return countExponent(chars, from, to);
            }
        }
        int wholeDigits = (point < 0 ? to : point) - digitsFrom;
        int scale = point < 0 ? 0 : to - point - 1;
        if (wholeDigits + scale == 0) {
            return false;
        }
        if (wholeDigits > 1 && chars[digitsFrom] == '0') {
            codes++;
            return true;
        }
        if (wholeDigits > 18) {
            wide++;
            return true;
        }
        mostWholeDigits = Math.max(mostWholeDigits, wholeDigits);
        largestScale = Math.max(largestScale, scale);
        if (point < 0) {
            wholes++;
        } else {
            decimals++;
        }
        return true;
    }

    private boolean countExponent(char[] chars, int from, int to) {
        for (int at = from + 1; at < to - 1; at++) {
            if (chars[at] == 'e' || chars[at] == 'E') {
                boolean number = DoubleCells.parse(chars, from, to) != null;
                wide += number ? 1 : 0;
                decimals += number ? 1 : 0;
                return number;
            }
        }
        return false;
    }

    private void countDate(char[] chars, int from, int to) {
        for (DatePattern pattern : DatePattern.values()) {
            if (to - from <= 10) {
                dates[pattern.ordinal()] += Cells.date(chars, from, to, pattern) == Cells.MISFIT ? 0 : 1;
            } else {
                times[pattern.ordinal()] += Cells.dateTime(chars, from, to, pattern) == Cells.MISFIT ? 0 : 1;
            }
        }
    }

    ColumnPlan decide(String name, String heading) {
        ColumnType type = type();
        return new ColumnPlan(name, heading, type, type.isTime() ? pattern() : null, scale(type), separator(type));
    }

    /** How this column would be read as another type than its own. */
    ColumnPlan as(ColumnType type, String name, String heading) {
        return new ColumnPlan(name, heading, type, type.isTime() ? pattern() : null, scale(type), separator(type));
    }

    private ColumnType type() {
        if (filled == 0) {
            return ColumnType.TEXT;
        }
        if (yesNos == filled) {
            return ColumnType.YES_NO;
        }
        if (codes == 0 && fits(wholes) && decimals == 0 && wide == 0) {
            return ColumnType.WHOLE;
        }
        if (codes == 0
                && fits(wholes + decimals + (decimals > 0 ? 0 : wide))
                && (decimals > 0 || wholes > 0)
                && !(decimals == 0 && wide > 0)) {
            return ColumnType.DECIMAL;
        }
        DatePattern pattern = pattern();
        if (fits(dates[pattern.ordinal()])) {
            return ColumnType.DATE;
        }
        if (fits(dates[pattern.ordinal()] + times[pattern.ordinal()])) {
            return ColumnType.DATE_TIME;
        }
        return separator(ColumnType.TAGS) != null && bestTags().isLikely() ? ColumnType.TAGS : ColumnType.TEXT;
    }

    private boolean fits(long count) {
        return count == filled || (filled >= FEW && filled - count <= filled * MISFITS_BORNE);
    }

    private DatePattern pattern() {
        DatePattern best = DatePattern.ISO;
        for (DatePattern pattern : DatePattern.values()) {
            if (dates[pattern.ordinal()] + times[pattern.ordinal()] > dates[best.ordinal()] + times[best.ordinal()]) {
                best = pattern;
            }
        }
        return best;
    }

    private int scale(ColumnType type) {
        if (type == ColumnType.WHOLE || !type.isNumber()) {
            return 0;
        }
        boolean exact = wide == 0 && largestScale <= LongColumn.LARGEST_SCALE && mostWholeDigits + largestScale <= 18;
        return exact ? largestScale : -1;
    }

    private @org.jspecify.annotations.Nullable Character separator(ColumnType type) {
        return type == ColumnType.TAGS ? Character.valueOf(bestTags().separator) : null;
    }

    private Tags bestTags() {
        return tags[0].combined >= tags[1].combined ? tags[0] : tags[1];
    }

    /** Whether the values split at a separator give few short words that come again and again. */
    private static final class Tags {
        private final char separator;
        private final Set<String> seen = new HashSet<>(); // of values of more than one tag
        private long values;
        private long combined; // values of more than one tag
        private long tags; // in those
        private boolean ruledOut;

        Tags(char separator) {
            this.separator = separator;
        }

        void add(char[] chars, int from, int to) {
            if (ruledOut) {
                return;
            }
            values++;
            int start = from;
            boolean several = false;
            for (int at = from; at < to; at++) { // a value of one tag costs no more than a look at its characters
                if (chars[at] == separator) {
                    several = true;
                    count(chars, start, at);
                    start = at + 1;
                } else if (chars[at] < ' ') {
                    ruledOut = true; // lines of text, not tags
                }
            }
            if (several) {
                combined++;
                count(chars, start, to);
            } else if (to - from > LONGEST_TAG) {
                ruledOut = true;
            }
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

        boolean isLikely() {
            return !ruledOut
                    && combined >= LEAST_COMBINED
                    && combined >= values * LEAST_SHARE
                    && seen.size() * (seen.size() <= FEW_TAGS ? 2L : 5L) <= tags;
        }
    }
}
