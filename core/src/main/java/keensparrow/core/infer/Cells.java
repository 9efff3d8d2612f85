package keensparrow.core.infer;

import java.time.DateTimeException;
import java.time.LocalDate;

/** Reads values from the characters of a cell without making a String. What does not fit gives {@link #MISFIT}. */
final class Cells {
    /** No number, date or time is written so. */
    static final long MISFIT = Long.MIN_VALUE;

    private static final int MOST_DIGITS = 18;
    private static final long MICROS_A_SECOND = 1_000_000;

    private Cells() {}

    static boolean isSpace(char c) {
        return c <= ' ' || c == '\u00a0' || c == '\ufeff';
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }

    /** A number of digits with an optional sign and point, as value × 10^scale; excess decimals do not fit. */
    static long number(char[] chars, int from, int to, int scale) {
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
                return MISFIT;
            }
            if (digits > MOST_DIGITS) {
                return MISFIT;
            }
        }
        int missing = scale - Math.max(0, decimals);
        if (missing < 0 || digits + missing > MOST_DIGITS || !hasDigit(chars, from, to)) {
            return MISFIT;
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

    /** Day number of a date written in that pattern. */
    static long date(char[] chars, int from, int to, DatePattern pattern) {
        if (pattern == DatePattern.ISO) {
            if (to - from != 10 || chars[from + 4] != '-' || chars[from + 7] != '-') {
                return MISFIT;
            }
            return day(digits(chars, from, from + 4), digits(chars, from + 5, from + 7), digits(chars, from + 8, to));
        }
        int first = find(chars, from, to, pattern.separator());
        int second = first < 0 ? -1 : find(chars, first + 1, to, pattern.separator());
        if (second < 0 || to - second != 5) {
            return MISFIT;
        }
        int a = digits(chars, from, first);
        int b = digits(chars, first + 1, second);
        int year = digits(chars, second + 1, to);
        return pattern.dayFirst() ? day(year, b, a) : day(year, a, b);
    }

    /** Microseconds since 1970 of a date in that pattern, then a space or T, then hours and minutes and perhaps more. */
    static long dateTime(char[] chars, int from, int to, DatePattern pattern) {
        int gap = from;
        while (gap < to && chars[gap] != ' ' && chars[gap] != 'T') {
            gap++;
        }
        long day = date(chars, from, gap, pattern);
        if (day == MISFIT) {
            return MISFIT;
        }
        if (gap == to) {
            return day * 86_400 * MICROS_A_SECOND;
        }
        int end = to > gap && chars[to - 1] == 'Z' ? to - 1 : to;
        long time = time(chars, gap + 1, end);
        return time == MISFIT ? MISFIT : day * 86_400 * MICROS_A_SECOND + time;
    }

    private static long time(char[] chars, int from, int to) {
        int length = to - from;
        if (length < 5 || chars[from + 2] != ':') {
            return MISFIT;
        }
        int hour = digits(chars, from, from + 2);
        int minute = digits(chars, from + 3, from + 5);
        int second = 0;
        long micros = 0;
        if (length > 5) {
            if (length < 8 || chars[from + 5] != ':') {
                return MISFIT;
            }
            second = digits(chars, from + 6, from + 8);
            if (length > 8) {
                if (chars[from + 8] != '.' || length == 9 || length > 18) {
                    return MISFIT;
                }
                int decimals = Math.min(6, length - 9);
                micros = digits(chars, from + 9, from + 9 + decimals);
                for (int i = decimals; i < 6; i++) {
                    micros *= 10;
                }
            }
        }
        boolean valid = hour >= 0 && hour < 24 && minute >= 0 && minute < 60 && second >= 0 && second < 60;
        return valid && micros >= 0 ? (hour * 3600L + minute * 60L + second) * MICROS_A_SECOND + micros : MISFIT;
    }

    private static int find(char[] chars, int from, int to, char wanted) {
        for (int at = from; at < to; at++) {
            if (chars[at] == wanted) {
                return at;
            }
        }
        return -1;
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

    private static long day(int year, int month, int day) {
        if (year < 1 || month < 1 || month > 12 || day < 1 || day > 31) {
            return MISFIT;
        }
        try {
            return LocalDate.of(year, month, day).toEpochDay();
        } catch (DateTimeException e) {
            return MISFIT; // such as 31 April
        }
    }

    /** 1 for yes, 0 for no, −1 for anything else. */
    static int yesNo(char[] chars, int from, int to) {
        return switch (to - from) {
            case 1 -> same(chars, from, "y") ? 1 : same(chars, from, "n") ? 0 : -1;
            case 2 -> same(chars, from, "no") ? 0 : -1;
            case 3 -> same(chars, from, "yes") ? 1 : -1;
            case 4 -> same(chars, from, "true") ? 1 : -1;
            case 5 -> same(chars, from, "false") ? 0 : -1;
            default -> -1;
        };
    }

    private static boolean same(char[] chars, int from, String lower) {
        for (int i = 0; i < lower.length(); i++) {
            if (Character.toLowerCase(chars[from + i]) != lower.charAt(i)) {
                return false;
            }
        }
        return true;
    }
}
