package keensparrow.core.infer.text;

/** In which order the parts of a column's dates stand. */
public enum DatePattern {
    ISO("year-month-day"),
    DAY_FIRST("day-month-year"),
    MONTH_FIRST("month-day-year"),
    /** {@code 20260131} */
    DIGITS("yearmonthday in digits"),
    /** {@code 45292}, the days since the last one of 1899, as spreadsheets count them; from 2000 to 2049. */
    SERIAL("serial number of the day"),
    /** {@code 2026-01}, {@code Jan 2026}; read as the month's first day. */
    MONTH("year and month"),
    /** {@code 202601} */
    MONTH_DIGITS("yearmonth in digits"),
    /** {@code 2026 Q1}; read as the quarter's first day. */
    QUARTER("year and quarter"),
    /** {@code 2026-W05}; read as the week's Monday. */
    WEEK("year and week"),
    /** {@code 2026}, {@code FY26}, {@code 2026/27}; read as the first day of the year it begins in. */
    YEAR("year"),
    /** {@code 1750000000}, seconds since 1970, or milliseconds; in UTC. */
    EPOCH("seconds or milliseconds since 1970"),
    /** Days written in several of these ways, each of which leaves no doubt. */
    SEVERAL("year-month-day, or with the month's name");

    private final String label;

    DatePattern(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** Whether a day is named, not a longer period. */
    public boolean isDay() {
        return ordinal() <= SERIAL.ordinal() || this == SEVERAL;
    }

    /** Whether it is written in digits alone, as numbers are. */
    public boolean isDigits() {
        return this == DIGITS || this == SERIAL || this == MONTH_DIGITS || this == EPOCH;
    }
}
