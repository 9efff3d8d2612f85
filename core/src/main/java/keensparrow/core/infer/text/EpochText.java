package keensparrow.core.infer.text;

import java.time.LocalDate;

/** Seconds, milliseconds or microseconds since 1970 in digits, told by how many there are. */
public final class EpochText {
    private static final long MICROS_A_DAY = 86_400_000_000L;
    private static final long FIRST = LocalDate.of(1990, 1, 1).toEpochDay() * MICROS_A_DAY;
    private static final long BEHIND = LocalDate.of(2050, 1, 1).toEpochDay() * MICROS_A_DAY;
    private static final int SECONDS = 10;
    private static final int MILLIS = 13;
    private static final int MICROS = 16;

    private EpochText() {}

    /** Microseconds since 1970, from 1990 to 2049; else {@link CellChars#INVALID}. */
    public static long micros(char[] chars, int from, int to) {
        int whole = from;
        while (whole < to && chars[whole] >= '0' && chars[whole] <= '9') {
            whole++;
        }
        int digits = whole - from;
        if (whole < to && !isFraction(chars, whole, to)) {
            return CellChars.INVALID;
        }
        boolean known = digits == SECONDS
                || digits == SECONDS - 1
                || digits == MILLIS
                || digits == MILLIS - 1
                || digits == MICROS;
        if (!known) {
            return CellChars.INVALID;
        }
        long value = CellChars.number(chars, from, whole, 0);
        long micros = digits <= SECONDS ? value * 1_000_000 : digits <= MILLIS ? value * 1_000 : value;
        if (digits <= SECONDS && whole < to) {
            micros += fraction(chars, whole + 1, to);
        }
        return micros >= FIRST && micros < BEHIND ? micros : CellChars.INVALID;
    }

    /** Of a second, in microseconds. */
    private static long fraction(char[] chars, int from, int to) {
        long micros = 0;
        long unit = 100_000;
        for (int at = from; at < to; at++) {
            micros += (chars[at] - '0') * unit;
            unit /= 10;
        }
        return micros;
    }

    private static boolean isFraction(char[] chars, int from, int to) {
        if (chars[from] != '.' || to - from > 7) {
            return false;
        }
        for (int at = from + 1; at < to; at++) {
            if (chars[at] < '0' || chars[at] > '9') {
                return false;
            }
        }
        return true;
    }
}
