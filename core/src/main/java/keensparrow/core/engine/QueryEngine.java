package keensparrow.core.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import keensparrow.core.column.Column;
import keensparrow.core.column.PlainTexts;
import keensparrow.core.filter.Filter;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.Schema;
import keensparrow.core.words.TextOrder;
import org.jspecify.annotations.Nullable;

/**
 * Answers questions about the rows of one dataset version. All that stands above holds this interface and the
 * definitions of filters, groupings and measures: another engine, for data that outgrow one machine, needs no more.
 */
public interface QueryEngine {
    Schema schema();

    Statistics statistics();

    /** @throws keensparrow.core.error.UserException COLUMN_NOT_FOUND, TYPE_MISMATCH, EXPRESSION_SYNTAX when it does not suit the rows */
    void check(Filter filter);

    /**
     * Gives each answer to {@code sink} as soon as it is ready, headline figures first, on the calling thread. A question
     * that fails gives its failure and the others go on.
     *
     * @param cancelled looked at every few thousand rows
     * @throws keensparrow.core.error.UserException CANCELLED soon after {@code cancelled} turns true; TOO_MUCH_ASKED
     */
    void answer(QuestionSet questions, Consumer<Answered> sink, BooleanSupplier cancelled);

    /**
     * All rows of a download.
     *
     * @throws keensparrow.core.error.UserException COLUMN_NOT_FOUND before the first row; CANCELLED as {@link #answer}
     */
    void scan(RowScan scan, RowSink sink, BooleanSupplier cancelled);

    /** Gets the rows of a scan, some thousand at a time. */
    interface RowSink {
        /**
         * @param columns those of the scan, in its order; often the same as before
         * @param rows which of theirs come next, in order, from {@code from} to before {@code to}; not to be changed
         */
        void batch(List<Column> columns, int[] rows, int from, int to);
    }

    /**
     * As {@link #scan}, a row at a time.
     *
     * @param sink gets the values of a row, written plainly, null where blank, in a list that is used again for the next
     */
    default void rows(RowScan scan, Consumer<List<@Nullable String>> sink, BooleanSupplier cancelled) {
        List<PlainTexts> texts = new ArrayList<>();
        List<Column> written = new ArrayList<>();
        List<@Nullable String> line = new ArrayList<>();
        scan(
                scan,
                (columns, rows, from, to) -> {
                    if (!written.equals(columns)) {
                        written.clear();
                        written.addAll(columns);
                        texts.clear();
                        columns.forEach(column -> texts.add(new PlainTexts(column)));
                    }
                    for (int i = from; i < to; i++) {
                        line.clear();
                        for (PlainTexts column : texts) {
                            line.add(column.at(rows[i]));
                        }
                        sink.accept(line);
                    }
                },
                cancelled);
    }

    /**
     * @param sort as in {@link Question.Rows}
     * @param offset so many of the rows that pass are left out at the beginning
     * @param limit at most so many rows; null for all
     * @param order of texts, where rows are sorted by them
     */
    record RowScan(
            List<String> columns,
            Set<Filter> filters,
            List<Question.Sort> sort,
            int offset,
            @Nullable Integer limit,
            TextOrder order) {
        /** All rows that pass. */
        public RowScan(List<String> columns, Set<Filter> filters, List<Question.Sort> sort, TextOrder order) {
            this(columns, filters, sort, 0, null, order);
        }

        /** All rows that pass, in the order of the server. */
        public RowScan(List<String> columns, Set<Filter> filters, List<Question.Sort> sort) {
            this(columns, filters, sort, TextOrder.INSTANCE);
        }

        public RowScan {
            columns = List.copyOf(columns);
            filters = Set.copyOf(filters);
            sort = List.copyOf(sort);
        }
    }
}
