package keensparrow.core.group;

import java.time.LocalDate;
import keensparrow.core.words.Words;

/** Lengths of calendar periods. A period has a number that rises by one from period to period. */
public enum TimeStep {
    YEAR(Words.say("group.year")),
    QUARTER(Words.say("group.quarter")),
    MONTH(Words.say("group.month")),
    WEEK(Words.say("group.week")),
    DAY(Words.say("group.day")),
    /** Of dates and times alone. */
    HOUR(Words.say("group.hour"));

    private static final int MONDAY_OFFSET = 3; // 1970-01-01 was a Thursday

    private final String label;

    TimeStep(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** Number of the period that holds a day; ISO weeks start on Monday. */
    public long periodOf(long epochDay) {
        return switch (this) {
            case YEAR -> LocalDate.ofEpochDay(epochDay).getYear();
            case QUARTER ->
                Math.floorDiv(
                        LocalDate.ofEpochDay(epochDay).getLong(java.time.temporal.ChronoField.PROLEPTIC_MONTH), 3);
            case MONTH -> LocalDate.ofEpochDay(epochDay).getLong(java.time.temporal.ChronoField.PROLEPTIC_MONTH);
            case WEEK -> Math.floorDiv(epochDay + MONDAY_OFFSET, 7);
            case DAY -> epochDay;
            case HOUR -> throw new IllegalArgumentException("a day has no hour");
        };
    }

    /** First day of a period. */
    public LocalDate start(long period) {
        return switch (this) {
            case YEAR -> LocalDate.of((int) period, 1, 1);
            case QUARTER -> monthStart(period * 3);
            case MONTH -> monthStart(period);
            case WEEK -> LocalDate.ofEpochDay(period * 7 - MONDAY_OFFSET);
            case DAY -> LocalDate.ofEpochDay(period);
            case HOUR -> LocalDate.ofEpochDay(Math.floorDiv(period, 24));
        };
    }

    /** Last day of a period. */
    public LocalDate end(long period) {
        return start(period + 1).minusDays(1);
    }

    private static LocalDate monthStart(long month) {
        return LocalDate.of((int) Math.floorDiv(month, 12), (int) Math.floorMod(month, 12) + 1, 1);
    }
}
