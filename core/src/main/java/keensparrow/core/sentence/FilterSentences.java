package keensparrow.core.sentence;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.Both;
import keensparrow.core.filter.Containing;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.HasAll;
import keensparrow.core.filter.OneOf;
import keensparrow.core.filter.PartOfDate;
import keensparrow.core.filter.RelativePeriod;
import keensparrow.core.filter.TextSearch;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;

/** Filters in words. */
public final class FilterSentences {
    private FilterSentences() {}

    /** A phrase for the reading line: {@code route is Vienna–Hamburg or 3 more}. */
    public static String phrase(Filter filter, Schema schema) {
        if (filter instanceof Both both) {
            return Words.say(
                    "sentence.both", "first", phrase(both.first(), schema), "second", phrase(both.second(), schema));
        }
        return subject(filter, schema) + " " + condition(filter)
                + (filter.columns().stream().allMatch(schema::has) ? "" : Words.say("sentence.thisColumnIsGone"));
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
        return kept ? "" : Words.say("sentence.blanksLeftOut");
    }

    /** What is said of its column: {@code is Vienna–Hamburg or 3 more}. */
    public static String condition(Filter filter) {
        if (filter instanceof OneOf oneOf) {
            List<String> values = new ArrayList<>(oneOf.values());
            if (oneOf.blank()) {
                values.add(Words.say("sentence.blank"));
            }
            return (oneOf.exclude() ? Words.say("sentence.isNot") : Words.say("sentence.is")) + Wording.either(values);
        }
        if (filter instanceof Between between) {
            return range(between);
        }
        if (filter instanceof DateRange during) {
            return Wording.period(during.from(), during.to()) + (during.blanks() ? Words.say("sentence.orBlank") : "");
        }
        if (filter instanceof HasAll all) {
            return Words.say("sentence.hasAllOf", "tags", Wording.all(all.tags()));
        }
        if (filter instanceof RelativePeriod period) {
            return Words.say("sentence.in", "period", period.name().label(), "blanks", period.blanks());
        }
        if (filter instanceof PartOfDate parts) {
            List<String> names = parts.values().stream().map(parts.part()::name).toList();
            return Words.say("sentence.is") + Wording.either(names);
        }
        if (filter instanceof Both both) {
            return condition(both.first());
        }
        if (filter instanceof TextSearch anywhere) {
            return Words.say("sentence.contains", "anywhere", anywhere.text());
        }
        if (filter instanceof ExpressionFilter) {
            return Words.say("sentence.holds");
        }
        return Words.say("sentence.contains2", "filter", ((Containing) filter).text());
    }

    /** What the condition is about: the column by its label, of several all of them, or an expression as written. */
    private static String subject(Filter filter, Schema schema) {
        if (filter instanceof ExpressionFilter where) {
            return where.expression();
        }
        if (filter instanceof PartOfDate parts) {
            return Words.say("sentence.partOf", "part", parts.part().label(), "column", schema.label(parts.column()));
        }
        return filter instanceof TextSearch anywhere
                ? Wording.either(anywhere.columns().stream().map(schema::label).toList())
                : schema.label(filter.column());
    }

    private static String range(Between between) {
        String blank = between.blanks() ? Words.say("sentence.orBlank") : "";
        if (between.from() == null) {
            String to = between.to() == null ? "" : Wording.number(between.to());
            return (between.belowTo() ? Words.say("sentence.below") : Words.say("sentence.atMost")) + to + blank;
        }
        if (between.to() == null) {
            return Words.say("sentence.atLeast", "from", Wording.number(between.from()), "blank", blank);
        }
        return Words.say(
                "sentence.fromTo",
                "from",
                Wording.number(between.from()),
                "belowTo",
                between.belowTo(),
                "to",
                Wording.number(between.to()),
                "blank",
                blank);
    }
}
