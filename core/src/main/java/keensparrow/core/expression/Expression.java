package keensparrow.core.expression;

import java.math.BigDecimal;
import keensparrow.core.error.Span;

/** The tree of an expression, in SQL's scalar syntax; each node knows where in the text it stands. */
public sealed interface Expression {
    Span span();

    /** A number as written. */
    record Literal(BigDecimal value, Span span) implements Expression {}

    /** A column by its name. */
    record ColumnName(String name, Span span) implements Expression {}

    record Negative(Expression of, Span span) implements Expression {}

    record Arithmetic(Operator operator, Expression left, Expression right, Span span) implements Expression {}

    /** The four operations. */
    enum Operator {
        ADD,
        SUBTRACT,
        MULTIPLY,
        DIVIDE
    }
}
