package keensparrow.core.app.filter;

import java.util.List;
import java.util.Set;
import keensparrow.core.filter.Filter;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.FilterSentences;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** All there is to say about one way of filtering; {@link FilterSpec.Kind} lists them. */
public interface FilterKind {
    /** Its name: {@code a list of values}. */
    String words();

    /** Whether a column can be filtered so. */
    boolean fits(ColumnInfo column);

    /** Whether it is the way to begin with for a column that it fits and that has {@code distinct} values. */
    boolean suits(ColumnInfo column, int distinct);

    /** Whether it reads one column, which it is called after. */
    default boolean isOfColumn() {
        return true;
    }

    /** @return what is wrong with it, as a sentence; null if nothing is */
    default @Nullable String fault(FilterSpec spec) {
        return null;
    }

    /** What it is called where its author gives no title. */
    default String label(FilterSpec spec, Schema schema) {
        return schema.label(spec.column());
    }

    /** Columns that whoever uses it gets to know. */
    default Set<String> columns(FilterSpec spec) {
        return Set.of(spec.column());
    }

    /**
     * What it shows: what each of its choices would leave under all other filters.
     *
     * @param find what values must contain; null for all
     * @param picked values that are shown however few rows they have
     */
    Question counts(FilterSpec spec, @Nullable String find, List<String> picked);

    /** What it shows of the answer to that. */
    default Answer shown(Answer answer) {
        return answer;
    }

    /** Whether what is picked is something that it offers. */
    default boolean takes(Filter picked) {
        return true;
    }

    /** What is picked as a condition on rows. */
    default Filter narrowing(FilterSpec spec, Filter picked) {
        return picked;
    }

    /** What is picked, as a phrase of the reading line. */
    default String phrase(FilterSpec spec, Filter picked, Schema schema) {
        return spec.title() == null || spec.title().isBlank()
                ? FilterSentences.phrase(picked, schema)
                : Words.say("filters.titled", "title", spec.title(), "condition", FilterSentences.condition(picked));
    }
}
