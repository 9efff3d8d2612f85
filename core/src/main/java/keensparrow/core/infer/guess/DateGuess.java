package keensparrow.core.infer.guess;

import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.text.CellChars;
import keensparrow.core.infer.text.DatePattern;
import keensparrow.core.infer.text.DateText;
import keensparrow.core.infer.text.TimeText;
import org.jspecify.annotations.Nullable;

/** Counts how the dates of one column are written. */
public final class DateGuess {
    private static final DatePattern[] PATTERNS = DatePattern.values();
    private static final int ENOUGH_FAILURES = 1000;
    private static final int FIRST_YEAR = 1900;
    private static final int LAST_YEAR = 2100;

    private final DateText text = new DateText();
    private final TimeText time = new TimeText();
    private final long[] dates = new long[PATTERNS.length];
    private final long[] times = new long[PATTERNS.length];
    private long hits;
    private long failures;
    private int firsts; // bits of the first numbers, of those that could be day or month
    private int seconds;
    private @Nullable String eitherExample;
    private int zone = TimeText.NO_ZONE;
    private boolean zonesDiffer;
    private boolean timesOfDay;
    private boolean asDecimals; // some months are written as decimal numbers are
    private boolean zeroFirst; // and some of them as no number is

    /** Counts a value; false when it is no date under any pattern. */
    public boolean add(CellKind kind, char[] chars, int from, int to) {
        if (failures > ENOUGH_FAILURES && failures > hits) {
            return false; // a column of text
        }
        boolean known =
                CellChars.isIsoDay(chars, from, to) ? addIso(kind, chars, from, to) : addWritten(chars, from, to);
        hits += known ? 1 : 0;
        failures += known ? 0 : 1;
        return known;
    }

    private boolean addIso(CellKind kind, char[] chars, int from, int to) {
        if (CellChars.isoDay(chars, from) == CellChars.INVALID) {
            return false;
        }
        boolean timed = to - from > 10;
        if (timed && (!time.split(chars, from, to) || time.dateEnd() != from + 10 || !isTime(chars, to))) {
            return false;
        }
        for (DatePattern pattern : PATTERNS) {
            if (pattern == DatePattern.ISO
                    || pattern == DatePattern.SEVERAL
                    || (kind == CellKind.DATE && pattern.isDay())) {
                (timed ? times : dates)[pattern.ordinal()]++;
            }
        }
        return true;
    }

    private boolean isTime(char[] chars, int to) {
        long ofDay = time.time(chars, to);
        if (ofDay == CellChars.INVALID) {
            return false;
        }
        timesOfDay |= ofDay != 0;
        zonesDiffer |= hits > 0 && zone != time.zoneMinutes();
        zone = time.zoneMinutes();
        return true;
    }

    private boolean addWritten(char[] chars, int from, int to) {
        boolean timed = time.split(chars, from, to);
        if (!text.read(chars, from, timed ? time.dateEnd() : to)
                || (timed && time.time(chars, to) == CellChars.INVALID)) {
            return false;
        }
        boolean any = false;
        for (DatePattern pattern : PATTERNS) {
            long day = text.day(pattern);
            boolean numbers = pattern.isDigits() || (pattern == DatePattern.MONTH && !text.hasWord());
            boolean fits = day != CellChars.INVALID && (!timed || pattern.isDay()) && (!numbers || isNear(day));
            if (fits) {
                countDecimal(pattern);
                (timed ? times : dates)[pattern.ordinal()]++;
                any = true;
            }
        }
        if (any && timed) {
            isTime(chars, to);
        }
        if (any && text.isEitherOrder()) {
            firsts |= 1 << text.first();
            seconds |= 1 << text.second();
            if (eitherExample == null && text.first() != text.second() && !text.isDotted()) {
                eitherExample = new String(chars, from, to - from);
            }
        }
        return any;
    }

    private void countDecimal(DatePattern pattern) {
        if (pattern == DatePattern.MONTH && text.isAsDecimal()) {
            asDecimals = true;
            zeroFirst |= text.hasZeroFirst();
        }
    }

    private static boolean isNear(long day) {
        int year = java.time.LocalDate.ofEpochDay(day).getYear();
        return year >= FIRST_YEAR && year <= LAST_YEAR;
    }

    /** Values that fit the pattern, with or without a time. */
    long count(DatePattern pattern) {
        return dates[pattern.ordinal()] + times[pattern.ordinal()];
    }

    /** Whether some time is not midnight, which exports write behind plain dates. */
    boolean hasTimes(DatePattern pattern) {
        return times[pattern.ordinal()] > 0 && timesOfDay;
    }

    /** Whether all that is known of the order is that it may be both. */
    public boolean isDoubtful() {
        return count(DatePattern.DAY_FIRST) > 0
                && count(DatePattern.DAY_FIRST) == count(DatePattern.MONTH_FIRST)
                && count(DatePattern.DAY_FIRST) > count(DatePattern.ISO)
                && eitherExample != null;
    }

    /** A value whose day and month could stand in either order; null when there is none. */
    @Nullable
    public String eitherExample() {
        return eitherExample;
    }

    /** DAY_FIRST or MONTH_FIRST where some value leaves no doubt; else null. */
    @Nullable
    DatePattern surely() {
        long dayFirst = count(DatePattern.DAY_FIRST);
        long monthFirst = count(DatePattern.MONTH_FIRST);
        return dayFirst == monthFirst || eitherExample == null
                ? null
                : dayFirst > monthFirst ? DatePattern.DAY_FIRST : DatePattern.MONTH_FIRST;
    }

    /** What a column of firsts of months betrays: one of the numbers is always 1. */
    @Nullable
    public DatePattern byFirstsOfMonths() {
        boolean firstIsDay = firsts == 1 << 1 && Integer.bitCount(seconds) >= 3;
        boolean secondIsDay = seconds == 1 << 1 && Integer.bitCount(firsts) >= 3;
        return firstIsDay ? DatePattern.DAY_FIRST : secondIsDay ? DatePattern.MONTH_FIRST : null;
    }

    /** The pattern that most values fit. */
    DatePattern pattern(FormatHints habits) {
        DatePattern best = DatePattern.ISO;
        for (DatePattern pattern : PATTERNS) {
            if (pattern.isDay() && !pattern.isDigits() && count(pattern) > count(best)) {
                best = pattern;
            }
        }
        if (best != DatePattern.DAY_FIRST || !isDoubtful()) {
            return best;
        }
        DatePattern betrayed = byFirstsOfMonths();
        DatePattern told = habits.dates();
        return told != null ? told : betrayed != null ? betrayed : DatePattern.DAY_FIRST;
    }

    /**
     * Month, quarter or week where every one of {@code filled} values is one; else null.
     *
     * @param digitsToo whether digits may be days or months, as {@code 20260131}, {@code 1.2026}
     * @param serialsToo whether they may be serial numbers of days
     */
    @Nullable
    DatePattern period(long filled, boolean digitsToo, boolean serialsToo) {
        for (DatePattern pattern : PATTERNS) {
            boolean serial = pattern == DatePattern.SERIAL;
            boolean digits = serial || pattern.isDigits();
            boolean likeNumbers = pattern.isDigits() || (pattern == DatePattern.MONTH && asDecimals && !zeroFirst);
            boolean allowed = serial ? serialsToo : likeNumbers ? digitsToo : !pattern.isDay();
            boolean written = !digits || (times[pattern.ordinal()] == 0 && count(pattern) > count(DatePattern.ISO));
            if (allowed && written && count(pattern) == filled) {
                return pattern;
            }
        }
        return null;
    }

    /** Whether times state different distances from UTC. */
    public boolean zonesDiffer() {
        return zonesDiffer;
    }

    @Nullable
    public Integer zoneMinutes() {
        return zone == TimeText.NO_ZONE ? null : zone;
    }
}
