package keensparrow.core.expression;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.Nearest;
import keensparrow.core.error.UserException;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;

/** Computes columns from expressions. */
public final class Expressions {
    private static final int LONGEST = 4000;

    private Expressions() {}

    /** @throws UserException EXPRESSION_SYNTAX with the place */
    public static Expression parse(String text) {
        if (text.length() > LONGEST) {
            throw new UserException(
                    ErrorCode.EXPRESSION_SYNTAX, "The expression is longer than " + LONGEST + " characters.");
        }
        return new Parser(text).parse();
    }

    /**
     * A number for each row: a whole or exact decimal column where it can be kept exactly, else of doubles. A row is
     * blank when a value it needs is, and when it divides by zero.
     *
     * @throws UserException EXPRESSION_SYNTAX; COLUMN_NOT_FOUND and TYPE_MISMATCH with the place
     */
    public static Column compute(String text, Table table) {
        Operand result = evaluate(parse(text), table);
        return result.column(table.rowCount());
    }

    private static Operand evaluate(Expression expression, Table table) {
        if (expression instanceof Expression.Literal literal) {
            return Operand.constant(literal.value());
        }
        if (expression instanceof Expression.ColumnName name) {
            return Operand.of(numbers(name, table));
        }
        if (expression instanceof Expression.Negative negative) {
            return Operand.constant(BigDecimal.ZERO)
                    .with(Expression.Operator.SUBTRACT, evaluate(negative.of(), table), table.rowCount());
        }
        Expression.Arithmetic both = (Expression.Arithmetic) expression;
        return evaluate(both.left(), table).with(both.operator(), evaluate(both.right(), table), table.rowCount());
    }

    private static Column numbers(Expression.ColumnName name, Table table) {
        ColumnInfo info = table.schema().find(name.name()).orElseThrow(() -> unknown(name, table));
        if (!info.type().isNumber()) {
            throw new UserException(
                    ErrorCode.TYPE_MISMATCH,
                    UserException.quote(info.label()) + " holds " + info.type().label()
                            + ", and one can only calculate with numbers.",
                    name.span());
        }
        return table.column(info.name());
    }

    private static UserException unknown(Expression.ColumnName name, Table table) {
        List<String> names = new ArrayList<>();
        for (ColumnInfo info : table.schema().columns()) {
            if (info.type().isNumber()) {
                names.add(info.name());
            }
        }
        return new UserException(
                ErrorCode.COLUMN_NOT_FOUND,
                "There is no column " + UserException.quote(name.name()) + " here." + Nearest.hint(name.name(), names),
                name.span());
    }
}
