package keensparrow.core.aggregate;

import keensparrow.core.words.Words;

/** What is made of a measure's values once all groups have theirs. Blank values stay blank and are passed over. */
public enum Derived {
    /** Over the value of all rows together. */
    SHARE_OF_TOTAL(Words.say("aggregate.shareOfTotal")),
    /** Over the value of the whole group along the axis, when a second grouping splits it. */
    SHARE_OF_GROUP(Words.say("aggregate.shareOfGroup")),
    /** The sum of the values from the first group along the axis to this one. */
    RUNNING_TOTAL(Words.say("aggregate.runningTotal")),
    /** The difference from the period before; blank for the first, and unless groups are periods. */
    CHANGE(Words.say("aggregate.changeFromThePeriodBefore")),
    /** That difference as a share of the earlier value. */
    CHANGE_SHARE(Words.say("aggregate.relativeChangeFromThePeriod")),
    /** The difference from the same period a year before, for weeks from 52 weeks before. */
    CHANGE_YEAR(Words.say("aggregate.changeFromAYearBefore")),
    /** That difference as a share of the earlier value. */
    CHANGE_YEAR_SHARE(Words.say("aggregate.relativeChangeFromAYear")),
    /** The mean of the values of the last 3 periods; blank before there are so many, and where one is not over yet. */
    AVERAGE_3(Words.say("aggregate.averageOfPeriods", "periods", 3), 3),
    /** Likewise of 7: of days, a whole week. */
    AVERAGE_7(Words.say("aggregate.averageOfPeriods", "periods", 7), 7),
    /** Likewise of 12: of months, a whole year. */
    AVERAGE_12(Words.say("aggregate.averageOfPeriods", "periods", 12), 12),
    /** 1 for the largest along the axis; equal values have equal ranks, and the next ones are passed over. */
    RANK(Words.say("aggregate.rank"));

    private final String label;
    private final int window;

    /** Whether its values are shares of something, shown as percentages. */
    public boolean isShare() {
        return this == SHARE_OF_TOTAL || this == SHARE_OF_GROUP || this == CHANGE_SHARE || this == CHANGE_YEAR_SHARE;
    }

    /** Whether it needs groups that are periods. */
    public boolean needsPeriods() {
        return this == CHANGE || this == CHANGE_SHARE || this == CHANGE_YEAR || this == CHANGE_YEAR_SHARE || window > 0;
    }

    Derived(String label) {
        this(label, 0);
    }

    Derived(String label, int window) {
        this.label = label;
        this.window = window;
    }

    /** Periods that are averaged, this one and those before it; 0 for what is no moving average. */
    public int window() {
        return window;
    }

    public String label() {
        return label;
    }
}
