package keensparrow.core.infer.text;

/** Reads values from the characters of a cell without making a String. What does not fit gives {@link #INVALID}. */
public final class CellChars {
    /** No number, date or time is written so. */
    public static final long INVALID = Long.MIN_VALUE;

    private static final int MAX_DIGITS = 18;

    private CellChars() {}

    static boolean isSpace(char c) {
        return c <= ' ' || c == '\u00a0' || c == '\ufeff';
    }

    /** Where the characters start, spaces before them left out; {@code to} when there is nothing else. */
    public static int trimmedFrom(char[] chars, int from, int to) {
        int at = from;
        while (at < to && isSpace(chars[at])) {
            at++;
        }
        return at;
    }

    /** Where they end, spaces behind them left out. */
    public static int trimmedTo(char[] chars, int from, int to) {
        int at = to;
        while (at > from && isSpace(chars[at - 1])) {
            at--;
        }
        return at;
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }

    /** A number of digits with an optional sign and point, as value × 10^scale; excess decimals do not fit. */
    public static long number(char[] chars, int from, int to, int scale) {
        int at = from;
        boolean negative = chars[at] == '-';
        if (negative || chars[at] == '+') {
            at++;
        }
        long value = 0;
        int digits = 0;
        int decimals = -1;
        for (; at < to; at++) {
            char c = chars[at];
            if (isDigit(c)) {
                value = value * 10 + (c - '0');
                digits += value == 0 ? 0 : 1;
                decimals += decimals >= 0 ? 1 : 0;
            } else if (c == '.' && decimals < 0) {
                decimals = 0;
            } else {
                return INVALID;
            }
            if (digits > MAX_DIGITS) {
                return INVALID;
            }
        }
        int missing = scale - Math.max(0, decimals);
        if (missing < 0 || digits + missing > MAX_DIGITS || !hasDigit(chars, from, to)) {
            return INVALID;
        }
        for (int i = 0; i < missing; i++) {
            value *= 10;
        }
        return negative ? -value : value;
    }

    static boolean hasDigit(char[] chars, int from, int to) {
        for (int at = from; at < to; at++) {
            if (isDigit(chars[at])) {
                return true;
            }
        }
        return false;
    }

    /** Whether the characters start as {@code 2026-01-31} does and end there or go on with a time. */
    public static boolean isIsoDay(char[] chars, int from, int to) {
        return to - from >= 10
                && chars[from + 4] == '-'
                && chars[from + 7] == '-'
                && (to - from == 10 || chars[from + 10] == 'T' || chars[from + 10] == ' ');
    }

    /** Day number of the first ten characters, year-month-day. */
    public static long isoDay(char[] chars, int from) {
        return DateText.day(
                digits(chars, from, from + 4), digits(chars, from + 5, from + 7), digits(chars, from + 8, from + 10));
    }

    /** The number of nothing but digits, or −1. */
    static int digits(char[] chars, int from, int to) {
        int value = 0;
        for (int at = from; at < to; at++) {
            if (!isDigit(chars[at])) {
                return -1;
            }
            value = value * 10 + (chars[at] - '0');
        }
        return from < to && to - from < 10 ? value : -1;
    }
}
