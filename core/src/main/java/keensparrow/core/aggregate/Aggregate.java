package keensparrow.core.aggregate;

import keensparrow.core.column.ColumnType;

/** What is made of the values of a group. Blanks are ignored, as in SQL. */
public enum Aggregate {
    /** Rows of the group; no column. 0 for none. */
    ROWS("number"),
    /** Rows with a value. 0 for none. */
    FILLED("filled values"),
    /** Different values; for tags, different tags. 0 for none. */
    DISTINCT("distinct values"),
    /** Sum of numbers, exact for decimals; blank for no value. */
    SUM("sum"),
    /** Sum over filled values; blank for no value. */
    AVERAGE("average"),
    /** Smallest number or earliest time; blank for no value. */
    SMALLEST("smallest"),
    /** Largest number or latest time; blank for no value. */
    LARGEST("largest"),
    /** Yes over yes and no, from 0 to 1; blank for no value. */
    SHARE("share");

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
            case ROWS -> false;
            case FILLED, DISTINCT -> true;
            case SUM, AVERAGE -> type.isNumber();
            case SMALLEST, LARGEST -> type.isNumber() || type.isTime();
            case SHARE -> type == ColumnType.YES_NO;
        };
    }

    /** Whether an empty period is worth 0 (counts and sums) rather than a gap. */
    public boolean isZeroWhenEmpty() {
        return this == ROWS || this == FILLED || this == DISTINCT || this == SUM;
    }
}
