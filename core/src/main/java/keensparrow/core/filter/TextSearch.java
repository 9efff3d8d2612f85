package keensparrow.core.filter;

import java.util.List;
import java.util.Locale;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.Table;

/** A text occurs in one of several columns as they are written, without regard to case. */
public record TextSearch(List<String> columns, String text) implements Filter {
    private static final int DIFFERENT = 1 << 20;

    public TextSearch {
        columns = List.copyOf(columns);
    }

    @Override
    public String column() {
        return columns.isEmpty() ? "" : columns.get(0);
    }

    @Override
    public List<String> texts() {
        return List.of(text);
    }

    @Override
    public void fit(Table table) {
        columns.forEach(table::column);
    }

    @Override
    public RowTest test(Table table) {
        List<RowTest> tests = columns.stream().map(name -> test(name, table)).toList();
        return (from, to, out, shift) -> {
            java.util.Arrays.fill(out, from - shift, to - shift, 0);
            long[] one = new long[to - from];
            for (RowTest test : tests) {
                test.fill(from, to, one, from);
                for (int w = from; w < to; w++) {
                    out[w - shift] |= one[w - from];
                }
            }
        };
    }

    private RowTest test(String name, Table table) {
        Column column = table.column(name);
        if (column instanceof TextColumn || column instanceof TagsColumn) {
            return new Containing(name, text).test(table);
        }
        String wanted = text.toLowerCase(Locale.ROOT);
        if (column instanceof LongColumn longs
                && !longs.isAllBlank()
                && longs.max() - longs.min() >= 0
                && longs.max() - longs.min() < Math.min(DIFFERENT, longs.rowCount())) {
            boolean[] holds = new boolean[(int) (longs.max() - longs.min()) + 1];
            for (int i = 0; i < holds.length; i++) { // each different value once, not each row
                holds[i] = holds(longs.plainOf(longs.min() + i), wanted);
            }
            return RowTests.each(
                    longs.rowCount(), row -> !longs.isBlank(row) && holds[(int) (longs.value(row) - longs.min())]);
        }
        return RowTests.each(column.rowCount(), row -> {
            String plain = column.plain(row);
            return plain != null && holds(plain, wanted);
        });
    }

    private static boolean holds(String plain, String wanted) {
        return plain.toLowerCase(Locale.ROOT).contains(wanted);
    }
}
