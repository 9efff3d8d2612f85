package keensparrow.core.filter;

import keensparrow.core.expression.Expressions;
import keensparrow.core.expression.RowPredicate;
import keensparrow.core.table.Table;

/** A condition written as an expression holds for the row; where it is unknown for blanks, it does not. */
public record ExpressionFilter(String expression) implements Filter {
    @Override
    public String column() {
        return "";
    }

    @Override
    public java.util.List<String> columns() {
        return java.util.List.of();
    }

    @Override
    public void fit(Table table) {
        Expressions.condition(expression, table);
    }

    @Override
    public RowTest test(Table table) {
        RowPredicate condition = Expressions.condition(expression, table);
        int rows = table.rowCount();
        return (from, to, out, shift) -> {
            for (int w = from; w < to; w++) {
                int row = w << 6;
                boolean[] holds = condition.holds(row, Math.min(Long.SIZE, rows - row));
                long word = 0;
                for (int i = 0; i < holds.length; i++) {
                    word |= (holds[i] ? 1L : 0L) << i;
                }
                out[w - shift] = word;
            }
        };
    }
}
