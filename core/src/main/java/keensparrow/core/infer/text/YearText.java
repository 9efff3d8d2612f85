package keensparrow.core.infer.text;

import keensparrow.core.table.YearStyle;

/** Reads years, alone or as spans of two: {@code 2024}, {@code 2024.0}, {@code FY24}, {@code 24/25}, {@code 2024-25}. */
public final class YearText {
    private static final int FIRST = 1500;
    private static final int LAST = 2200;
    private static final int PIVOT = 70; // two digits below it are 20.., others 19..
    private static final int MAX_LENGTH = 10;

    private YearStyle style = YearStyle.PLAIN;

    /** The year, or −1 when it is none; {@link #style} says how it is written. */
    public int read(char[] chars, int from, int to) {
        int length = to - from;
        if (length < 4 || length > MAX_LENGTH) {
            return -1;
        }
        int digits = digits(chars, from, to);
        if (digits == 4) {
            int year = CellChars.digits(chars, from, from + 4);
            return length == 4 || isZeroes(chars, from + 4, to) ? plain(year) : span(chars, from, to, year);
        }
        if (digits == 2 && length == 5 && chars[from + 2] == '/') {
            int first = CellChars.digits(chars, from, from + 2);
            boolean next =
                    digits(chars, from + 3, to) == 2 && CellChars.digits(chars, from + 3, to) == (first + 1) % 100;
            style = YearStyle.SPAN_SHORT;
            return next ? century(first) : -1;
        }
        return digits == 0 ? fiscal(chars, from, to) : -1;
    }

    /** How the value read last is written. */
    public YearStyle style() {
        return style;
    }

    private int plain(int year) {
        style = YearStyle.PLAIN;
        return year >= FIRST && year <= LAST ? year : -1;
    }

    private static int century(int two) {
        return two < PIVOT ? 2000 + two : 1900 + two;
    }

    private int span(char[] chars, int from, int to, int year) {
        boolean slash = chars[from + 4] == '/';
        boolean dash = chars[from + 4] == '-' || chars[from + 4] == '–';
        int digits = digits(chars, from + 5, to);
        if (!(slash || dash) || digits != to - from - 5 || (digits != 2 && digits != 4) || plain(year) < 0) {
            return -1;
        }
        int next = CellChars.digits(chars, from + 5, to);
        style = digits == 2
                ? slash ? YearStyle.SPAN : YearStyle.SPAN_DASHED
                : slash ? YearStyle.SPAN_LONG : YearStyle.SPAN_LONG_DASHED;
        return next == (digits == 2 ? (year + 1) % 100 : year + 1) ? year : -1;
    }

    private int fiscal(char[] chars, int from, int to) {
        if (Character.toUpperCase(chars[from]) != 'F' || Character.toUpperCase(chars[from + 1]) != 'Y') {
            return -1;
        }
        int at = from + 2;
        if (chars[at] == ' ' || chars[at] == '\'' || chars[at] == '-') {
            at++;
        }
        int digits = digits(chars, at, to);
        if (digits != to - at || (digits != 2 && digits != 4)) {
            return -1;
        }
        int year = CellChars.digits(chars, at, to);
        int read = digits == 2 ? century(year) : plain(year);
        style = digits == 2 ? YearStyle.FISCAL_SHORT : YearStyle.FISCAL;
        return read;
    }

    private static int digits(char[] chars, int from, int to) {
        int at = from;
        while (at < to && chars[at] >= '0' && chars[at] <= '9') {
            at++;
        }
        return at - from;
    }

    /** {@code .0}, as programs write whole numbers that they keep as decimals. */
    private static boolean isZeroes(char[] chars, int from, int to) {
        boolean zeroes = chars[from] == '.' && from + 1 < to;
        for (int at = from + 1; at < to; at++) {
            zeroes &= chars[at] == '0';
        }
        return zeroes;
    }
}
