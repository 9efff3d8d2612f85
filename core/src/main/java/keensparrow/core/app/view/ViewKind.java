package keensparrow.core.app.view;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Sentence;
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

    /** What its measure can be; any where empty. */
    default List<Aggregate> aggregates() {
        return List.of();
    }

    /** Whether it can stand without a grouping where it has that slot. */
    default boolean isWholeWithoutGroups() {
        return !slots().contains(Slot.GROUPING);
    }

    /** Whether it cannot stand without a second grouping. */
    default boolean needsAcross() {
        return slots().contains(Slot.ACROSS);
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
    Sentence sentence(View view, AppWords words);

    /** A title made from the definition. */
    String title(View view, AppWords words);

    /** What its groups are, null if there is one group. */
    default @Nullable GroupBy by(View view) {
        return null;
    }

    /** Column that splits its groups, null if none does. */
    default @Nullable String split(View view) {
        return null;
    }

    /** Its second grouping of any form, null if there is none. */
    default @Nullable GroupBy across(View view) {
        return null;
    }

    /** What gives each group a panel of its own, null if nothing does. */
    default @Nullable GroupBy panels(View view) {
        return null;
    }

    /** What its second grouping can be; any where it has none. */
    default List<GroupBy.Form> acrossForms() {
        return List.of(GroupBy.Form.values());
    }

    /** Whether a new one shows a second measure besides the first. */
    default boolean beginsWithOthers() {
        return false;
    }

    /** Whether values of single rows can be seen in it. */
    default boolean showsRows(View view) {
        return isOfRows();
    }

    /** Columns by which something in it can be marked: what its groups are of, for most kinds. */
    default List<String> markable(View view) {
        List<String> columns = new ArrayList<>();
        String split = split(view);
        if (split != null) {
            columns.add(split);
        }
        Stream.of(by(view), across(view), panels(view))
                .filter(Objects::nonNull)
                .forEach(by -> columns.add(by.column()));
        return columns;
    }

    /** Columns by which a reader can narrow it alone: those under whose headings filters stand, or a part looked at closer. */
    default List<String> narrowable(View view) {
        return isOfRows() ? view.columns() : List.of();
    }

    /** What it asks besides, under the same conditions; null for nothing. */
    default @Nullable Question beside(View view) {
        return null;
    }

    /** What is given of the answer beside it. */
    default Answer besideGiven(Answer answer) {
        return answer;
    }

    /** Whether what is marked in another view can stand out in it as a part of its numbers. */
    default boolean showsParts(View view) {
        return false;
    }

    /** Whether its number is seen against that of all rows, whatever is selected. */
    default boolean isAgainstAll(View view) {
        return false;
    }

    /** What it shows of each group; none for kinds that are of rows. */
    default List<Measure> measures(View view) {
        return List.of();
    }

    /** A part of a view's sentence that can be said differently. */
    enum Slot {
        MEASURE,
        GROUPING,
        LARGEST,
        SPLIT,
        COLUMNS,
        /** Measures besides the first. */
        MEASURES,
        /** A second grouping of any form. */
        ACROSS,
        /** A panel, or rows of its own, for each group. */
        PANELS,
        ARRANGEMENT,
        UPRIGHT,
        AREA,
        COMPARISON,
        REFERENCE,
        TEXT,
        /** Rows that it leaves out, whatever is filtered. */
        CONDITION,
        /** The column that names its rows. */
        NAMED,
        /** Where its groups lie. */
        COORDINATES,
        /** What stands in its cells beside the values. */
        CELLS,
        PICTURE
    }
}
