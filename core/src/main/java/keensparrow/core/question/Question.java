package keensparrow.core.question;

import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.group.Grouping;
import org.jspecify.annotations.Nullable;

/** One thing asked about the rows that pass; equal questions are equal records. */
public sealed interface Question {
    /**
     * Measures by none to three groups.
     *
     * @param by groupings: the first along the axis, the second splits it, the third makes a panel for each value
     * @param measures at least one; the first ranks the groups that are kept
     * @param orderBy number of the measure that orders the groups; the first when null
     * @param totals whether the totals of all groups and of each direction are wanted; not when null
     */
    record Groups(
            List<Grouped> by,
            List<Measure> measures,
            Order order,
            @Nullable Integer orderBy,
            @Nullable Boolean totals) implements Question {
        public static final int MAX_GROUPINGS = 3;

        public Groups {
            by = List.copyOf(by);
            measures = List.copyOf(measures);
            orderBy = orderBy == null ? Integer.valueOf(0) : orderBy; // the same question either way
            totals = totals != null && totals;
        }

        /** Number of the measure that orders the groups. */
        public int orderingMeasure() {
            return orderBy == null ? 0 : orderBy;
        }

        public boolean wantsTotals() {
            return totals != null && totals;
        }

        public Groups(List<Grouped> by, List<Measure> measures, Order order) {
            this(by, measures, order, 0, false);
        }
    }

    /**
     * A grouping and how much of it to show.
     *
     * @param largest keep this many groups, ranked by the first measure over the whole group, and put the rest
     *     together as Other, computed again from its rows; 0 keeps all. Does not apply to periods
     */
    record Grouped(Grouping grouping, int largest) {}

    /** How the groups of the first grouping follow each other. Periods always follow time; Other is always last. */
    enum Order {
        LARGEST_FIRST,
        SMALLEST_FIRST,
        LABEL
    }

    /**
     * A page of rows.
     *
     * @param columns names, in the order wanted
     * @param sort first by the first; blanks last in either direction; ties keep the order of the dataset
     * @param find only rows with this text in one of the columns, without regard to case; null for all
     */
    record Rows(
            List<String> columns,
            List<Sort> sort,
            int offset,
            int limit,
            @Nullable String find) implements Question {
        public Rows {
            columns = List.copyOf(columns);
            sort = List.copyOf(sort);
        }

        public Rows(List<String> columns, List<Sort> sort, int offset, int limit) {
            this(columns, sort, offset, limit, null);
        }
    }

    record Sort(String column, boolean descending) {}

    /**
     * Rows with the smallest and with the largest values in each group of another question.
     *
     * @param of a question with one grouping, whose groups these are, in its order
     * @param column of numbers or times; rows where it is blank are none of them
     * @param each so many rows of a group at either end, at most {@link #MAX_EACH}
     * @param columns what is told of each row
     */
    record Extremes(Groups of, String column, int each, List<String> columns) implements Question {
        public static final int MAX_EACH = 20;

        public Extremes {
            columns = List.copyOf(columns);
        }
    }

    /**
     * How many rows have each value of a category: what a filter shows.
     *
     * @param find only values that contain this text, without regard to case; null for all
     * @param limit at most so many values, the most frequent of the whole dataset first
     * @param always values to give besides, whatever the limit: those picked
     * @param order of the values; the most frequent first when null
     */
    record ValueCounts(
            String column,
            @Nullable String find,
            int limit,
            List<String> always,
            @Nullable ValueOrder order) implements Question {
        public ValueCounts {
            always = List.copyOf(always);
            order = order == null ? ValueOrder.FREQUENT : order; // the same question either way
        }

        public ValueCounts(String column, @Nullable String find, int limit, List<String> always) {
            this(column, find, limit, always, ValueOrder.FREQUENT);
        }
    }

    /** How the values of a category follow each other. */
    enum ValueOrder {
        /** The most frequent of the whole dataset first; few numbers, which are codes, in their own order. */
        FREQUENT,
        LABEL,
        LAST_LABEL
    }

    /** How the rows spread over round bins of a number column or over periods of a date column. */
    record Histogram(String column) implements Question {}
}
