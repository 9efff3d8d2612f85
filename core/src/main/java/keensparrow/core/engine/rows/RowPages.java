package keensparrow.core.engine.rows;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import keensparrow.core.column.Column;
import keensparrow.core.engine.cache.LruCache;
import keensparrow.core.engine.group.Collations;
import keensparrow.core.filter.Filter;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/**
 * Pages of rows. The rows of a selection are sorted as far as pages of them were asked for, and kept so: a page costs
 * about the same at any depth.
 */
public final class RowPages {
    private final Table table;
    private final Collations collations;
    private final ParallelRunner runner;
    private final LruCache<Selected, IncrementalSort> sorts;

    private record Selected(Sorting sorting, Set<Filter> filters) {}

    public RowPages(Table table, Collations collations, ParallelRunner runner, long keptBytes) {
        this.table = table;
        this.collations = collations;
        this.runner = runner;
        this.sorts = new LruCache<>(keptBytes, IncrementalSort::sizeBytes);
    }

    /** The rows given, which are the page asked for. */
    public Answer.Rows answer(Question.Rows question, int rowCount, int[] page) {
        List<Column> columns = question.columns().stream().map(table::column).toList();
        List<List<@Nullable String>> values = new ArrayList<>(page.length);
        for (int row : page) {
            List<@Nullable String> line = new ArrayList<>(columns.size());
            for (Column column : columns) {
                line.add(column.plain(row));
            }
            values.add(line);
        }
        return new Answer.Rows(rowCount, question.offset(), question.columns(), values);
    }

    /** Part of a list of rows that the question asks for. */
    public static int[] page(Question.Rows question, int[] rows) {
        int from = Math.max(0, Math.min(question.offset(), rows.length));
        int to = Math.max(from, (int) Math.min((long) from + Math.max(0, question.limit()), rows.length));
        return java.util.Arrays.copyOfRange(rows, from, to);
    }

    private static int[] inTableOrder(RowSet rows, int from, int to) {
        long[] words = rows.words();
        int[] page = new int[to - from];
        int filled = 0;
        int seen = 0;
        for (int w = 0; w < words.length && filled < page.length; w++) {
            int here = Long.bitCount(words[w]);
            if (seen + here <= from) {
                seen += here;
                continue;
            }
            for (long word = words[w]; word != 0 && filled < page.length; word &= word - 1) {
                if (seen++ >= from) {
                    page[filled++] = (w << 6) + Long.numberOfTrailingZeros(word);
                }
            }
        }
        return page;
    }

    /**
     * The rows that pass at the places {@code [from, to)} under a sort; not to be written to.
     *
     * @param rows all that pass the filters
     */
    public int[] sorted(
            Sorting sorting, Set<Filter> filters, RowSet rows, int from, int to, BooleanSupplier cancelled) {
        int first = Math.max(0, Math.min(from, rows.size()));
        int end = Math.max(first, Math.min(to, rows.size()));
        boolean isAll = end - first == rows.size();
        if (sorting.by().isEmpty()) {
            return isAll ? rows.toArray() : inTableOrder(rows, first, end);
        }
        IncrementalSort sort = sort(sorting, filters, rows);
        return isAll ? sort.all(cancelled) : sort.range(first, end, cancelled);
    }

    private IncrementalSort sort(Sorting sorting, Set<Filter> filters, RowSet rows) {
        boolean isAll = rows.size() == table.rowCount();
        return sorts.get(new Selected(sorting, isAll ? Set.of() : filters), () -> {
            RowOrder order = new RowOrder(table, sorting, collations);
            return new IncrementalSort(order, rows.toArray(), runner);
        });
    }

    public long sizeBytes() {
        return sorts.weight();
    }
}
