package keensparrow.core.infer;

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
    WEEK("year and week");

    private final String label;

    DatePattern(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** Whether a day is named, not a longer period. */
    boolean isDay() {
        return ordinal() <= SERIAL.ordinal();
    }

    /** Whether it is written in digits alone, as numbers are. */
    boolean isDigits() {
        return this == DIGITS || this == SERIAL || this == MONTH_DIGITS;
    }
}
