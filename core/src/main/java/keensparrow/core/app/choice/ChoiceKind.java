package keensparrow.core.app.choice;

import java.util.List;
import java.util.Set;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.sentence.Slot;
import org.jspecify.annotations.Nullable;

/** All there is to say about one way of letting colleagues choose; {@link Choice.Kind} lists them. */
public interface ChoiceKind {
    /** Parts of views that name columns. */
    Set<ViewKind.Slot> NAMING = Set.of(
            ViewKind.Slot.MEASURE,
            ViewKind.Slot.MEASURES,
            ViewKind.Slot.GROUPING,
            ViewKind.Slot.SPLIT,
            ViewKind.Slot.ACROSS,
            ViewKind.Slot.PANELS,
            ViewKind.Slot.COLUMNS,
            ViewKind.Slot.CELLS,
            ViewKind.Slot.CONDITION);

    /** What is chosen: {@code Measure}. */
    String label();

    /** The parts that a view must have. */
    List<ViewKind.Slot> needs();

    /** Whether its options name columns, and so mean those of one dataset. */
    default boolean namesColumns() {
        return needs().stream().anyMatch(NAMING::contains);
    }

    /** What its groups may be; empty where that does not matter. */
    default List<GroupBy.Form> forms() {
        return List.of();
    }

    /** Whether a view has the part that is chosen. */
    default boolean takes(View view) {
        return view.kind().definition().slots().containsAll(needs())
                && (forms().isEmpty()
                        || (view.by() != null && forms().contains(view.by().form())));
    }

    /** Whether an option says what it stands for. */
    boolean isWhole(Option option);

    /** An option in the words of its part. */
    String words(Option option, AppWords words);

    /**
     * The view as it stands under an option.
     *
     * @return null for one that is not shown
     */
    @Nullable
    View apply(View view, Option option, List<NamedMeasure> measures);

    /** Options that fit a view, what it shows now first. */
    List<Option> proposals(View view, Proposing from);

    /** What says an option in its author's own words; null where all there are can be proposed. */
    default @Nullable Slot written() {
        return null;
    }

    /** The measure that an option or view means; rows where it is gone. */
    static Measure named(String id, List<NamedMeasure> measures) {
        return measures.stream()
                .filter(named -> named.id().equals(id))
                .map(NamedMeasure::measure)
                .findFirst()
                .orElse(Measure.ROWS);
    }
}
