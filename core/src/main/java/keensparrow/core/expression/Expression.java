package keensparrow.core.expression;

import java.math.BigDecimal;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.error.Span;
import org.jspecify.annotations.Nullable;

/** The tree of an expression, in SQL's scalar syntax; each node knows where in the text it stands. */
public sealed interface Expression {
    Span span();

    /** What it is made of, one level down. */
    default List<Expression> parts() {
        return List.of();
    }

    /** A number as written. */
    record Literal(BigDecimal value, Span span) implements Expression {}

    /** {@code 'text'}. */
    record TextLiteral(String value, Span span) implements Expression {}

    /** {@code true} or {@code false}. */
    record BooleanLiteral(boolean value, Span span) implements Expression {}

    /** {@code date '2026-01-31'} or {@code timestamp '2026-01-31 06:15'}. */
    record TimeLiteral(LocalDateTime value, boolean isDate, Span span) implements Expression {}

    /** {@code null}. */
    record Blank(Span span) implements Expression {}

    /** A column by its name. */
    record ColumnName(String name, Span span) implements Expression {}

    record Negative(Expression of, Span span) implements Expression {
        @Override
        public List<Expression> parts() {
            return List.of(of);
        }
    }

    record Arithmetic(Operator operator, Expression left, Expression right, Span span) implements Expression {
        @Override
        public List<Expression> parts() {
            return List.of(left, right);
        }
    }

    record Comparison(Relation relation, Expression left, Expression right, Span span) implements Expression {
        @Override
        public List<Expression> parts() {
            return List.of(left, right);
        }
    }

    /** {@code and}, or {@code or}. */
    record Logic(boolean isAnd, Expression left, Expression right, Span span) implements Expression {
        @Override
        public List<Expression> parts() {
            return List.of(left, right);
        }
    }

    /**
     * {@code cast(x as type)}.
     *
     * @param scale decimals of the number; null where none are said
     */
    record Cast(Expression of, Target target, @Nullable Integer scale, Span span) implements Expression {
        @Override
        public List<Expression> parts() {
            return List.of(of);
        }
    }

    /** What a value is cast to. */
    enum Target {
        TEXT,
        WHOLE,
        DECIMAL,
        DATE,
        DATE_TIME,
        BOOLEAN
    }

    record Not(Expression of, Span span) implements Expression {
        @Override
        public List<Expression> parts() {
            return List.of(of);
        }
    }

    /** {@code is null}: never unknown itself. */
    record IsBlank(Expression of, Span span) implements Expression {
        @Override
        public List<Expression> parts() {
            return List.of(of);
        }
    }

    /** {@code case when … then … else … end}. */
    record Case(List<When> whens, @Nullable Expression otherwise, Span span) implements Expression {
        @Override
        public List<Expression> parts() {
            List<Expression> parts = new ArrayList<>();
            for (When when : whens) {
                parts.add(when.condition());
                parts.add(when.then());
            }
            if (otherwise != null) {
                parts.add(otherwise);
            }
            return parts;
        }

        public Case {
            whens = List.copyOf(whens);
        }
    }

    record When(Expression condition, Expression then) {}

    /**
     * A function's call.
     *
     * @param name in lower case
     * @param isDistinct {@code count(distinct …)}
     * @param isStar {@code count(*)}
     */
    record Call(String name, List<Expression> arguments, boolean isDistinct, boolean isStar, Span span)
            implements Expression {
        @Override
        public List<Expression> parts() {
            return arguments;
        }

        public Call {
            arguments = List.copyOf(arguments);
        }
    }

    /** The four operations. */
    enum Operator {
        ADD,
        SUBTRACT,
        MULTIPLY,
        DIVIDE
    }

    /** How two values stand to each other. */
    enum Relation {
        EQUAL,
        UNEQUAL,
        LESS,
        AT_MOST,
        MORE,
        AT_LEAST;

        boolean holds(int compared) {
            return switch (this) {
                case EQUAL -> compared == 0;
                case UNEQUAL -> compared != 0;
                case LESS -> compared < 0;
                case AT_MOST -> compared <= 0;
                case MORE -> compared > 0;
                case AT_LEAST -> compared >= 0;
            };
        }
    }
}
