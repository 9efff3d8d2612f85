package keensparrow.core.group;

/** A group for each value of a part of a date, such as each weekday. */
public record ByPart(String column, DatePart part) implements Grouping {
    @Override
    public <R> R accept(GroupingVisitor<R> visitor) {
        return visitor.byPart(this);
    }
}
