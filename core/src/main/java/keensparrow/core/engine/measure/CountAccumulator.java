package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.util.Arrays;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/** Rows, or rows with a value when there is a column; rows are counted by who groups them, blanks here. */
final class CountAccumulator implements Accumulator {
    private static final int RARE = 16; // one row in so many, or fewer, has no value

    private final @Nullable Column column;
    private final long @Nullable [] present; // its bits, where it has them
    private final boolean rare;
    private long[] blanks;

    CountAccumulator(@Nullable Column column, int groups) {
        this.column = column == null || column.blankCount() == 0 ? null : column;
        this.present = this.column instanceof LongColumn longs ? longs.present() : null;
        this.rare = column != null && column.blankCount() < column.rowCount() / RARE;
        this.blanks = new long[this.column == null ? 0 : groups];
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        count(rows, ids, count, 1);
    }

    @Override
    public void remove(int[] rows, int[] ids, int count) {
        count(rows, ids, count, -1);
    }

    private void count(int[] rows, int[] ids, int count, int each) {
        Column filled = column;
        if (filled == null) {
            return;
        }
        long[] words = present;
        if (words == null) {
            for (int i = 0; i < count; i++) {
                blanks[ids[i]] += filled.isBlank(rows[i]) ? each : 0;
            }
        } else if (rare) { // branches that are hardly ever taken cost less than a sum written for every row
            for (int i = 0; i < count; i++) {
                if ((words[rows[i] >> 6] >>> rows[i] & 1) == 0) {
                    blanks[ids[i]] += each;
                }
            }
        } else {
            for (int i = 0; i < count; i++) {
                blanks[ids[i]] += each * (~(words[rows[i] >> 6] >>> rows[i]) & 1);
            }
        }
    }

    @Override
    public boolean isReversible() {
        return true;
    }

    @Override
    public Accumulator empty(int groups) {
        return new CountAccumulator(column, groups);
    }

    @Override
    public void grow(int groups) {
        blanks = column == null ? blanks : Arrays.copyOf(blanks, groups);
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        Sums.merge(blanks, ((CountAccumulator) other).blanks, target);
    }

    @Override
    public BigDecimal result(int group, long rows) {
        return BigDecimal.valueOf(column == null ? rows : rows - blanks[group]);
    }

    @Override
    public long sizeBytes() {
        return 8L * blanks.length;
    }
}
