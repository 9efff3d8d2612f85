package keensparrow.core.aggregate;

import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;

/**
 * An aggregate of a column.
 *
 * @param column name of the column; null for {@link Aggregate#ROWS}, and where there is an expression
 * @param with second column of {@link Aggregate#isOfTwo}: the weight, the divisor, or the time; null for others
 * @param percent of {@link Aggregate#PERCENTILE}, from 0 to 100; null for others
 * @param expression a scalar expression in place of the column, or the formula; null for none
 * @param derived what is made of the values of all groups; null for nothing
 */
public record Measure(
        Aggregate aggregate,
        @Nullable String column,
        @Nullable String with,
        @Nullable BigDecimal percent,
        @Nullable String expression,
        @Nullable Derived derived) {
    public static final Measure ROWS = new Measure(Aggregate.ROWS, null);

    public Measure(Aggregate aggregate, @Nullable String column) {
        this(aggregate, column, null, null, null, null);
    }

    public static Measure of(Aggregate aggregate, String column, String with) {
        return new Measure(aggregate, column, with, null, null, null);
    }

    public static Measure percentile(String column, String percent) {
        return new Measure(Aggregate.PERCENTILE, column, null, new BigDecimal(percent), null, null);
    }

    public static Measure formula(String expression) {
        return new Measure(Aggregate.FORMULA, null, null, null, expression, null);
    }

    /** The same with its values of all groups made into others; as they are when null. */
    public Measure derived(@Nullable Derived kind) {
        return new Measure(aggregate, column, with, percent, expression, kind);
    }

    /** The same as it is before anything is derived. */
    public Measure plain() {
        return derived == null ? this : new Measure(aggregate, column, with, percent, expression, null);
    }
}
