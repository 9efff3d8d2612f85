package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.Span;
import keensparrow.core.error.UserException;
import keensparrow.core.expression.Expression;
import keensparrow.core.expression.Expressions;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/** An expression over aggregates: each of them is accumulated, and the arithmetic is done on their results. */
final class Formula implements Accumulator {
    private final Expression whole;
    private final Map<Span, Accumulator> parts; // by where the call stands

    private Formula(Expression whole, Map<Span, Accumulator> parts) {
        this.whole = whole;
        this.parts = parts;
    }

    /** @throws UserException EXPRESSION_SYNTAX for a column without an aggregate or a part that has no place here */
    static Accumulator start(String text, Inputs inputs, int groups, int most) {
        Expression whole = Expressions.parse(text);
        List<Expression.Call> calls = new ArrayList<>();
        collect(whole, calls);
        Map<Span, Accumulator> parts = new HashMap<>();
        for (Expression.Call call : calls) {
            parts.put(call.span(), MeasureEvaluator.start(measure(call, text), inputs, groups, most));
        }
        return new Formula(whole, parts);
    }

    private static void collect(Expression expression, List<Expression.Call> into) {
        if (expression instanceof Expression.Call call && Expressions.AGGREGATES.contains(call.name())) {
            into.add(call);
        } else if (expression instanceof Expression.Call call
                && List.of("nullif", "coalesce", "abs", "round").contains(call.name())
                && !call.arguments().isEmpty()) {
            call.arguments().forEach(argument -> collect(argument, into));
        } else if (expression instanceof Expression.Arithmetic both) {
            collect(both.left(), into);
            collect(both.right(), into);
        } else if (expression instanceof Expression.Negative negative) {
            collect(negative.of(), into);
        } else if (expression instanceof Expression.ColumnName name) {
            throw error(
                    Text.of("measure.hasAValueInEvery", "name", UserException.quote(name.name()), "name2", name.name()),
                    name.span());
        } else if (!(expression instanceof Expression.Literal) && !(expression instanceof Expression.Blank)) {
            throw error(Text.of("measure.aMeasureIsMadeOf"), expression.span());
        }
    }

    private static Measure measure(Expression.Call call, String text) {
        if (call.isStar() || call.arguments().size() != 1) {
            if (call.name().equals("count") && call.isStar()) {
                return Measure.ROWS;
            }
            throw error(Text.of("measure.needsOneValueInIts", "call", UserException.quote(call.name())), call.span());
        }
        Aggregate aggregate = switch (call.name()) {
            case "sum" -> Aggregate.SUM;
            case "avg" -> Aggregate.AVERAGE;
            case "min" -> Aggregate.MIN;
            case "max" -> Aggregate.MAX;
            case "median" -> Aggregate.MEDIAN;
            case "count" -> call.isDistinct() ? Aggregate.DISTINCT : Aggregate.COUNT;
            default -> Aggregate.STDDEV;
        };
        if (call.isDistinct() && aggregate != Aggregate.DISTINCT) {
            throw error(Text.of("measure.distinctBelongsToCountAlone"), call.span());
        }
        Expression argument = call.arguments().get(0);
        return argument instanceof Expression.ColumnName name
                ? new Measure(aggregate, name.name())
                : new Measure(
                        aggregate,
                        null,
                        null,
                        null,
                        text.substring(argument.span().from(), argument.span().to()),
                        null);
    }

    private static UserException error(Text message, Span span) {
        return new UserException(ErrorCode.EXPRESSION_SYNTAX, message, span);
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        parts.values().forEach(part -> part.add(rows, ids, count));
    }

    @Override
    public void remove(int[] rows, int[] ids, int count) {
        parts.values().forEach(part -> part.remove(rows, ids, count));
    }

    @Override
    public boolean isReversible() {
        return parts.values().stream().allMatch(Accumulator::isReversible);
    }

    @Override
    public Accumulator empty(int groups) {
        Map<Span, Accumulator> fresh = new HashMap<>();
        parts.forEach((span, part) -> fresh.put(span, part.empty(groups)));
        return new Formula(whole, fresh);
    }

    @Override
    public void grow(int groups) {
        parts.values().forEach(part -> part.grow(groups));
    }

    @Override
    public boolean canMerge(Accumulator other) {
        return other instanceof Formula from
                && parts.entrySet().stream()
                        .allMatch(part ->
                                part.getValue().canMerge(Objects.requireNonNull(from.parts.get(part.getKey()))));
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        parts.forEach((span, part) -> part.merge(Objects.requireNonNull(((Formula) other).parts.get(span)), target));
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        return value(whole, group, rows);
    }

    private @Nullable BigDecimal value(Expression expression, int group, long rows) {
        if (expression instanceof Expression.Literal literal) {
            return literal.value();
        }
        if (expression instanceof Expression.Negative negative) {
            BigDecimal value = value(negative.of(), group, rows);
            return value == null ? null : value.negate();
        }
        if (expression instanceof Expression.Arithmetic both) {
            BigDecimal left = value(both.left(), group, rows);
            BigDecimal right = value(both.right(), group, rows);
            if (left == null || right == null) {
                return null;
            }
            return switch (both.operator()) {
                case ADD -> left.add(right);
                case SUBTRACT -> left.subtract(right);
                case MULTIPLY -> left.multiply(right);
                case DIVIDE -> RatioAccumulator.divided(left, right);
            };
        }
        if (expression instanceof Expression.Call call) {
            Accumulator part = parts.get(call.span());
            return part != null ? part.result(group, rows) : function(call, group, rows);
        }
        return null; // the literal null
    }

    private @Nullable BigDecimal function(Expression.Call call, int group, long rows) {
        List<@Nullable BigDecimal> values = new ArrayList<>();
        for (Expression argument : call.arguments()) {
            values.add(value(argument, group, rows));
        }
        BigDecimal first = values.get(0);
        BigDecimal second = values.size() > 1 ? values.get(1) : null;
        if (call.name().equals("coalesce")) {
            return values.stream().filter(Objects::nonNull).findFirst().orElse(null);
        }
        if (first == null) {
            return null;
        }
        return switch (call.name()) {
            case "nullif" -> second != null && first.compareTo(second) == 0 ? null : first;
            case "abs" -> first.abs();
            default -> first.setScale(second == null ? 0 : second.intValue(), RoundingMode.HALF_UP);
        };
    }

    @Override
    public double error(int group) {
        return parts.values().stream()
                .mapToDouble(part -> part.error(group))
                .max()
                .orElse(0);
    }

    @Override
    public long sizeBytes() {
        return parts.values().stream().mapToLong(Accumulator::sizeBytes).sum();
    }
}
