package keensparrow.core.group;

/** How rows are put into groups, as data: equal groupings are equal records. What evaluates it, an engine, visits it. */
public sealed interface Grouping permits ByValue, ByTime, ByPart, ByBins, ByExpression {
    String column();

    <R> R accept(GroupingVisitor<R> visitor);
}
