package keensparrow.core.engine.rows;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.engine.cache.LruCache;
import keensparrow.core.engine.group.Collations;
import keensparrow.core.filter.Filter;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/**
 * Pages of rows. The order of all rows under a sort is made once and kept, and so are the rows of a selection in that
 * order: from then on a page costs the same at any depth.
 */
public final class RowPages {
    private final Table table;
    private final Collations collations;
    private final LruCache<Sorting, int[]> orders;
    private final LruCache<Selected, int[]> selections;

    private record Selected(Sorting sorting, Set<Filter> filters) {}

    public RowPages(Table table, Collations collations, long keptBytes) {
        this.table = table;
        this.collations = collations;
        this.orders = new LruCache<>(keptBytes / 2, order -> 4L * order.length);
        this.selections = new LruCache<>(keptBytes / 2, order -> 4L * order.length);
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

    /** The page in the order of the dataset. */
    public static int[] page(Question.Rows question, RowSet rows) {
        long[] words = rows.words();
        int from = Math.max(0, Math.min(question.offset(), rows.size()));
        int count = Math.max(0, Math.min(question.limit(), rows.size() - from));
        int[] page = new int[count];
        int filled = 0;
        int seen = 0;
        for (int w = 0; w < words.length && filled < count; w++) {
            int here = Long.bitCount(words[w]);
            if (seen + here <= from) {
                seen += here;
                continue;
            }
            for (long word = words[w]; word != 0 && filled < count; word &= word - 1) {
                if (seen++ >= from) {
                    page[filled++] = (w << 6) + Long.numberOfTrailingZeros(word);
                }
            }
        }
        return page;
    }

    /** All rows that pass, in order. */
    public int[] sorted(Sorting sorting, Set<Filter> filters, RowSet rows, BooleanSupplier cancelled) {
        if (sorting.by().isEmpty()) {
            return rows.toArray();
        }
        if (rows.size() == table.rowCount()) {
            return orders.get(sorting, () -> order(sorting, cancelled));
        }
        return selections.get(new Selected(sorting, filters), () -> {
            int[] sorted = new int[rows.size()];
            int next = 0;
            for (int row : orders.get(sorting, () -> order(sorting, cancelled))) {
                if (rows.contains(row)) {
                    sorted[next++] = row;
                }
            }
            return sorted;
        });
    }

    public long sizeBytes() {
        return orders.weight() + selections.weight();
    }

    private int[] order(Sorting sorting, BooleanSupplier cancelled) {
        return new RowOrder(table, sorting, collations)
                .sort(IntStream.range(0, table.rowCount()).toArray(), cancelled);
    }
}
