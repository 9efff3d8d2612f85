package keensparrow.core.engine.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import keensparrow.core.column.RankBuckets;
import keensparrow.core.rows.RowBatches;
import org.jspecify.annotations.Nullable;

/**
 * Rows that one thread collected, each with its group and the bucket of {@link RankBuckets} that its value is in. They
 * stay as they came: it is counted how many each bucket of each group has, and only the values of buckets in which
 * somebody looks for a place are picked out.
 */
final class BucketedRows {
    private static final int A_BUCKET = 16; // values, about, for which a bucket is kept apart
    private static final int BITS = Integer.numberOfTrailingZeros(RankBuckets.COUNT);

    private final RankBuckets buckets;
    private final List<Chunk> chunks = new ArrayList<>();
    private long chunkBytes;
    private int size;
    private int groups; // those above have no rows
    private volatile @Nullable Counts counts; // once all are in

    BucketedRows(RankBuckets buckets) {
        this.buckets = buckets;
    }

    /**
     * Rows of one batch.
     *
     * @param offsets of rows from the first; null where none is missing in between
     * @param keys group × buckets + bucket of each, where all of them fit
     * @param wideKeys else
     */
    private record Chunk(
            int firstRow, int size, char @Nullable [] offsets, char @Nullable [] keys, int @Nullable [] wideKeys) {
        int row(int at) {
            return firstRow + (offsets == null ? at : offsets[at]);
        }

        /** @param scratch room for the keys, which may stay unused */
        int[] keys(int[] scratch) {
            if (keys == null) {
                return Objects.requireNonNull(wideKeys);
            }
            for (int i = 0; i < size; i++) {
                scratch[i] = keys[i];
            }
            return scratch;
        }

        long sizeBytes() {
            return 64 + (offsets == null ? 0 : 2L * size) + (keys == null ? 4L : 2L) * size;
        }
    }

    /**
     * @param starts how many rows come before each bucket of each group, in the order of both, and how many there are
     * @param shift so many buckets, as a power of two, are one here
     */
    private record Counts(int[] starts, int shift) {
        int key(int group, int bucket) {
            return (group << (BITS - shift)) + (bucket >> shift);
        }

        int count(int key) {
            return starts[key + 1] - starts[key];
        }
    }

    /** Values of some buckets, one bucket after the other. @param starts by key */
    record Picked(int[] starts, long[] ranks) {}

    /** Adds rows, none of which is blank, to their groups. Not once they were counted. */
    void add(int[] rows, int[] ids, int count) {
        int from = 0;
        while (from < count) {
            int some = Math.min(count - from, RowBatches.BLOCK);
            while (rows[from + some - 1] - rows[from] > Character.MAX_VALUE) {
                some /= 2;
            }
            addChunk(rows, ids, from, some);
            from += some;
        }
    }

    private void addChunk(int[] rows, int[] ids, int from, int count) {
        int[] keys = new int[count];
        buckets.read(rows, from, count, keys);
        int most = 0;
        for (int i = 0; i < count; i++) {
            most = Math.max(most, ids[from + i]);
            keys[i] += ids[from + i] << BITS;
        }
        groups = Math.max(groups, most + 1);
        size += count;
        int first = rows[from];
        boolean isRun = rows[from + count - 1] - first == count - 1;
        boolean isNarrow = most + 1 << BITS <= Character.MAX_VALUE + 1;
        Chunk chunk = new Chunk(
                first,
                count,
                isRun ? null : narrow(rows, from, count, first),
                isNarrow ? narrow(keys, 0, count, 0) : null,
                isNarrow ? null : keys);
        chunks.add(chunk);
        chunkBytes += chunk.sizeBytes();
    }

    private static char[] narrow(int[] values, int from, int count, int less) {
        char[] narrow = new char[count];
        for (int i = 0; i < count; i++) {
            narrow[i] = (char) (values[from + i] - less);
        }
        return narrow;
    }

    /** So many as were added to; those above have no rows. */
    int groups() {
        return groups;
    }

    /** Counts what is there; nothing can be added any more. */
    void count() {
        counts();
    }

    boolean isCounted() {
        return counts != null;
    }

    private Counts counts() {
        Counts known = counts;
        return known == null ? countOnce() : known;
    }

    private synchronized Counts countOnce() {
        Counts known = counts;
        if (known != null) {
            return known;
        }
        int shift = 0;
        while (shift < BITS && ((long) groups << (BITS - shift)) * A_BUCKET > size) {
            shift++;
        }
        int[] starts = new int[(groups << (BITS - shift)) + 1];
        int[] scratch = new int[RowBatches.BLOCK];
        for (Chunk chunk : chunks) {
            int[] keys = chunk.keys(scratch);
            for (int i = 0; i < chunk.size; i++) {
                starts[(keys[i] >> shift) + 1]++;
            }
        }
        for (int key = 1; key < starts.length; key++) {
            starts[key] += starts[key - 1];
        }
        known = new Counts(starts, shift);
        counts = known;
        return known;
    }

    /** So many buckets, as a power of two, are counted as one. */
    int shift() {
        return counts().shift;
    }

    /** How many rows of a group lie in the buckets {@code [from, to)}, which are multiples of {@code 1 << shift()}. */
    int count(int group, int from, int to) {
        Counts known = counts();
        return group < groups ? known.starts[known.key(group, to)] - known.starts[known.key(group, from)] : 0;
    }

    /** For {@link #want}: nothing is wanted. */
    boolean[] noneWanted() {
        return new boolean[counts().starts.length - 1];
    }

    void want(boolean[] wanted, int group, int from, int to) {
        if (group < groups) {
            Counts known = counts();
            Arrays.fill(wanted, known.key(group, from), known.key(group, to), true);
        }
    }

    /** The values of what is wanted. */
    Picked pick(boolean[] wanted) {
        Counts known = counts();
        int[] next = new int[wanted.length + 1];
        for (int key = 0; key < wanted.length; key++) {
            next[key + 1] = next[key] + (wanted[key] ? known.count(key) : 0);
        }
        int[] starts = next.clone();
        int[] rows = new int[next[wanted.length]];
        int[] scratch = new int[RowBatches.BLOCK];
        for (Chunk chunk : chunks) {
            int[] keys = chunk.keys(scratch);
            for (int i = 0; i < chunk.size; i++) {
                int key = keys[i] >> known.shift;
                if (wanted[key]) {
                    rows[next[key]++] = chunk.row(i);
                }
            }
        }
        long[] ranks = new long[rows.length]; // read in a loop of their own, so that one is not waited for by the next
        for (int i = 0; i < rows.length; i++) {
            ranks[i] = buckets.rank(rows[i]);
        }
        return new Picked(starts, ranks);
    }

    /** Copies the values of a group in the buckets {@code [from, to)}, which were wanted. @return so many */
    int copy(Picked picked, int group, int from, int to, long[] into, int at) {
        int count = count(group, from, to);
        if (count > 0) {
            System.arraycopy(picked.ranks, picked.starts[counts().key(group, from)], into, at, count);
        }
        return count;
    }

    long sizeBytes() {
        Counts known = counts;
        return 64 + chunkBytes + (known == null ? 0 : 4L * known.starts.length);
    }
}
