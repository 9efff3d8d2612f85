package keensparrow.core.aggregate;

import keensparrow.core.column.ColumnType;
import keensparrow.core.words.Words;

/** What is made of the values of a group. Blanks are ignored, as in SQL. */
public enum Aggregate {
    /** Rows of the group; no column. 0 for none. */
    ROWS(Words.say("aggregate.number"), Words.say("aggregate.rowsAreCountedAllOf")),
    /** Rows with a value. 0 for none. */
    COUNT(Words.say("aggregate.filledValues"), Words.say("aggregate.rowsWithAValueAre")),
    /** Different values; for tags, different tags. 0 for none. Exact up to a million, then with a stated error. */
    DISTINCT(Words.say("aggregate.distinctValues"), Words.say("aggregate.differentValuesAreCountedEach")),
    /** Sum of numbers, exact for decimals; blank for no value. */
    SUM(Words.say("aggregate.sum"), Words.say("aggregate.valuesAreAddedUpBlanks")),
    /** Sum over filled values; blank for no value. */
    AVERAGE(Words.say("aggregate.average"), Words.say("aggregate.theSumOfTheValues")),
    /** Σ value × weight over Σ weight, of the rows that have both; blank for none or a total weight of 0. */
    WEIGHTED_AVERAGE(Words.say("aggregate.weightedAverage"), Words.say("aggregate.eachValueTimesItsWeight")),
    /** Middle value, between the two middle ones of an even number; blank for no value. */
    MEDIAN(Words.say("aggregate.median"), Words.say("aggregate.asManyValuesLieBelow")),
    /** The value that so many percent of the values do not exceed, interpolated linearly; blank for no value. */
    PERCENTILE(Words.say("aggregate.percentile"), Words.say("aggregate.soManyPercentOfThe")),
    /** Smallest number or earliest time; blank for no value. */
    MIN(Words.say("aggregate.smallest"), Words.say("aggregate.theSmallestValueOrThe")),
    /** Largest number or latest time; blank for no value. */
    MAX(Words.say("aggregate.largest"), Words.say("aggregate.theLargestValueOrThe")),
    /** Value at the earliest time of another column; of several rows at that time the first. */
    FIRST(Words.say("aggregate.first"), Words.say("aggregate.theValueAtTheEarliest")),
    /** Value at the latest time of another column; of several rows at that time the last. */
    LAST(Words.say("aggregate.last"), Words.say("aggregate.theValueAtTheLatest")),
    /** Sum of the values at the latest time of another column: for levels, which add up over groups, never over time. */
    LEVEL(Words.say("aggregate.level"), Words.say("aggregate.valuesAtTheLatestTime")),
    /** Standard deviation of a sample; blank for fewer than two values. */
    STDDEV(Words.say("aggregate.standardDeviation"), Words.say("aggregate.howFarValuesLieFrom")),
    /** Sum of a column over the sum of another; blank when that is 0 or blank. */
    RATIO(Words.say("aggregate.ratio"), Words.say("aggregate.oneSumOverAnotherNever")),
    /** Yes over yes and no, from 0 to 1; blank for no value. */
    SHARE(Words.say("aggregate.share"), Words.say("aggregate.rowsWithYesOverRows")),
    /** An expression over aggregates, such as {@code sum(revenue) / count(*)}. */
    FORMULA(Words.say("aggregate.formula"), Words.say("aggregate.computedFromAggregatesAsWritten"));

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

    /** Whether it can give a value as it stands in one row. */
    public boolean isOfOneValue() {
        return switch (this) {
            case MEDIAN, PERCENTILE, MIN, MAX, FIRST, LAST, FORMULA -> true;
            default -> false;
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

    /** Whether the numbers of all groups, each row being in one, give that of all rows when they are added up. */
    public boolean isAdditive() {
        return this == ROWS || this == COUNT || this == SUM;
    }

    /** Whether an empty period is worth 0 (counts and sums) rather than a gap. */
    public boolean isZeroWhenEmpty() {
        return this == ROWS || this == COUNT || this == DISTINCT || this == SUM;
    }
}
