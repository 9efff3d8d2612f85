package keensparrow.core.engine.filter;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.Optional;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.expression.Expression;
import keensparrow.core.expression.Expressions;
import keensparrow.core.expression.RowPredicate;
import keensparrow.core.expression.TypedExpression;
import keensparrow.core.table.Table;

/**
 * A condition taken apart at {@code and} and {@code or}, since the rows for which they are known to hold are those of both
 * parts, or of either. A number or day compared with a literal is tested by array, what needs one column of repeating
 * texts by its codes, the rest block by block.
 */
final class Conditions {
    private static final int BLOCK = 32; // words whose rows are computed at once

    private final Table table;

    private Conditions(Table table) {
        this.table = table;
    }

    /** @throws keensparrow.core.error.UserException as {@link TypedExpression#condition} */
    static RowTest test(String condition, Table table) {
        return new Conditions(table)
                .of(TypedExpression.condition(condition, table.schema()).root());
    }

    private RowTest of(Expression expression) {
        if (expression instanceof Expression.Logic logic) {
            RowTest left = of(logic.left());
            RowTest right = of(logic.right());
            return logic.isAnd() ? RowTests.both(left, right) : RowTests.either(left, right);
        }
        if (expression instanceof Expression.Comparison comparison) {
            Optional<RowTest> inside = inside(comparison);
            if (inside.isPresent()) {
                return inside.get();
            }
        }
        return Expressions.repeating(expression, table)
                .map(texts -> byCode(expression, texts))
                .orElseGet(() -> byBlock(Expressions.condition(expression, table)));
    }

    private RowTest byCode(Expression expression, String column) {
        TextColumn texts = (TextColumn) table.column(column);
        boolean[] ofTexts = Expressions.ofEachText(expression, table, column);
        boolean[] wanted = new boolean[ofTexts.length]; // blank first
        wanted[0] = ofTexts[ofTexts.length - 1];
        System.arraycopy(ofTexts, 0, wanted, 1, ofTexts.length - 1);
        return RowTests.ofCodes(texts.codes(), wanted);
    }

    private RowTest byBlock(RowPredicate condition) {
        int rows = table.rowCount();
        return (from, to, out, shift) -> {
            for (int w = from; w < to; w += BLOCK) {
                int row = w << 6;
                int end = Math.min(to, w + BLOCK);
                boolean[] holds = condition.holds(row, Math.min(end << 6, rows) - row);
                Arrays.fill(out, w - shift, end - shift, 0);
                for (int i = 0; i < holds.length; i++) {
                    out[w - shift + (i >> 6)] |= (holds[i] ? 1L : 0L) << i;
                }
            }
        };
    }

    /** Of a column of exact numbers or of days compared with a literal on either side. */
    private Optional<RowTest> inside(Expression.Comparison comparison) {
        Optional<RowTest> plain = inside(comparison.left(), comparison.relation(), comparison.right());
        return plain.isPresent()
                ? plain
                : inside(comparison.right(), mirrored(comparison.relation()), comparison.left());
    }

    private static Expression.Relation mirrored(Expression.Relation relation) {
        return switch (relation) {
            case LESS -> Expression.Relation.MORE;
            case AT_MOST -> Expression.Relation.AT_LEAST;
            case MORE -> Expression.Relation.LESS;
            case AT_LEAST -> Expression.Relation.AT_MOST;
            case EQUAL, UNEQUAL -> relation;
        };
    }

    private Optional<RowTest> inside(Expression left, Expression.Relation relation, Expression right) {
        if (!(left instanceof Expression.ColumnName name) || relation == Expression.Relation.UNEQUAL) {
            return Optional.empty();
        }
        return table.schema()
                .find(name.name())
                .map(info -> table.column(info.name()))
                .filter(LongColumn.class::isInstance)
                .map(LongColumn.class::cast)
                .flatMap(longs -> value(right, longs).map(value -> inside(longs, relation, value)));
    }

    /** The literal in the units of a column. */
    private static Optional<BigDecimal> value(Expression literal, LongColumn longs) {
        if (longs.type().isNumber() && literal instanceof Expression.Literal number) {
            return Optional.of(number.value().movePointRight(longs.scale()));
        }
        boolean days =
                longs.type() == ColumnType.DATE && literal instanceof Expression.TimeLiteral time && time.isDate();
        return days
                ? Optional.of(BigDecimal.valueOf(
                        ((Expression.TimeLiteral) literal).value().toLocalDate().toEpochDay()))
                : Optional.empty();
    }

    private static RowTest inside(LongColumn longs, Expression.Relation relation, BigDecimal value) {
        BigInteger floor = value.setScale(0, RoundingMode.FLOOR).toBigInteger();
        BigInteger ceiling = value.setScale(0, RoundingMode.CEILING).toBigInteger();
        BigInteger low = switch (relation) {
            case MORE -> floor.add(BigInteger.ONE);
            case AT_LEAST, EQUAL -> ceiling;
            default -> FilterEvaluator.LONG_MIN;
        };
        BigInteger high = switch (relation) {
            case LESS -> ceiling.subtract(BigInteger.ONE);
            case AT_MOST, EQUAL -> floor;
            default -> FilterEvaluator.LONG_MAX;
        };
        boolean none = low.compareTo(FilterEvaluator.LONG_MAX) > 0 || high.compareTo(FilterEvaluator.LONG_MIN) < 0;
        return none
                ? RowTests.none()
                : RowTests.inside(longs, FilterEvaluator.clamped(low), FilterEvaluator.clamped(high), false);
    }
}
