package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.filter.Filter;
import keensparrow.core.question.Question;
import org.jspecify.annotations.Nullable;

/**
 * Which rows of a table are wanted.
 *
 * @param sort in place of the view's own; null for that
 * @param find only rows with this text in one of the columns shown; null for all
 * @param filters on columns of the table, under their headings: they narrow the table alone
 */
public record TableSlice(
        int offset,
        int limit,
        @Nullable List<Question.Sort> sort,
        @Nullable String find,
        List<Filter> filters) {
    private static final int FIRST_ROWS = 50;

    public static final TableSlice FIRST = new TableSlice(0, FIRST_ROWS, null, null, List.of());

    public TableSlice {
        sort = sort == null ? null : List.copyOf(sort);
        filters = List.copyOf(filters);
    }

    /** Of all rows that pass. */
    public TableSlice(int offset, int limit, @Nullable List<Question.Sort> sort) {
        this(offset, limit, sort, null, List.of());
    }
}
