package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.question.Question;
import org.jspecify.annotations.Nullable;

/**
 * Something computed and shown.
 *
 * @param title empty for one made from the definition, which follows when the definition changes
 * @param measure what figures, bars and lines show; null for tables
 * @param by grouping of bars and lines; null for figures and tables
 * @param split a category that splits bars or lines; null for none
 * @param largest groups kept before Other; 0 keeps all
 * @param columns of a table; empty for anything else
 * @param sort of a table
 * @param order how groups of bars follow each other; the largest first when null
 * @param page id of the page it stands on; the first when null
 */
public record View(
        String id,
        String title,
        Kind kind,
        @Nullable Measure measure,
        @Nullable GroupBy by,
        @Nullable String split,
        int largest,
        List<String> columns,
        List<Question.Sort> sort,
        Place place,
        Question.@Nullable Order order,
        @Nullable String page) {
    public View {
        columns = List.copyOf(columns);
        sort = List.copyOf(sort);
    }

    /** On the first page. */
    public View(
            String id,
            String title,
            Kind kind,
            @Nullable Measure measure,
            @Nullable GroupBy by,
            @Nullable String split,
            int largest,
            List<String> columns,
            List<Question.Sort> sort,
            Place place,
            Question.@Nullable Order order) {
        this(id, title, kind, measure, by, split, largest, columns, sort, place, order, null);
    }

    /** With groups in order of size. */
    public View(
            String id,
            String title,
            Kind kind,
            @Nullable Measure measure,
            @Nullable GroupBy by,
            @Nullable String split,
            int largest,
            List<String> columns,
            List<Question.Sort> sort,
            Place place) {
        this(id, title, kind, measure, by, split, largest, columns, sort, place, null, null);
    }

    /** How it is drawn: the one list of all kinds. */
    public enum Kind {
        FIGURE(new Figure()),
        BARS(new Bars()),
        LINES(new Lines()),
        HISTOGRAM(new Histogram()),
        TABLE(new RowTable());

        private final ViewKind definition;

        Kind(ViewKind definition) {
            this.definition = definition;
        }

        public ViewKind definition() {
            return definition;
        }
    }

    /** Whether it shows rows, not numbers made of them. */
    public boolean isOfRows() {
        return kind.definition().isOfRows();
    }

    /** Measure of the view, rows where none is set. */
    public Measure measured() {
        return measure == null ? Measure.ROWS : measure;
    }
}
