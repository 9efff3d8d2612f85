package keensparrow.core.aggregate;

import java.math.BigDecimal;
import java.util.Arrays;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/** Rows, or rows with a value when there is a column with blanks; rows themselves are counted by who groups them. */
final class CountAccumulator implements Accumulator {
    private final @Nullable Column column;
    private final long @Nullable [] present; // its bits, where it has them
    private long[] counts;

    CountAccumulator(@Nullable Column column, int groups) {
        this.column = column == null || column.blankCount() == 0 ? null : column;
        this.present = this.column instanceof LongColumn longs ? longs.present() : null;
        this.counts = new long[this.column == null ? 0 : groups];
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
        if (words != null) {
            for (int i = 0; i < count; i++) { // without a branch on what is blank
                counts[ids[i]] += each * ((words[rows[i] >> 6] >>> rows[i]) & 1);
            }
            return;
        }
        for (int i = 0; i < count; i++) {
            counts[ids[i]] += filled.isBlank(rows[i]) ? 0 : each;
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
        counts = column == null ? counts : Arrays.copyOf(counts, groups);
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        Sums.merge(counts, ((CountAccumulator) other).counts, target);
    }

    @Override
    public BigDecimal result(int group, long rows) {
        return BigDecimal.valueOf(column == null ? rows : counts[group]);
    }

    @Override
    public long sizeBytes() {
        return 8L * counts.length;
    }
}
