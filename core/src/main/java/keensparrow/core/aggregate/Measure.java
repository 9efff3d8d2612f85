package keensparrow.core.aggregate;

import java.math.BigDecimal;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
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

    private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);
    private static final BigDecimal HALF = new BigDecimal("0.5");

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

    /** The same with its values of all groups made into others. */
    public Measure derived(Derived kind) {
        return new Measure(aggregate, column, with, percent, expression, kind);
    }

    /** The same as it is before anything is derived. */
    public Measure plain() {
        return derived == null ? this : new Measure(aggregate, column, with, percent, expression, null);
    }

    /**
     * An empty accumulator for {@code groups} groups.
     *
     * @param most as many groups as there may be when it grows
     * @throws UserException COLUMN_NOT_FOUND, TYPE_MISMATCH when the aggregate cannot be made of that type, or what is
     *     wrong with an expression
     */
    public Accumulator start(Inputs inputs, int groups, int most) {
        if (aggregate == Aggregate.ROWS) {
            return new CountAccumulator(null, groups);
        }
        if (aggregate == Aggregate.FORMULA) {
            return Formula.start(required(expression, "an expression"), inputs, groups, most);
        }
        Column any = argument(inputs);
        return switch (aggregate) {
            case COUNT -> new CountAccumulator(any, groups);
            case DISTINCT -> new DistinctAccumulator(any, groups, most);
            case SHARE -> new ShareAccumulator((YesNoColumn) any, groups);
            case MIN -> new MinMaxAccumulator(any, groups, false);
            case MAX -> new MinMaxAccumulator(any, groups, true);
            case MEDIAN -> new PercentileAccumulator(any, HALF, groups, most);
            case PERCENTILE -> new PercentileAccumulator(any, share(), groups, most);
            case STDDEV -> StddevAccumulator.of(any, groups);
            case WEIGHTED_AVERAGE -> WeightedAccumulator.of(any, second(inputs), groups);
            case RATIO -> new RatioAccumulator(any, second(inputs), groups);
            case FIRST -> new FirstLastAccumulator(any, second(inputs), groups, false);
            case LAST -> new FirstLastAccumulator(any, second(inputs), groups, true);
            case LEVEL -> new LevelAccumulator(any, second(inputs), groups);
            default -> new SumAccumulator(any, groups, aggregate == Aggregate.AVERAGE);
        };
    }

    private BigDecimal share() {
        BigDecimal wanted = percent;
        if (wanted == null || wanted.signum() < 0 || wanted.compareTo(HUNDRED) > 0) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, "A percentile needs a percentage from 0 to 100. Type one.");
        }
        return wanted.movePointLeft(2);
    }

    private Column argument(Inputs inputs) {
        String text = expression;
        Column any = text != null ? inputs.computed(text) : inputs.table().column(required(column, "a column"));
        if (!aggregate.fits(any.type())) {
            String label = text != null
                    ? UserException.quote(text)
                    : UserException.quote(inputs.table().schema().label(required(column, "a column")));
            throw mismatch(label, any);
        }
        return any;
    }

    private Column second(Inputs inputs) {
        String name = required(with, "a second column");
        Column any = inputs.table().column(name);
        if (!aggregate.fitsSecond(any.type()) || !(any instanceof LongColumn || any instanceof DoubleColumn)) {
            throw mismatch(
                    "a column with "
                            + UserException.quote(inputs.table().schema().label(name)),
                    any);
        }
        return any;
    }

    private UserException mismatch(String label, Column column) {
        return new UserException(
                ErrorCode.TYPE_MISMATCH,
                "The " + aggregate.label() + " of " + label + " cannot be made: the column holds "
                        + column.type().label() + ".");
    }

    private String required(@Nullable String part, String what) {
        if (part == null) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, "The " + aggregate.label() + " needs " + what + ". Pick one.");
        }
        return part;
    }
}
