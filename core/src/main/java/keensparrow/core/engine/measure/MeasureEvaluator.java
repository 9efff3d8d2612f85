package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import org.jspecify.annotations.Nullable;

/** Accumulators for measures. */
public final class MeasureEvaluator {
    private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);
    private static final BigDecimal HALF = new BigDecimal("0.5");

    private final Measure measure;
    private final Inputs inputs;

    private MeasureEvaluator(Measure measure, Inputs inputs) {
        this.measure = measure;
        this.inputs = inputs;
    }

    /**
     * An empty accumulator for {@code groups} groups.
     *
     * @param most as many groups as there may be when it grows
     * @throws UserException COLUMN_NOT_FOUND, TYPE_MISMATCH when the aggregate cannot be made of that type, or what is
     *     wrong with an expression
     */
    public static Accumulator start(Measure measure, Inputs inputs, int groups, int most) {
        return new MeasureEvaluator(measure, inputs).start(groups, most);
    }

    private Accumulator start(int groups, int most) {
        if (measure.aggregate() == Aggregate.ROWS) {
            return new CountAccumulator(null, groups);
        }
        if (measure.aggregate() == Aggregate.FORMULA) {
            return Formula.start(required(measure.expression(), "an expression"), inputs, groups, most);
        }
        Column any = argument();
        return switch (measure.aggregate()) {
            case COUNT -> new CountAccumulator(any, groups);
            case DISTINCT -> new DistinctAccumulator(any, groups, most);
            case SHARE -> new ShareAccumulator((YesNoColumn) any, groups);
            case MIN -> new MinMaxAccumulator(any, groups, false);
            case MAX -> new MinMaxAccumulator(any, groups, true);
            case MEDIAN -> new PercentileAccumulator(any, HALF, groups, most);
            case PERCENTILE -> new PercentileAccumulator(any, share(), groups, most);
            case STDDEV -> StddevAccumulator.of(any, groups);
            case WEIGHTED_AVERAGE -> WeightedAccumulator.of(any, second(), groups);
            case RATIO -> new RatioAccumulator(any, second(), groups);
            case FIRST -> new FirstLastAccumulator(any, second(), groups, false);
            case LAST -> new FirstLastAccumulator(any, second(), groups, true);
            case LEVEL -> new LevelAccumulator(any, second(), groups);
            default -> new SumAccumulator(any, groups, measure.aggregate() == Aggregate.AVERAGE);
        };
    }

    private BigDecimal share() {
        BigDecimal wanted = measure.percent();
        if (wanted == null || wanted.signum() < 0 || wanted.compareTo(HUNDRED) > 0) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, "A percentile needs a percentage from 0 to 100. Type one.");
        }
        return wanted.movePointLeft(2);
    }

    private Column argument() {
        String text = measure.expression();
        Column any =
                text != null ? inputs.computed(text) : inputs.table().column(required(measure.column(), "a column"));
        if (!measure.aggregate().fits(any.type())) {
            String label = text != null
                    ? UserException.quote(text)
                    : UserException.quote(inputs.table().schema().label(required(measure.column(), "a column")));
            throw mismatch(label, any);
        }
        return any;
    }

    private Column second() {
        String name = required(measure.with(), "a second column");
        Column any = inputs.table().column(name);
        if (!measure.aggregate().fitsSecond(any.type())
                || !(any instanceof LongColumn || any instanceof DoubleColumn)) {
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
                "The " + measure.aggregate().label() + " of " + label + " cannot be made: the column holds "
                        + column.type().label() + ".");
    }

    private String required(@Nullable String part, String what) {
        if (part == null) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, "The " + measure.aggregate().label() + " needs " + what + ". Pick one.");
        }
        return part;
    }
}
