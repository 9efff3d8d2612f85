package keensparrow.core.infer;

/** How the dates of a column are written. */
public enum DatePattern {
    ISO("year-month-day", '-', false),
    DAY_FIRST_DOT("day.month.year", '.', true),
    DAY_FIRST_SLASH("day/month/year", '/', true),
    MONTH_FIRST_SLASH("month/day/year", '/', false);

    private final String label;
    private final char separator;
    private final boolean dayFirst;

    DatePattern(String label, char separator, boolean dayFirst) {
        this.label = label;
        this.separator = separator;
        this.dayFirst = dayFirst;
    }

    public String label() {
        return label;
    }

    char separator() {
        return separator;
    }

    boolean dayFirst() {
        return dayFirst;
    }
}
