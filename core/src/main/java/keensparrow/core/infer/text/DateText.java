package keensparrow.core.infer.text;

import java.time.DateTimeException;
import java.time.LocalDate;

/** Takes a date apart as people write it: up to three numbers, one of them perhaps a month's name. Used again and again. */
public final class DateText {
    private static final int MAX_LENGTH = 40;
    private static final int PIVOT = 50; // two digits below it are 20.., others 19..

    private static final int SERIAL_OF_1970 = 25_569;
    private static final long FIRST_BY_SERIAL = LocalDate.of(2000, 1, 1).toEpochDay();
    private static final long BEHIND_SERIALS = LocalDate.of(2050, 1, 1).toEpochDay();

    private final int[] number = new int[3];
    private final int[] digits = new int[3]; // how many digits each has; 0 for a month's name
    private int count;
    private int monthAt; // place of a month's name, −1 for none
    private char period; // Q or W before one of the numbers, 0 for none
    private int periodAt;
    private boolean dotted;
    private boolean marked; // a point or a comma is in it, as in decimal numbers

    /** Whether the characters can be a date, or a longer period, in any order. */
    public boolean read(char[] chars, int from, int to) {
        count = 0;
        monthAt = -1;
        period = 0;
        dotted = false;
        marked = false;
        if (to - from > MAX_LENGTH || to - from < 4) {
            return false;
        }
        int at = from;
        while (at < to) {
            char c = chars[at];
            if (c >= '0' && c <= '9') {
                int start = at;
                while (at < to && chars[at] >= '0' && chars[at] <= '9') {
                    at++;
                }
                if (count == 3 || at - start > 8) {
                    return false;
                }
                number[count] = CellChars.digits(chars, start, at);
                digits[count++] = at - start;
                at = afterOrdinal(chars, at, to);
            } else if (Character.isLetter(c)) {
                int start = at;
                while (at < to
                        && (Character.isLetter(chars[at])
                                || Character.getType(chars[at]) == Character.NON_SPACING_MARK)) {
                    at++;
                }
                if (!word(chars, start, at, to)) {
                    return false;
                }
            } else if (c == '-' || c == '/' || c == '.' || c == ',' || c == '\'' || CellChars.isSpace(c)) {
                dotted |= c == '.';
                marked |= c == '.' || c == ',';
                at++;
            } else {
                return false;
            }
        }
        return count >= 2 || (count == 1 && (digits[0] == 8 || digits[0] == 6 || digits[0] == 5));
    }

    private static int afterOrdinal(char[] chars, int at, int to) {
        if (at < to && (chars[at] == 'º' || chars[at] == '°' || chars[at] == 'ª')) {
            return at + 1;
        }
        if (at + 2 <= to && (at + 2 == to || !Character.isLetter(chars[at + 2]))) {
            String two = new String(chars, at, 2);
            return two.equals("st") || two.equals("nd") || two.equals("rd") || two.equals("th") || two.equals("er")
                    ? at + 2
                    : at;
        }
        return at;
    }

    private boolean word(char[] chars, int start, int end, int to) {
        int length = end - start;
        boolean beforeDigit = end < to && ((chars[end] >= '0' && chars[end] <= '9') || CellChars.isSpace(chars[end]));
        if (length <= 2 && beforeDigit && period == 0) {
            char first = Character.toUpperCase(chars[start]);
            boolean week = length == 1 ? first == 'W' : first == 'K' && Character.toUpperCase(chars[start + 1]) == 'W';
            if (week || (length == 1 && (first == 'Q' || first == 'T'))) {
                period = week ? 'W' : 'Q';
                periodAt = count;
                return true;
            }
        }
        if (length < 2 || length > 14) {
            return false;
        }
        String word = new String(chars, start, length);
        int month = length < 3 ? 0 : Months.month(word);
        if (month > 0 && monthAt < 0 && count < 3) {
            monthAt = count;
            number[count] = month;
            digits[count++] = 0;
            return true;
        }
        return (count == 0 && Months.isWeekday(word))
                || word.equals("de")
                || word.equals("of")
                || word.equals("del")
                || word.equals("do");
    }

    /** Day number under that pattern, or {@link CellChars#INVALID}. */
    public long day(DatePattern pattern) {
        return switch (pattern) {
            case ISO -> count == 3 && period == 0 && digits[0] == 4 ? of(number[0], 1, 2) : CellChars.INVALID;
            case DAY_FIRST -> threeParts() ? dayFirst() : CellChars.INVALID;
            case MONTH_FIRST -> threeParts() ? monthFirst() : CellChars.INVALID;
            case DIGITS ->
                count == 1 && digits[0] == 8
                        ? day(number[0] / 10_000, number[0] / 100 % 100, number[0] % 100)
                        : CellChars.INVALID;
            case SERIAL -> count == 1 && digits[0] == 5 && period == 0 ? serial() : CellChars.INVALID;
            case MONTH_DIGITS ->
                count == 1 && digits[0] == 6 && period == 0
                        ? day(number[0] / 100, number[0] % 100, 1)
                        : CellChars.INVALID;
            case MONTH -> count == 2 && period == 0 ? month() : CellChars.INVALID;
            case QUARTER -> period == 'Q' ? quarter() : CellChars.INVALID;
            case WEEK -> period == 'W' ? week() : CellChars.INVALID;
            case SEVERAL -> several();
            case YEAR, EPOCH -> CellChars.INVALID; // other readers know them
        };
    }

    /** A day that is written beyond doubt: year first, the month named, or day and month parted by points. */
    private long several() {
        if (count != 3 || period != 0) {
            return CellChars.INVALID;
        }
        if (digits[0] == 4) {
            return of(number[0], 1, 2);
        }
        if (monthAt == 0) {
            return dayFirst();
        }
        return monthAt == 1 ? monthFirst() : dotted && threeParts() ? dayFirst() : CellChars.INVALID;
    }

    private long serial() {
        long day = number[0] - SERIAL_OF_1970;
        return day >= FIRST_BY_SERIAL && day < BEHIND_SERIALS ? day : CellChars.INVALID;
    }

    private boolean threeParts() {
        return count == 3 && period == 0 && (digits[2] == 4 || digits[2] == 2);
    }

    private long dayFirst() {
        return monthAt == 0 ? ofYear(2, 0, 1) : digits[0] <= 2 && digits[1] <= 2 ? ofYear(2, 1, 0) : CellChars.INVALID;
    }

    private long monthFirst() {
        return monthAt == 1 ? ofYear(2, 1, 0) : digits[0] <= 2 && digits[1] <= 2 ? ofYear(2, 0, 1) : CellChars.INVALID;
    }

    /** Whether day and month stand in numbers that each could be either. */
    public boolean isEitherOrder() {
        return threeParts() && monthAt < 0 && number[0] <= 12 && number[1] <= 12;
    }

    /** Whether a month is named. */
    public boolean hasWord() {
        return monthAt >= 0;
    }

    /** Whether a month stands first with a zero before it, as in {@code 01.2026}: no decimal number is written so. */
    public boolean hasZeroFirst() {
        return digits[0] == 2 && number[0] < 10;
    }

    /** Whether a month and a year are written as a decimal number is, such as {@code 1.2026}. */
    public boolean isAsDecimal() {
        return count == 2 && period == 0 && monthAt < 0 && marked;
    }

    /** Whether points part the numbers: no one writes the month first then. */
    public boolean isDotted() {
        return dotted;
    }

    public int first() {
        return number[0];
    }

    public int second() {
        return number[1];
    }

    private long of(int year, int monthPlace, int dayPlace) {
        boolean short2 = digits[monthPlace] <= 2 && digits[dayPlace] <= 2;
        return monthAt == 2 || !short2 ? CellChars.INVALID : day(year, number[monthPlace], number[dayPlace]);
    }

    private long ofYear(int yearPlace, int monthPlace, int dayPlace) {
        int year = number[yearPlace];
        if (digits[yearPlace] == 2) {
            year += year < PIVOT ? 2000 : 1900;
        }
        return of(year, monthPlace, dayPlace);
    }

    private long month() {
        if (monthAt >= 0) {
            int other = 1 - monthAt;
            int year = number[other];
            if (digits[other] == 2 && monthAt == 0) {
                year += year < PIVOT ? 2000 : 1900;
            } else if (digits[other] != 4) {
                return CellChars.INVALID;
            }
            return day(year, number[monthAt], 1);
        }
        if (digits[0] == 4 && digits[1] <= 2) {
            return day(number[0], number[1], 1);
        }
        return digits[1] == 4 && digits[0] <= 2 ? day(number[1], number[0], 1) : CellChars.INVALID;
    }

    private int yearBeside(int place) {
        int other = 1 - place;
        return count == 2 && digits[other] == 4 ? number[other] : 0;
    }

    private long quarter() {
        if (periodAt > 1 || count != 2) {
            return CellChars.INVALID;
        }
        int quarter = number[periodAt];
        return quarter >= 1 && quarter <= 4 ? day(yearBeside(periodAt), quarter * 3 - 2, 1) : CellChars.INVALID;
    }

    private long week() {
        int year = periodAt > 1 || count != 2 ? 0 : yearBeside(periodAt);
        if (year < 1) {
            return CellChars.INVALID;
        }
        int week = number[periodAt];
        return Weeks.monday(year, number[periodAt]).map(LocalDate::toEpochDay).orElse(CellChars.INVALID);
    }

    public static long day(int year, int month, int day) {
        if (year < 1 || year > 9999 || month < 1 || month > 12 || day < 1 || day > 31) {
            return CellChars.INVALID;
        }
        try {
            return LocalDate.of(year, month, day).toEpochDay();
        } catch (DateTimeException e) {
            return CellChars.INVALID; // such as 31 April
        }
    }
}
