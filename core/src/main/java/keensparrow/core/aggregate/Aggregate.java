package keensparrow.core.aggregate;

import keensparrow.core.column.ColumnType;

/** What is made of the values of a group. Blanks are ignored, as in SQL. */
public enum Aggregate {
    /** Rows of the group; no column. 0 for none. */
    ROWS("number"),
    /** Rows with a value. 0 for none. */
    COUNT("filled values"),
    /** Different values; for tags, different tags. 0 for none. Exact up to a million, then with a stated error. */
    DISTINCT("distinct values"),
    /** Sum of numbers, exact for decimals; blank for no value. */
    SUM("sum"),
    /** Sum over filled values; blank for no value. */
    AVERAGE("average"),
    /** Σ value × weight over Σ weight, of the rows that have both; blank for none or a total weight of 0. */
    WEIGHTED_AVERAGE("weighted average"),
    /** Middle value, between the two middle ones of an even number; blank for no value. */
    MEDIAN("median"),
    /** The value that so many percent of the values do not exceed, interpolated linearly; blank for no value. */
    PERCENTILE("percentile"),
    /** Smallest number or earliest time; blank for no value. */
    MIN("smallest"),
    /** Largest number or latest time; blank for no value. */
    MAX("largest"),
    /** Value at the earliest time of another column; of several rows at that time the first. */
    FIRST("first"),
    /** Value at the latest time of another column; of several rows at that time the last. */
    LAST("last"),
    /** Sum of the values at the latest time of another column: for levels, which add up over groups, never over time. */
    LEVEL("level"),
    /** Standard deviation of a sample; blank for fewer than two values. */
    STDDEV("standard deviation"),
    /** Sum of a column over the sum of another; blank when that is 0 or blank. */
    RATIO("ratio"),
    /** Yes over yes and no, from 0 to 1; blank for no value. */
    SHARE("share"),
    /** An expression over aggregates, such as {@code sum(revenue) / count(*)}. */
    FORMULA("formula");

    private final String label;

    Aggregate(String label) {
        this.label = label;
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
