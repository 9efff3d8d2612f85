package keensparrow.core.filter;

import java.util.List;
import keensparrow.core.table.Table;

/** A rectangle marked over two number columns: a row must lie within both ranges. */
public record RangePair(Between across, Between up) implements Filter {
    @Override
    public String column() {
        return across.column();
    }

    @Override
    public List<String> columns() {
        return List.of(across.column(), up.column());
    }

    @Override
    public void fit(Table table) {
        across.fit(table);
        up.fit(table);
    }

    @Override
    public RowTest test(Table table) {
        RowTest first = across.test(table);
        RowTest second = up.test(table);
        return (from, to, out, shift) -> {
            first.fill(from, to, out, shift);
            long[] others = new long[to - from];
            second.fill(from, to, others, from);
            for (int w = from; w < to; w++) {
                out[w - shift] &= others[w - from];
            }
        };
    }
}
