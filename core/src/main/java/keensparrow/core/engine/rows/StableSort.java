package keensparrow.core.engine.rows;

import java.util.function.BooleanSupplier;
import keensparrow.core.parallel.Cancellation;

/**
 * Sorts row numbers by a key for each row; rows with equal keys keep their order. Keys and rows are packed together, so
 * that each pass reads them one after the other, and counted by digits of at most 11 bits, so that the places written to
 * stay in the processor's cache: O(rows) for each digit in which keys differ.
 */
public final class StableSort {
    private static final int MAX_DIGIT = 11;
    /** Bits of a key that are packed with a row: keys of no more are sorted in one go. */
    static final int CHUNK = 32;

    private static final long LOW_HALF = (1L << CHUNK) - 1;

    private StableSort() {}

    /**
     * Sorts in place.
     *
     * @param order row numbers
     * @param keys of each row; the largest long is last whatever the others are
     */
    public static void byKeys(int[] order, long[] keys, BooleanSupplier cancelled) {
        long[] offsets = keys.clone();
        byOffsets(order, offsets, toOffsets(offsets), cancelled);
    }

    /**
     * Turns keys into what they are above the smallest, the largest long into one more than the others.
     *
     * @return bits that the offsets have, from none to 64; they are unsigned
     */
    static int toOffsets(long[] keys) {
        KeyRange range = KeyRange.of(keys, keys.length);
        for (int i = 0; i < keys.length; i++) {
            keys[i] = range.offset(keys[i]);
        }
        return range.bits();
    }

    /** Sorts in place. @param offsets of each row, unsigned, of so many bits at most */
    static void byOffsets(int[] order, long[] offsets, int bits, BooleanSupplier cancelled) {
        long[] from = new long[order.length];
        long[] to = new long[order.length];
        for (int shift = 0; shift < bits; shift += CHUNK) {
            boolean inOrder = true;
            long before = 0;
            for (int i = 0; i < order.length; i++) {
                long part = offsets[order[i]] >>> shift << CHUNK;
                from[i] = part | order[i];
                inOrder &= Long.compareUnsigned(before, part) <= 0;
                before = part;
            }
            if (inOrder) {
                continue; // as dates often are
            }
            long[] sorted = sorted(from, to, Math.min(CHUNK, bits - shift), cancelled);
            for (int i = 0; i < order.length; i++) {
                order[i] = (int) (sorted[i] & LOW_HALF);
            }
        }
    }

    /**
     * By the lowest bits of the upper half of each number.
     *
     * @param other as long as {@code from}, for use
     * @return one of both
     */
    private static long[] sorted(long[] from, long[] other, int bits, BooleanSupplier cancelled) {
        int passes = Math.max(1, (bits + MAX_DIGIT - 1) / MAX_DIGIT);
        int digit = Math.max(1, (bits + passes - 1) / passes);
        int mask = (1 << digit) - 1;
        long[] here = from;
        long[] there = other;
        for (int pass = 0; pass < passes; pass++) {
            Cancellation.stopIf(cancelled);
            int shift = CHUNK + pass * digit;
            int[] starts = new int[mask + 2];
            for (long each : here) {
                starts[((int) (each >>> shift) & mask) + 1]++;
            }
            for (int i = 1; i < starts.length; i++) {
                starts[i] += starts[i - 1];
            }
            for (long each : here) {
                there[starts[(int) (each >>> shift) & mask]++] = each;
            }
            long[] swap = here;
            here = there;
            there = swap;
        }
        return here;
    }
}
