package keensparrow.core.aggregate;

import keensparrow.core.column.ColumnType;

/** What is made of the values of a group. Blanks are ignored, as in SQL. */
public enum Aggregate {
    /** Rows of the group; no column. 0 for none. */
    ROWS("number", "rows are counted, all of them"),
    /** Rows with a value. 0 for none. */
    COUNT("filled values", "rows with a value are counted; blanks are left out"),
    /** Different values; for tags, different tags. 0 for none. Exact up to a million, then with a stated error. */
    DISTINCT("distinct values", "different values are counted, each once; blanks are left out"),
    /** Sum of numbers, exact for decimals; blank for no value. */
    SUM("sum", "values are added up; blanks are left out"),
    /** Sum over filled values; blank for no value. */
    AVERAGE("average", "the sum of the values over their number; blanks are left out of both"),
    /** Σ value × weight over Σ weight, of the rows that have both; blank for none or a total weight of 0. */
    WEIGHTED_AVERAGE(
            "weighted average",
            "each value times its weight, added up, over the sum of the weights; rows without both are left out"),
    /** Middle value, between the two middle ones of an even number; blank for no value. */
    MEDIAN("median", "as many values lie below as above; blanks are left out"),
    /** The value that so many percent of the values do not exceed, interpolated linearly; blank for no value. */
    PERCENTILE("percentile", "so many percent of the values are not larger; blanks are left out"),
    /** Smallest number or earliest time; blank for no value. */
    MIN("smallest", "the smallest value, or the earliest time"),
    /** Largest number or latest time; blank for no value. */
    MAX("largest", "the largest value, or the latest time"),
    /** Value at the earliest time of another column; of several rows at that time the first. */
    FIRST("first", "the value at the earliest time"),
    /** Value at the latest time of another column; of several rows at that time the last. */
    LAST("last", "the value at the latest time"),
    /** Sum of the values at the latest time of another column: for levels, which add up over groups, never over time. */
    LEVEL("level", "values at the latest time of each group are added up; earlier ones are left out"),
    /** Standard deviation of a sample; blank for fewer than two values. */
    STDDEV("standard deviation", "how far values lie from their average, in the usual sense of a sample"),
    /** Sum of a column over the sum of another; blank when that is 0 or blank. */
    RATIO("ratio", "one sum over another, never an average of ratios"),
    /** Yes over yes and no, from 0 to 1; blank for no value. */
    SHARE("share", "rows with yes over rows with yes or no; blanks are left out of both"),
    /** An expression over aggregates, such as {@code sum(revenue) / count(*)}. */
    FORMULA("formula", "computed from aggregates as written");

    private final String label;
    private final String meaning;

    Aggregate(String label, String meaning) {
        this.label = label;
        this.meaning = meaning;
    }

    /** How it is made and what becomes of blanks, for whoever asks what a number is. */
    public String meaning() {
        return meaning;
    }

    public String label() {
        return label;
    }

    /** Whether it can be made of a column of that type. */
    public boolean fits(ColumnType type) {
        return switch (this) {
            case ROWS, FORMULA -> false;
            case COUNT, DISTINCT -> true;
            case SUM, AVERAGE, WEIGHTED_AVERAGE, STDDEV, RATIO, LEVEL -> type.isNumber();
            case MEDIAN, PERCENTILE, MIN, MAX, FIRST, LAST -> type.isNumber() || type.isTime();
            case SHARE -> type == ColumnType.YES_NO;
        };
    }

    /** Whether it needs a second column: a weight, a divisor, or the time that says what is first. */
    public boolean isOfTwo() {
        return this == WEIGHTED_AVERAGE || this == RATIO || this == FIRST || this == LAST || this == LEVEL;
    }

    /** Whether the second column can be of that type. */
    public boolean fitsSecond(ColumnType type) {
        return this == LEVEL ? type.isTime() : type.isNumber() || (type.isTime() && (this == FIRST || this == LAST));
    }

    /** Whether an empty period is worth 0 (counts and sums) rather than a gap. */
    public boolean isZeroWhenEmpty() {
        return this == ROWS || this == COUNT || this == DISTINCT || this == SUM;
    }
}
