package keensparrow.core.filter;

/** What is done with each kind of filter: how an engine evaluates it or writes it in a language of its own. */
public interface FilterVisitor<R> {
    R oneOf(OneOf filter);

    R between(Between filter);

    R dateRange(DateRange filter);

    R relativePeriod(RelativePeriod filter);

    R partOfDate(PartOfDate filter);

    R containing(Containing filter);

    R hasAll(HasAll filter);

    R textSearch(TextSearch filter);

    R both(Both filter);

    R expression(ExpressionFilter filter);
}
