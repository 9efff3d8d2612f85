package keensparrow.core.engine.rows;

import java.util.function.BooleanSupplier;
import keensparrow.core.parallel.Cancellation;

/**
 * Sorts row numbers by a key for each row; rows with equal keys keep their order. Counts digits of 16 bits, from the
 * lowest that differ to the highest: O(rows) for each digit, without boxing.
 */
public final class StableSort {
    private static final int DIGIT = 16;
    private static final int VALUES = 1 << DIGIT;

    private StableSort() {}

    /**
     * Sorts in place.
     *
     * @param order row numbers
     * @param keys of each row; the largest long is last whatever the others are
     */
    public static void byKeys(int[] order, long[] keys, BooleanSupplier cancelled) {
        long low = Long.MAX_VALUE;
        long high = Long.MIN_VALUE;
        boolean last = false; // blanks have the largest key of all; their own pass keeps the others close together
        for (long key : keys) {
            if (key == Long.MAX_VALUE) {
                last = true;
            } else {
                low = Math.min(low, key);
                high = Math.max(high, key);
            }
        }
        if (low > high) {
            return;
        }
        long reach = high - low; // unsigned: it may be more than a long's positive range
        int[] from = order;
        int[] to = new int[order.length];
        for (int shift = 0; shift < Long.SIZE && (shift == 0 || reach >>> shift != 0); shift += DIGIT) {
            Cancellation.stopIf(cancelled);
            int[] starts = new int[VALUES + 2];
            for (int row : from) {
                starts[digit(keys[row], low, shift) + 1]++;
            }
            for (int i = 1; i < starts.length; i++) {
                starts[i] += starts[i - 1];
            }
            for (int row : from) {
                to[starts[digit(keys[row], low, shift)]++] = row;
            }
            int[] swap = from;
            from = to;
            to = swap;
        }
        if (last) {
            int next = 0;
            int end = from.length;
            for (int row : from) {
                end -= keys[row] == Long.MAX_VALUE ? 1 : 0;
            }
            for (int row : from) {
                to[keys[row] == Long.MAX_VALUE ? end++ : next++] = row;
            }
            from = to;
        }
        if (from != order) {
            System.arraycopy(from, 0, order, 0, order.length);
        }
    }

    private static int digit(long key, long low, int shift) {
        return key == Long.MAX_VALUE ? 0 : (int) ((key - low) >>> shift) & (VALUES - 1);
    }
}
