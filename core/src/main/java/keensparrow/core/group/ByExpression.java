package keensparrow.core.group;

import keensparrow.core.expression.Expressions;
import keensparrow.core.table.Table;

/** A group for each value of an expression over the row, such as {@code case when delay > 15 then 'late' else 'on time' end}. */
public record ByExpression(String expression) implements Grouping {
    @Override
    public String column() {
        return expression;
    }

    @Override
    public GroupKeys keys(Table table) {
        return ByValue.of(Expressions.compute(expression, table), expression);
    }
}
