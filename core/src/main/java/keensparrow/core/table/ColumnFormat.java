package keensparrow.core.table;

import org.jspecify.annotations.Nullable;

/**
 * How the values of a column are shown; the values themselves stay what they are.
 *
 * @param unit the currency as the source writes it; null for other kinds
 */
public record ColumnFormat(Kind kind, @Nullable String unit) {
    public static final ColumnFormat PERCENT = new ColumnFormat(Kind.PERCENT, null);
    public static final ColumnFormat MONTH = new ColumnFormat(Kind.MONTH, null);
    public static final ColumnFormat QUARTER = new ColumnFormat(Kind.QUARTER, null);
    public static final ColumnFormat WEEK = new ColumnFormat(Kind.WEEK, null);

    /** What the values mean. */
    public enum Kind {
        /** 0.25 is 25%. */
        PERCENT,
        MONEY,
        /** A date that stands for its month. */
        MONTH,
        QUARTER,
        WEEK
    }

    public static ColumnFormat money(String unit) {
        return new ColumnFormat(Kind.MONEY, unit);
    }
}
