package keensparrow.core.app.filter;

import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import keensparrow.core.filter.Filter;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.FilterSentences;
import keensparrow.core.sentence.Slot;
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

    /** What can be said of it, besides its title and what it leaves alone. */
    default List<Slot> slots() {
        return List.of();
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

    /** What it shows: what each of its choices would leave under all other filters. */
    Question counts(FilterSpec spec, Listing listing);

    /**
     * Which of its values are shown.
     *
     * @param find what they must contain; null for all
     * @param picked values that are shown however few rows they have
     * @param whole whether all of them are wanted, and not the first alone
     */
    record Listing(@Nullable String find, List<String> picked, boolean whole) {
        public Listing {
            picked = List.copyOf(picked);
        }
    }

    /** What it shows of the answer to that. */
    default Answer shown(FilterSpec spec, Answer answer) {
        return answer;
    }

    /** What is picked, as it is meant on a day: a period told by its name may end with it. */
    default Filter on(LocalDate today, FilterSpec spec, Filter picked) {
        return picked;
    }

    /** Whether what is picked is something that it offers. */
    default boolean takes(FilterSpec spec, Filter picked) {
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
