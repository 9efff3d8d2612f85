package keensparrow.core.filter;

import java.util.function.UnaryOperator;
import keensparrow.core.expression.TypedExpression;
import keensparrow.core.table.Schema;

/** A condition written as an expression holds for the row; where it is unknown for blanks, it does not. */
public record ExpressionFilter(String expression) implements Filter {
    @Override
    public String column() {
        return "";
    }

    @Override
    public java.util.List<String> columns() {
        return java.util.List.of();
    }

    @Override
    public void fit(Schema schema) {
        TypedExpression.condition(expression, schema);
    }

    @Override
    public ExpressionFilter over(UnaryOperator<String> columns) {
        return this; // the names within it are its own
    }

    @Override
    public <R> R accept(FilterVisitor<R> visitor) {
        return visitor.expression(this);
    }
}
