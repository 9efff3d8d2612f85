package keensparrow.core.group;

/** A group for each calendar period from the first date to the last, empty ones too. */
public record ByTime(String column, TimeStep step) implements Grouping {
    /** More periods than this are refused: no chart or table can show them. */
    public static final int MAX_PERIODS = 100_000;

    @Override
    public <R> R accept(GroupingVisitor<R> visitor) {
        return visitor.byTime(this);
    }
}
