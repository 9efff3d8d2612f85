package keensparrow.core.sentence;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.Containing;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.HasAll;
import keensparrow.core.filter.OneOf;
import keensparrow.core.filter.RangePair;
import keensparrow.core.filter.RelativePeriod;
import keensparrow.core.filter.TextSearch;
import keensparrow.core.table.Schema;

/** Filters in words. */
public final class FilterSentences {
    private FilterSentences() {}

    /** A phrase for the reading line: {@code route is Vienna–Hamburg or 3 more}. */
    public static String phrase(Filter filter, Schema schema) {
        String second = filter instanceof RangePair box
                ? " and " + schema.label(box.up().column()) + " " + range(box.up())
                : "";
        return subject(filter, schema) + " " + condition(filter) + second
                + (filter.columns().stream().allMatch(schema::has) ? "" : " (this column is gone)");
    }

    /** A whole sentence, with what becomes of blanks. */
    public static String sentence(Filter filter, Schema schema) {
        if (!(filter instanceof OneOf || filter instanceof Between || filter instanceof DateRange)) {
            return phrase(filter, schema) + ".";
        }
        String label = schema.label(filter.column());
        String blanks = filter instanceof Between between
                ? blanks(between.blanks())
                : filter instanceof DateRange during ? blanks(during.blanks()) : "";
        return label + " " + condition(filter) + blanks + ".";
    }

    private static String blanks(boolean kept) {
        return kept ? "" : ", blanks left out";
    }

    private static String condition(Filter filter) {
        if (filter instanceof OneOf oneOf) {
            List<String> values = new ArrayList<>(oneOf.values());
            if (oneOf.blank()) {
                values.add("blank");
            }
            return (oneOf.exclude() ? "is not " : "is ") + Wording.either(values);
        }
        if (filter instanceof Between between) {
            return range(between);
        }
        if (filter instanceof DateRange during) {
            return Wording.period(during.from(), during.to()) + (during.blanks() ? " or blank" : "");
        }
        if (filter instanceof HasAll all) {
            return "has all of " + Wording.all(all.tags());
        }
        if (filter instanceof RelativePeriod period) {
            return "in " + period.name().label() + (period.blanks() ? " or blank" : "");
        }
        if (filter instanceof RangePair box) {
            return range(box.across());
        }
        if (filter instanceof TextSearch anywhere) {
            return "contains “" + anywhere.text() + "”";
        }
        if (filter instanceof ExpressionFilter) {
            return "holds";
        }
        return "contains “" + ((Containing) filter).text() + "”";
    }

    /** What the condition is about: the column by its label, of several all of them, or an expression as written. */
    private static String subject(Filter filter, Schema schema) {
        if (filter instanceof ExpressionFilter where) {
            return where.expression();
        }
        return filter instanceof TextSearch anywhere
                ? Wording.either(anywhere.columns().stream().map(schema::label).toList())
                : schema.label(filter.column());
    }

    private static String range(Between between) {
        String blank = between.blanks() ? " or blank" : "";
        if (between.from() == null) {
            String to = between.to() == null ? "" : Wording.number(between.to());
            return (between.belowTo() ? "below " : "at most ") + to + blank;
        }
        if (between.to() == null) {
            return "at least " + Wording.number(between.from()) + blank;
        }
        return "from " + Wording.number(between.from()) + " to " + (between.belowTo() ? "below " : "")
                + Wording.number(between.to()) + blank;
    }
}
