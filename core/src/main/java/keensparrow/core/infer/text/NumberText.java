package keensparrow.core.infer.text;

import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Takes a number apart as people write it: sign before or behind, parentheses, currency, percent, k or M, and marks
 * between thousands. What a point or a comma in it means is decided by whoever asks. Used again and again.
 */
public final class NumberText {
    private static final int MAX_LENGTH = 40;
    private static final int MAX_DIGITS = 18;
    private static final Set<String> CURRENCIES = Set.of(
            "€", "$", "£", "¥", "₹", "₽", "₺", "₴", "₩", "zł", "Kč", "kr", "Ft", "Fr.", "Rs", "US$", "A$", "C$", "R$",
            "EUR", "USD", "GBP", "CHF", "JPY", "CNY", "PLN", "CZK", "SEK", "NOK", "DKK", "HUF", "RON", "BGN", "TRY",
            "INR", "CAD", "AUD", "NZD", "BRL", "MXN", "ZAR", "RUB", "UAH", "KRW", "SGD", "HKD", "ILS", "AED");

    private char[] chars = new char[0];
    private int from;
    private int to;
    private boolean negative;
    private boolean percent;
    private int power;
    private @Nullable String currency;

    /** Whether, signs and units taken off, nothing but digits and marks is left. */
    public boolean read(char[] cell, int start, int end) {
        chars = cell;
        from = start;
        to = end;
        negative = false;
        percent = false;
        power = 0;
        currency = null;
        if (end - start > MAX_LENGTH) {
            return false;
        }
        boolean plus = takeOff();
        return from < to && isNumber(plus);
    }

    /** @return whether there was a plus */
    private boolean takeOff() {
        boolean plus = false;
        boolean signed = false;
        for (boolean more = true; more && from < to; ) {
            more = false;
            trim();
            if (from == to) {
                return plus;
            }
            char first = chars[from];
            char last = chars[to - 1];
            if (!signed && first == '(' && last == ')' && to - from > 2) { // a unit may stand on either side of them
                negative = true;
                signed = true;
                from++;
                to--;
                more = true;
            } else if (!signed && (isMinus(first) || first == '+')) {
                negative = first != '+';
                plus = first == '+';
                signed = true;
                from++;
                more = true;
            } else if (!signed && isMinus(last)) {
                negative = true;
                signed = true;
                to--;
                more = true;
            } else if (last == '%' && !percent) {
                percent = true;
                to--;
                more = true;
            } else if (currency == null) {
                more = takeCurrency() || takePower(last);
            } else {
                more = takePower(last);
            }
        }
        return plus;
    }

    private void trim() {
        while (from < to && isGap(chars[from])) {
            from++;
        }
        while (to > from && isGap(chars[to - 1])) {
            to--;
        }
    }

    private static boolean isMinus(char c) {
        return c == '-' || c == '\u2212' || c == '\u2013';
    }

    private static boolean isGap(char c) {
        return c == ' ' || c == '\u00a0' || c == '\u202f' || c == '\u2009';
    }

    private static boolean isUnit(char c) {
        return Character.isLetter(c) || Character.getType(c) == Character.CURRENCY_SYMBOL;
    }

    private boolean takeCurrency() {
        int end = from;
        while (end < to && isUnit(chars[end])) {
            end++;
        }
        if (end > from && end < to && chars[end] == '.' && end - from == 2) {
            end++; // Fr.
        }
        if (end > from && end < to && end - from <= 3 && isCurrency(from, end)) {
            currency = new String(chars, from, end - from);
            from = end;
            return true;
        }
        int start = to;
        if (start > from && chars[start - 1] == '.') {
            start--;
        }
        while (start > from && isUnit(chars[start - 1])) {
            start--;
        }
        if (start > from && start < to && to - start <= 3 && isCurrency(start, to)) {
            currency = new String(chars, start, to - start);
            to = start;
            return true;
        }
        return false;
    }

    private boolean isCurrency(int start, int end) {
        return CURRENCIES.contains(new String(chars, start, end - start));
    }

    private boolean takePower(char last) {
        int found = last == 'k' || last == 'K' ? 3 : last == 'M' ? 6 : 0;
        if (found == 0 || power != 0 || to - from < 2) {
            return false;
        }
        char before = chars[to - 2];
        if (!isGap(before) && (before < '0' || before > '9')) {
            return false;
        }
        power = found;
        to--;
        return true;
    }

    private boolean isNumber(boolean plus) {
        boolean digit = false;
        for (int at = from; at < to; at++) {
            char c = chars[at];
            if (c >= '0' && c <= '9') {
                digit = true;
            } else if (isGap(c) ? plus : c != '.' && c != ',' && c != '\'' && c != '\u2019') {
                return false; // a plus before groups of digits is a telephone's
            }
        }
        return digit;
    }

    public boolean isPercent() {
        return percent;
    }

    public boolean isInPowers() {
        return power > 0;
    }

    @Nullable
    public String currency() {
        return currency;
    }

    /** Whether digits start with a zero that a number would not have, as codes do. */
    public boolean isCode() {
        return from + 1 < to
                && chars[from] == '0'
                && chars[from + 1] >= '0'
                && chars[from + 1] <= '9'
                && currency == null
                && !percent;
    }

    /** How many decimals it has where {@code mark} parts them from the whole; −1 when it is no number then. */
    public int decimals(char mark) {
        int end = wholeEnd(mark);
        if (end < 0) {
            return -1;
        }
        for (int at = end + 1; at < to; at++) {
            if (chars[at] < '0' || chars[at] > '9') {
                return -1;
            }
        }
        return Math.max(0, to - end - 1);
    }

    /** Behind the digits before the mark; −1 when marks between thousands stand where they do not belong. */
    private int wholeEnd(char mark) {
        char between = 0;
        int group = 0;
        int middle = 0; // digits of the groups between the first and the last: 3, or 2 as in 12,34,567
        int firstGroup = 0;
        int at = from;
        for (; at < to && chars[at] != mark; at++) {
            char c = chars[at];
            if (c >= '0' && c <= '9') {
                group++;
                continue;
            }
            char kind = isGap(c) ? ' ' : c == '\u2019' ? '\'' : c;
            boolean first = between == 0;
            if (first
                    ? group < 1 || group > 3 || chars[from] == '0'
                    : kind != between || !fitsBetween(group, kind, middle)) {
                return -1;
            }
            middle = first ? 0 : group;
            firstGroup = first ? group : firstGroup;
            between = kind;
            group = 0;
        }
        boolean indian = middle == 2 && firstGroup > 2;
        return between != 0 && (group != 3 || indian) ? -1 : at;
    }

    private static boolean fitsBetween(int digits, char between, int before) {
        return digits == 3 && before != 2 || (digits == 2 && between == ',' && before != 3);
    }

    /** Whether it has a mark that parts its last three digits from the others and could mean either. */
    boolean isEither() {
        return decimals('.') >= 0 && decimals(',') >= 0 && decimals('.') != decimals(',');
    }

    /** Digits before the mark. */
    public int wholeDigits(char mark) {
        int digits = 0;
        for (int at = from; at < to && chars[at] != mark; at++) {
            digits += chars[at] >= '0' && chars[at] <= '9' ? 1 : 0;
        }
        return digits;
    }

    /** Places that a percent sign, k or M move the mark to the right; −2 for percent. */
    public int shift() {
        return percent ? -2 : power;
    }

    /** The value × 10^scale, or {@link CellChars#INVALID} when it has more places or digits than that holds. */
    public long value(char mark, int scale) {
        int decimals = decimals(mark);
        int missing = scale + shift() - Math.max(0, decimals);
        if (decimals < 0 || missing < -18) {
            return CellChars.INVALID;
        }
        long value = 0;
        int digits = 0;
        for (int at = from; at < to; at++) {
            char c = chars[at];
            if (c >= '0' && c <= '9') {
                value = value * 10 + (c - '0');
                digits += value == 0 ? 0 : 1;
                if (digits > MAX_DIGITS) {
                    return CellChars.INVALID;
                }
            }
        }
        for (; missing < 0; missing++) {
            if (value % 10 != 0) {
                return CellChars.INVALID;
            }
            value /= 10;
        }
        if (digits + missing > MAX_DIGITS && value != 0) {
            return CellChars.INVALID;
        }
        for (; missing > 0; missing--) {
            value *= 10;
        }
        return negative ? -value : value;
    }

    /** The value for columns that need doubles; null when it is no number under that mark. */
    @Nullable
    public Double number(char mark) {
        if (decimals(mark) < 0) {
            return null;
        }
        StringBuilder plain = new StringBuilder(negative ? "-" : "");
        for (int at = from; at < to; at++) {
            char c = chars[at];
            if (c >= '0' && c <= '9') {
                plain.append(c);
            } else if (c == mark) {
                plain.append('.');
            }
        }
        return Double.valueOf(plain.append('e').append(shift()).toString());
    }
}
