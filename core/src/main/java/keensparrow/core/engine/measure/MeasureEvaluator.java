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
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
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
            return Formula.start(
                    required(measure.expression(), Words.say("measure.anExpression")), inputs, groups, most);
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
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("measure.aPercentileNeedsAPercentage"));
        }
        return wanted.movePointLeft(2);
    }

    private Column argument() {
        String text = measure.expression();
        Column any = text != null
                ? inputs.computed(text)
                : inputs.table().column(required(measure.column(), Words.say("measure.aColumn")));
        if (!measure.aggregate().fits(any.type())) {
            String label = text != null
                    ? UserException.quote(text)
                    : UserException.quote(
                            inputs.table().schema().label(required(measure.column(), Words.say("measure.aColumn"))));
            throw mismatch(label, any);
        }
        return any;
    }

    private Column second() {
        String name = required(measure.with(), Words.say("measure.aSecondColumn"));
        Column any = inputs.table().column(name);
        if (!measure.aggregate().fitsSecond(any.type())
                || !(any instanceof LongColumn || any instanceof DoubleColumn)) {
            throw mismatch(
                    Words.say(
                            "measure.aColumnWith",
                            "name",
                            UserException.quote(inputs.table().schema().label(name))),
                    any);
        }
        return any;
    }

    private UserException mismatch(String label, Column column) {
        return new UserException(
                ErrorCode.TYPE_MISMATCH,
                Text.of(
                        "measure.theOfCannotBeMade",
                        "aggregate",
                        measure.aggregate().label(),
                        "label",
                        label,
                        "type",
                        column.type().label()));
    }

    private String required(@Nullable String part, String what) {
        if (part == null) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    Text.of(
                            "measure.theNeedsPickOne",
                            "aggregate",
                            measure.aggregate().label(),
                            "what",
                            what));
        }
        return part;
    }
}
