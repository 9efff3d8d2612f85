package keensparrow.core.column;

import java.util.Arrays;
import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.function.IntToLongFunction;
import org.jspecify.annotations.Nullable;

/**
 * Parts the values of a number column into buckets of about as many rows each, as an equi-depth histogram does, by what
 * a sample of its rows has. A value that is very frequent has a bucket of its own. Which bucket a row is in is kept, a
 * byte a row, for the blocks of rows that were ever asked for. May be used by several threads at once.
 */
public final class RankBuckets {
    /** How many buckets there are; some may be empty. */
    public static final int COUNT = 256;

    private static final int SAMPLE = 1 << 12;
    private static final int BLOCK_BITS = 12;
    private static final int BLOCK = 1 << BLOCK_BITS; // rows

    private final Column column;
    private final IntToLongFunction ranks; // by row; anything where it is blank
    private final long[] bounds; // the least rank of each bucket, rising; those behind the last are the largest long
    private final AtomicReferenceArray<byte @Nullable []> blocks;

    RankBuckets(Column column, IntToLongFunction ranks) {
        this.column = column;
        this.ranks = ranks;
        this.bounds = bounds();
        this.blocks = new AtomicReferenceArray<>((column.rowCount() + BLOCK - 1) >> BLOCK_BITS);
    }

    private long[] bounds() {
        long[] sample = sample();
        long[] least = new long[COUNT];
        Arrays.fill(least, Long.MAX_VALUE);
        least[0] = Long.MIN_VALUE;
        int next = 1;
        for (int b = 1; b < COUNT && next < COUNT; b++) {
            int at = (int) ((long) b * sample.length / COUNT);
            if (at >= sample.length || sample[at] <= least[next - 1]) {
                continue;
            }
            least[next++] = sample[at];
            int later = (int) ((b + 1L) * sample.length / COUNT);
            boolean isFrequent = later < sample.length && sample[later] == sample[at];
            if (isFrequent && sample[at] < Long.MAX_VALUE && next < COUNT) {
                least[next++] = sample[at] + 1;
            }
        }
        return least;
    }

    /** Ranks of rows all over the column, in order. */
    private long[] sample() {
        int rows = column.rowCount();
        int wanted = Math.min(SAMPLE, rows);
        long[] sample = new long[wanted];
        int size = 0;
        for (int i = 0; i < wanted; i++) {
            int row = (int) ((long) i * rows / wanted);
            if (!column.isBlank(row)) {
                sample[size++] = ranks.applyAsLong(row);
            }
        }
        sample = Arrays.copyOf(sample, size);
        Arrays.sort(sample);
        return sample;
    }

    /** Copies the buckets of {@code rows[from .. from + count)}, which rise, to {@code out}; anything where a row is blank. */
    public void read(int[] rows, int from, int count, int[] out) {
        int done = 0;
        while (done < count) {
            int block = rows[from + done] >> BLOCK_BITS;
            byte[] of = block(block);
            int first = block << BLOCK_BITS;
            int end = rows[from + count - 1] >> BLOCK_BITS == block ? count : endOf(block, rows, from, done);
            for (int i = done; i < end; i++) {
                out[i] = of[rows[from + i] - first] & 0xFF;
            }
            done = end;
        }
    }

    private static int endOf(int block, int[] rows, int from, int at) {
        int end = at;
        while (rows[from + end] >> BLOCK_BITS == block) {
            end++;
        }
        return end;
    }

    private byte[] block(int block) {
        byte[] known = blocks.get(block);
        if (known != null) {
            return known;
        }
        int first = block << BLOCK_BITS;
        byte[] made = new byte[Math.min(BLOCK, column.rowCount() - first)];
        for (int i = 0; i < made.length; i++) {
            made[i] = (byte) bucket(ranks.applyAsLong(first + i));
        }
        blocks.set(block, made);
        return made;
    }

    private int bucket(long rank) {
        int found = Arrays.binarySearch(bounds, rank);
        int bucket = found < 0 ? -found - 2 : found;
        return rank == Long.MAX_VALUE ? COUNT - 1 : bucket;
    }

    /** The value of a row, as a whole number that rises with it; anything where it is blank. */
    public long rank(int row) {
        return ranks.applyAsLong(row);
    }

    /** Whether all values of a bucket are its {@link #least}. */
    public boolean isSingle(int bucket) {
        return bucket + 1 < COUNT && bounds[bucket] + 1 == bounds[bucket + 1];
    }

    public long least(int bucket) {
        return bounds[bucket];
    }
}
