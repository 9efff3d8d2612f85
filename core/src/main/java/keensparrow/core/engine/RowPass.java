package keensparrow.core.engine;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/** Pages of rows. The order of all rows under a sort is made once and kept, so that paging only walks it. */
final class RowPass {
    private static final long CACHE_BYTES = 64L << 20;

    private final Table table;
    private final Lru<List<Question.Sort>, int[]> orders = new Lru<>(CACHE_BYTES, order -> 4L * order.length);

    RowPass(Table table) {
        this.table = table;
    }

    Answer.Rows answer(Question.Rows question, RowSet rows) {
        List<Column> columns = question.columns().stream().map(table::column).toList();
        int[] page = page(question, rows);
        List<List<@Nullable String>> values = new ArrayList<>(page.length);
        for (int row : page) {
            List<@Nullable String> line = new ArrayList<>(columns.size());
            for (Column column : columns) {
                line.add(column.plain(row));
            }
            values.add(line);
        }
        return new Answer.Rows(rows.size(), question.offset(), question.columns(), values);
    }

    private int[] page(Question.Rows question, RowSet rows) {
        int from = Math.max(0, Math.min(question.offset(), rows.size()));
        int count = Math.max(0, Math.min(question.limit(), rows.size() - from));
        int[] page = new int[count];
        int seen = 0;
        int filled = 0;
        int[] order = question.sort().isEmpty() ? null : order(question.sort());
        for (int i = 0; filled < count; i++) {
            int row = order == null ? i : order[i];
            if (rows.contains(row) && seen++ >= from) {
                page[filled++] = row;
            }
        }
        return page;
    }

    int[] sorted(List<Question.Sort> sort, RowSet rows) {
        if (sort.isEmpty()) {
            return rows.toArray();
        }
        int[] sorted = new int[rows.size()];
        int next = 0;
        for (int row : order(sort)) {
            if (rows.contains(row)) {
                sorted[next++] = row;
            }
        }
        return sorted;
    }

    private int[] order(List<Question.Sort> sort) {
        return orders.get(sort, () -> {
            int[] order = new int[table.rowCount()];
            for (int row = 0; row < order.length; row++) {
                order[row] = row;
            }
            for (int i = sort.size() - 1; i >= 0; i--) { // stable, so the first column is sorted last
                long[] keys =
                        keys(table.column(sort.get(i).column()), sort.get(i).descending());
                StableSort.byKeys(order, keys);
            }
            return order;
        });
    }

    /** A number for each row that sorts as its value does; blanks come last in either direction. */
    private static long[] keys(Column column, boolean descending) {
        long[] keys = new long[column.rowCount()];
        for (int row = 0; row < keys.length; row++) {
            if (column.isBlank(row)) {
                keys[row] = Long.MAX_VALUE;
            } else {
                long key = key(column, row);
                keys[row] = descending ? ~key : key;
            }
        }
        return keys;
    }

    private static long key(Column column, int row) {
        if (column instanceof LongColumn longs) {
            return longs.value(row);
        }
        if (column instanceof TextColumn text) {
            return text.codes().get(row);
        }
        if (column instanceof YesNoColumn yesNo) {
            return yesNo.code(row);
        }
        if (column instanceof TagsColumn tags) {
            return tags.codes()[tags.offsets()[row]];
        }
        long bits = Double.doubleToLongBits(((DoubleColumn) column).value(row) + 0.0);
        return bits ^ ((bits >> 63) & Long.MAX_VALUE);
    }
}
