package keensparrow.core.app.filter;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.ColumnType;
import keensparrow.core.filter.Containing;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.TextSearch;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.FilterSentences;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** A part of a text that stands in one of several columns is typed. */
final class BySearch extends WrittenKind {
    /** Columns whose values are texts. */
    static final ColumnType[] SEARCHED = {ColumnType.TEXT, ColumnType.TAGS, ColumnType.YES_NO};

    @Override
    public String words() {
        return Words.say("filters.search");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.columns("columns", Words.say("filters.lookedThrough"), SEARCHED));
    }

    @Override
    public @Nullable String fault(FilterSpec spec) {
        return spec.searched().isEmpty() ? Words.say("filters.aSearchNeedsColumns") : null;
    }

    @Override
    public String label(FilterSpec spec, Schema schema) {
        return Words.say("filters.searchLabel");
    }

    @Override
    public Set<String> columns(FilterSpec spec) {
        return new LinkedHashSet<>(spec.searched());
    }

    @Override
    public Question counts(FilterSpec spec, Listing listing) {
        return new Question.Groups(List.of(), List.of(Measure.ROWS), Question.Order.LABEL);
    }

    @Override
    public boolean takes(FilterSpec spec, Filter picked) {
        return picked instanceof Containing;
    }

    @Override
    public Filter narrowing(FilterSpec spec, Filter picked) {
        return picked instanceof Containing text ? new TextSearch(spec.searched(), text.text()) : picked;
    }

    @Override
    public String phrase(FilterSpec spec, Filter picked, Schema schema) {
        return spec.title() == null || spec.title().isBlank()
                ? FilterSentences.phrase(narrowing(spec, picked), schema)
                : super.phrase(spec, picked, schema);
    }
}
