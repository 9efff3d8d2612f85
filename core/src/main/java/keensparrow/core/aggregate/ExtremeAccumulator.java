package keensparrow.core.aggregate;

import java.math.BigDecimal;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/** Smallest or largest value. Keeps the row that has it, so that both kinds of number share the code. */
final class ExtremeAccumulator implements Accumulator {
    private final Column column;
    private final boolean largest;
    private final int[] best; // row + 1; 0 is none yet

    ExtremeAccumulator(Column column, int groups, boolean largest) {
        this.column = column;
        this.largest = largest;
        this.best = new int[groups];
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        for (int i = 0; i < count; i++) {
            int row = rows[i];
            if (!column.isBlank(row)) {
                int id = ids[i];
                if (best[id] == 0 || isBetter(row, best[id] - 1)) {
                    best[id] = row + 1;
                }
            }
        }
    }

    private boolean isBetter(int row, int than) {
        int compared = column instanceof LongColumn longs
                ? Long.compare(longs.value(row), longs.value(than))
                : Double.compare(((DoubleColumn) column).value(row), ((DoubleColumn) column).value(than));
        return largest ? compared > 0 : compared < 0;
    }

    @Override
    public @Nullable BigDecimal result(int group) {
        if (best[group] == 0) {
            return null;
        }
        int row = best[group] - 1;
        return column instanceof LongColumn longs
                ? BigDecimal.valueOf(longs.value(row), longs.scale())
                : BigDecimal.valueOf(((DoubleColumn) column).value(row));
    }
}
