package keensparrow.core.aggregate;

import java.math.BigDecimal;
import keensparrow.core.column.Column;
import org.jspecify.annotations.Nullable;

/** Rows, or rows with a value when there is a column. */
final class CountAccumulator implements Accumulator {
    private final @Nullable Column column;
    private final long[] counts;

    CountAccumulator(@Nullable Column column, int groups) {
        this.column = column == null || column.blankCount() == 0 ? null : column;
        this.counts = new long[groups];
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        if (column == null) {
            for (int i = 0; i < count; i++) {
                counts[ids[i]]++;
            }
        } else {
            for (int i = 0; i < count; i++) {
                counts[ids[i]] += column.isBlank(rows[i]) ? 0 : 1;
            }
        }
    }

    @Override
    public BigDecimal result(int group) {
        return BigDecimal.valueOf(counts[group]);
    }
}
