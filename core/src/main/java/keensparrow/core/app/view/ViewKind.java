package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.table.Schema;
import org.jspecify.annotations.Nullable;

/** All there is to say about one way of showing data; {@link View.Kind} lists them. */
public interface ViewKind {
    /** Its name at the end of a sentence: {@code bars}. */
    String label();

    /** What it answers: {@code How do groups compare?} */
    String purpose();

    /** What can be said of it; whatever else a view holds is left aside. */
    List<Slot> slots();

    /** What it can be grouped by, what it begins with first; empty if by nothing. */
    default List<GroupBy.Form> groupings() {
        return List.of();
    }

    /** Columns and rows of the grid that a new one takes; x and y are 0. */
    Place size();

    /** Whether it shows rows, not numbers made of them. */
    default boolean isOfRows() {
        return false;
    }

    /** @return what is wrong with a view that cannot be shown, as a sentence; null if nothing is */
    @Nullable
    String fault(View view);

    /**
     * What it asks.
     *
     * @param slice which rows, for kinds that are of rows
     * @throws keensparrow.core.error.UserException INVALID_REQUEST for a slice that is too long
     */
    Question ask(View view, TableSlice slice);

    /** Its emphasised parts are its controls. */
    Sentence sentence(View view, String noun, Schema schema);

    /** A title made from the definition. */
    String title(View view, String noun, Schema schema);

    /** What its groups are, null if there is one group. */
    default @Nullable GroupBy by(View view) {
        return null;
    }

    /** Column that splits its groups, null if none does. */
    default @Nullable String split(View view) {
        return null;
    }

    /** A part of a view's sentence that can be said differently. */
    enum Slot {
        MEASURE,
        GROUPING,
        LARGEST,
        SPLIT,
        COLUMNS
    }
}
