package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.question.Question;
import org.jspecify.annotations.Nullable;

/**
 * Which rows of a table are wanted.
 *
 * @param sort in place of the view's own; null for that
 */
public record TableSlice(int offset, int limit, @Nullable List<Question.Sort> sort) {
    private static final int FIRST_ROWS = 50;

    public static final TableSlice FIRST = new TableSlice(0, FIRST_ROWS, null);

    public TableSlice {
        sort = sort == null ? null : List.copyOf(sort);
    }
}
