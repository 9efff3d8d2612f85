package keensparrow.core.group;

/** A group for each value of an expression over the row, such as {@code case when delay > 15 then 'late' else 'on time' end}. */
public record ByExpression(String expression) implements Grouping {
    @Override
    public String column() {
        return expression;
    }

    @Override
    public <R> R accept(GroupingVisitor<R> visitor) {
        return visitor.byExpression(this);
    }
}
