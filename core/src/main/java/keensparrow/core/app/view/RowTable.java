package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import org.jspecify.annotations.Nullable;

/** The rows themselves. */
class RowTable implements ViewKind {
    private static final int MAX_ROWS = 1000;

    @Override
    public String label() {
        return "a table";
    }

    @Override
    public String purpose() {
        return "Which rows are they?";
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.COLUMNS);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 12, 7);
    }

    @Override
    public boolean isOfRows() {
        return true;
    }

    @Override
    public @Nullable String fault(View view) {
        return sortsByItsOwn(view, view.sort())
                ? null
                : "The table “" + view.title() + "” sorts by its own columns alone.";
    }

    private static boolean sortsByItsOwn(View view, List<Question.Sort> sort) {
        return sort.stream().allMatch(by -> view.columns().contains(by.column()));
    }

    @Override
    public Question ask(View view, TableSlice slice) {
        if (slice.limit() < 0 || slice.limit() > MAX_ROWS || slice.offset() < 0) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, "Ask for at most " + MAX_ROWS + " rows at a time, from row 0 on.");
        }
        List<Question.Sort> sort = slice.sort() == null ? view.sort() : slice.sort();
        if (!sortsByItsOwn(view, sort)) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, "The table “" + view.title() + "” sorts by its own columns alone.");
        }
        return new Question.Rows(view.columns(), sort, slice.offset(), slice.limit());
    }

    @Override
    public Sentence sentence(View view, AppWords names) {
        Schema schema = names.schema();
        Sentence.Builder words = Sentence.builder();
        words.control("columns", "Rows with " + columns(view, schema));
        for (Question.Sort sort : view.sort()) {
            words.say(", by ").control("sort", schema.label(sort.column()) + direction(sort, schema));
        }
        return words.say(", as ").control("kind", label()).say(".").build();
    }

    private static String direction(Question.Sort sort, Schema schema) {
        ColumnInfo info = schema.find(sort.column()).orElse(null);
        if (info != null && info.isTime()) {
            return sort.descending() ? ", latest first" : ", earliest first";
        }
        if (info != null && info.type().isCoded()) {
            return sort.descending() ? ", Z to A" : ", A to Z";
        }
        return sort.descending() ? ", largest first" : ", smallest first";
    }

    private static String columns(View view, Schema schema) {
        List<String> columns = view.columns();
        return switch (columns.size()) {
            case 0 -> "no column";
            case 1 -> schema.label(columns.get(0));
            default ->
                schema.label(columns.get(0)) + " and " + Wording.small(columns.size() - 1) + " more "
                        + (columns.size() == 2 ? "column" : "columns");
        };
    }

    @Override
    public String title(View view, AppWords words) {
        return Wording.capital(words.noun());
    }
}
