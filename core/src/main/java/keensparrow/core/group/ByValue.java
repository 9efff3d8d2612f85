package keensparrow.core.group;

/** A group for each text, each tag, yes and no, or each number or date. */
public record ByValue(String column) implements Grouping {
    @Override
    public <R> R accept(GroupingVisitor<R> visitor) {
        return visitor.byValue(this);
    }
}
