package keensparrow.core.filter;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.function.UnaryOperator;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;

/**
 * The date lies in a period told by its name, counted from the latest date of the column: the same data give the same
 * rows on every day, and a newer file moves the period along.
 *
 * @param blanks whether blank rows are kept
 */
public record RelativePeriod(String column, Name name, boolean blanks) implements Filter {
    /** Periods that end with the latest date, and the whole ones before. */
    public enum Name {
        LAST_7_DAYS(Words.say("filter.theLast7Days")),
        LAST_30_DAYS(Words.say("filter.theLast30Days")),
        LAST_90_DAYS(Words.say("filter.theLast90Days")),
        LAST_12_MONTHS(Words.say("filter.theLast12Months")),
        THIS_MONTH(Words.say("filter.theLatestMonth")),
        MONTH_BEFORE(Words.say("filter.theMonthBeforeTheLatest")),
        THIS_QUARTER(Words.say("filter.theLatestQuarter")),
        QUARTER_BEFORE(Words.say("filter.theQuarterBeforeTheLatest")),
        THIS_YEAR(Words.say("filter.theLatestYear")),
        YEAR_BEFORE(Words.say("filter.theYearBeforeTheLatest"));

        private final String label;

        Name(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }

        /** First and last day, both included, when {@code latest} is the latest day there is. */
        public LocalDate[] days(LocalDate latest) {
            LocalDate month = latest.withDayOfMonth(1);
            LocalDate quarter = month.minusMonths((latest.getMonthValue() - 1) % 3);
            LocalDate year = latest.withDayOfYear(1);
            return switch (this) {
                case LAST_7_DAYS -> between(latest.minusDays(6), latest);
                case LAST_30_DAYS -> between(latest.minusDays(29), latest);
                case LAST_90_DAYS -> between(latest.minusDays(89), latest);
                case LAST_12_MONTHS -> between(latest.minus(1, ChronoUnit.YEARS).plusDays(1), latest);
                case THIS_MONTH -> between(month, latest);
                case MONTH_BEFORE -> between(month.minusMonths(1), month.minusDays(1));
                case THIS_QUARTER -> between(quarter, latest);
                case QUARTER_BEFORE -> between(quarter.minusMonths(3), quarter.minusDays(1));
                case THIS_YEAR -> between(year, latest);
                case YEAR_BEFORE -> between(year.minusYears(1), year.minusDays(1));
            };
        }

        private static LocalDate[] between(LocalDate from, LocalDate to) {
            return new LocalDate[] {from, to};
        }
    }

    @Override
    public void fit(Schema schema) {
        new DateRange(column, null, null, blanks).fit(schema);
    }

    @Override
    public RelativePeriod over(UnaryOperator<String> columns) {
        return new RelativePeriod(columns.apply(column), name, blanks);
    }

    @Override
    public <R> R accept(FilterVisitor<R> visitor) {
        return visitor.relativePeriod(this);
    }
}
