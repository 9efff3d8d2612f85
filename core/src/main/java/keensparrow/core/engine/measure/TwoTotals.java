package keensparrow.core.engine.measure;

import java.util.Arrays;

/** Accumulators of two sums and a count of the rows that went into both; the rows are theirs to look at. */
abstract class TwoTotals implements Accumulator {
    private final Total first;
    private final Total second;
    private long[] filled;

    TwoTotals(Total first, Total second, int groups) {
        this.first = first;
        this.second = second;
        this.filled = new long[groups];
    }

    /** Whether the row counts. */
    abstract boolean isFilled(int row);

    /** Adds the row to both, or takes it out when {@code sign} is −1. */
    abstract void add(int row, int group, int sign, Total first, Total second);

    /** Of the same kind around other totals. */
    abstract TwoTotals with(Total first, Total second, int groups);

    final long filled(int group) {
        return filled[group];
    }

    final Total first() {
        return first;
    }

    final Total second() {
        return second;
    }

    @Override
    public final void add(int[] rows, int[] ids, int count) {
        each(rows, ids, count, 1);
    }

    @Override
    public final void remove(int[] rows, int[] ids, int count) {
        each(rows, ids, count, -1);
    }

    private void each(int[] rows, int[] ids, int count, int sign) {
        for (int i = 0; i < count; i++) {
            if (isFilled(rows[i])) {
                filled[ids[i]] += sign;
                add(rows[i], ids[i], sign, first, second);
            }
        }
    }

    @Override
    public final boolean isReversible() {
        return true;
    }

    @Override
    public final Accumulator empty(int groups) {
        return with(first.empty(groups), second.empty(groups), groups);
    }

    @Override
    public final void grow(int groups) {
        filled = Arrays.copyOf(filled, groups);
        first.grow(groups);
        second.grow(groups);
    }

    @Override
    public final void merge(Accumulator other, int[] target) {
        TwoTotals from = (TwoTotals) other;
        Sums.merge(filled, from.filled, target);
        first.merge(from.first, target);
        second.merge(from.second, target);
    }

    @Override
    public final long sizeBytes() {
        return 8L * filled.length + first.sizeBytes() + second.sizeBytes();
    }
}
