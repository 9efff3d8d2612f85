package keensparrow.core.group;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.Month;
import java.time.format.TextStyle;
import java.util.Locale;
import keensparrow.core.words.Words;

/** A part of a date that comes again: its values are numbers, written as such. */
public enum DatePart {
    /** 1 for January to 12. */
    MONTH_OF_YEAR(Words.say("group.monthOfTheYear"), 1, 12),
    /** 1 to 4. */
    QUARTER_OF_YEAR(Words.say("group.quarterOfTheYear"), 1, 4),
    /** 1 to 31. */
    DAY_OF_MONTH(Words.say("group.dayOfTheMonth"), 1, 31),
    /** 1 for Monday to 7. */
    WEEKDAY(Words.say("group.weekday"), 1, 7),
    /** 0 to 23; of dates and times alone. */
    HOUR_OF_DAY(Words.say("group.hourOfTheDay"), 0, 23);

    private final String label;
    private final int first;
    private final int last;

    DatePart(String label, int first, int last) {
        this.label = label;
        this.first = first;
        this.last = last;
    }

    /** What a value of it is called: {@code Monday}, {@code March}, {@code Q2}, {@code 06:00}. */
    public String name(int value) {
        return switch (this) {
            case MONTH_OF_YEAR -> Month.of(value).getDisplayName(TextStyle.FULL, Locale.ENGLISH);
            case WEEKDAY -> DayOfWeek.of(value).getDisplayName(TextStyle.FULL, Locale.ENGLISH);
            case QUARTER_OF_YEAR -> "Q" + value;
            case DAY_OF_MONTH -> String.valueOf(value);
            case HOUR_OF_DAY -> String.format(Locale.ROOT, "%02d:00", value);
        };
    }

    public String label() {
        return label;
    }

    public int first() {
        return first;
    }

    public int count() {
        return last - first + 1;
    }

    /** Of a day; the hour is no part of one. */
    public int of(long epochDay) {
        LocalDate day = LocalDate.ofEpochDay(epochDay);
        return switch (this) {
            case MONTH_OF_YEAR -> day.getMonthValue();
            case QUARTER_OF_YEAR -> (day.getMonthValue() + 2) / 3;
            case DAY_OF_MONTH -> day.getDayOfMonth();
            case WEEKDAY -> day.getDayOfWeek().getValue();
            case HOUR_OF_DAY -> throw new IllegalArgumentException("a day has no hour");
        };
    }
}
