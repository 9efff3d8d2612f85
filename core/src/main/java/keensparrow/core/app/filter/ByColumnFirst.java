package keensparrow.core.app.filter;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.FilterSentences;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** A column is picked first, then values of it. What is picked begins with the name of the column. */
final class ByColumnFirst extends WrittenKind {
    private static final String EVERYTHING = "1 = 1";

    @Override
    public String words() {
        return Words.say("filters.columnFirst");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.columns("columns", Words.say("filters.columnsToPickFrom"), BySearch.SEARCHED));
    }

    @Override
    public @Nullable String fault(FilterSpec spec) {
        return spec.searched().size() < 2 ? Words.say("filters.aChoiceOfColumnsNeedsTwo") : null;
    }

    @Override
    public String label(FilterSpec spec, Schema schema) {
        return Words.say("filters.columnFirstLabel");
    }

    @Override
    public Set<String> columns(FilterSpec spec) {
        return new LinkedHashSet<>(spec.searched());
    }

    @Override
    public Question counts(FilterSpec spec, Listing listing) {
        String column = listing.picked().isEmpty() ? "" : listing.picked().get(0);
        return spec.searched().contains(column)
                ? ByValues.of(column, spec, listing)
                : new Question.Groups(List.of(), List.of(Measure.ROWS), Question.Order.LABEL);
    }

    @Override
    public boolean takes(FilterSpec spec, Filter picked) {
        return picked instanceof OneOf one
                && !one.values().isEmpty()
                && spec.searched().contains(one.values().get(0));
    }

    @Override
    public Filter narrowing(FilterSpec spec, Filter picked) {
        if (!(picked instanceof OneOf one)) {
            return picked;
        }
        OneOf own = own(one);
        return own.values().isEmpty() && !own.blank() ? new ExpressionFilter(EVERYTHING) : own;
    }

    private static OneOf own(OneOf picked) {
        return new OneOf(
                picked.values().get(0),
                picked.values().subList(1, picked.values().size()),
                picked.blank(),
                picked.exclude());
    }

    @Override
    public String phrase(FilterSpec spec, Filter picked, Schema schema) {
        OneOf own = own((OneOf) picked);
        return own.values().isEmpty() && !own.blank()
                ? Words.say("filters.anyOfColumn", "label", schema.label(own.column()))
                : FilterSentences.phrase(own, schema);
    }
}
