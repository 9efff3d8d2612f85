package keensparrow.core.infer.load;

import java.util.Objects;
import keensparrow.core.column.ColumnType;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.text.CellChars;
import keensparrow.core.infer.text.DatePattern;
import keensparrow.core.infer.text.DateText;
import keensparrow.core.infer.text.EpochText;
import keensparrow.core.infer.text.LongReader;
import keensparrow.core.infer.text.TimeText;
import keensparrow.core.infer.text.YearText;

/** Reads the dates, or dates and times, of a column in its pattern. */
final class TimeReader implements LongReader {
    private static final long MICROS_A_MINUTE = 60_000_000;
    private static final long MICROS_A_DAY = 86_400_000_000L;

    private final DateText text = new DateText();
    private final TimeText time = new TimeText();
    private final YearText years = new YearText();
    private final DatePattern pattern;
    private final boolean timed;
    private final boolean inUtc;
    private boolean odd;
    private boolean either;

    TimeReader(ColumnPlan plan) {
        pattern = Objects.requireNonNull(plan.dates());
        timed = plan.type() == ColumnType.DATE_TIME;
        inUtc = Boolean.TRUE.equals(plan.inUtc());
    }

    @Override
    public long read(CellKind kind, char[] chars, int from, int to) {
        if (pattern == DatePattern.YEAR) {
            int year = years.read(chars, from, to);
            return year < 0 ? CellChars.INVALID : DateText.day(year, 1, 1);
        }
        if (pattern == DatePattern.EPOCH) {
            return EpochText.micros(chars, from, to);
        }
        boolean hasTime = time.split(chars, from, to);
        int dateEnd = hasTime ? time.dateEnd() : to;
        long day = day(kind, chars, from, dateEnd);
        if (day == CellChars.INVALID) {
            return CellChars.INVALID;
        }
        long micros = hasTime ? time.time(chars, to) : 0;
        odd |= hasTime && time.zoneMinutes() != TimeText.NO_ZONE;
        if (micros == CellChars.INVALID || (hasTime && !timed && micros != 0)) {
            return CellChars.INVALID; // a time of day does not fit into a date
        }
        if (!timed) {
            return day;
        }
        boolean moves = inUtc && hasTime && time.zoneMinutes() != TimeText.NO_ZONE;
        return day * MICROS_A_DAY + micros - (moves ? time.zoneMinutes() * MICROS_A_MINUTE : 0);
    }

    /** Whether a value could have been read in the other order of day and month too. */
    boolean sawEither() {
        return either;
    }

    /** Whether a value stated its distance from UTC. */
    boolean sawOdd() {
        return odd;
    }

    private long day(CellKind kind, char[] chars, int from, int to) {
        boolean iso = pattern == DatePattern.ISO || kind == CellKind.DATE;
        if (iso && to - from == 10 && CellChars.isIsoDay(chars, from, to)) {
            return CellChars.isoDay(chars, from);
        }
        if (!text.read(chars, from, to)) {
            return CellChars.INVALID;
        }
        either |= text.isEitherOrder() && text.first() != text.second() && !text.isDotted();
        return text.day(pattern);
    }
}
