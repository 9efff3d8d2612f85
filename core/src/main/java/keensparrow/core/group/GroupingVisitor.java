package keensparrow.core.group;

/** What is done with each kind of grouping: how an engine evaluates it or writes it in a language of its own. */
public interface GroupingVisitor<R> {
    R byValue(ByValue grouping);

    R byTime(ByTime grouping);

    R byPart(ByPart grouping);

    R byBins(ByBins grouping);

    R byExpression(ByExpression grouping);
}
