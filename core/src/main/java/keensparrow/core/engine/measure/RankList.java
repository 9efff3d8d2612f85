package keensparrow.core.engine.measure;

import java.util.Arrays;
import java.util.function.LongConsumer;

/**
 * Values as they came, of which those at some places in order are found without sorting all: once they are asked for,
 * values are put into buckets of their size, and only the buckets that are looked into are sorted.
 */
final class RankList {
    private static final int SHORT = 48; // sorted at once
    private static final int A_BUCKET = 32; // values in one, about
    private static final int MAX_BUCKETS = 1 << 12;
    private static final int SAMPLE = 128;
    private static final int[] NONE = {};

    private long[] values = new long[4];
    private int size;
    private int[] starts = NONE; // of each bucket, and the end of the last; empty while there are none
    private boolean[] sorted = {};

    void add(long value) {
        if (size == values.length) {
            values = Arrays.copyOf(values, size * 2);
        }
        values[size++] = value;
        starts = NONE;
    }

    /** Takes in all values of another list, which may be read elsewhere meanwhile. */
    void addAll(RankList other) {
        synchronized (other) {
            if (size + other.size > values.length) {
                values = Arrays.copyOf(values, Math.max(size + other.size, size * 2));
            }
            System.arraycopy(other.values, 0, values, size, other.size);
            size += other.size;
        }
        starts = NONE;
    }

    int size() {
        return size;
    }

    /** Every value, in no order. */
    synchronized void each(LongConsumer taker) {
        for (int i = 0; i < size; i++) {
            taker.accept(values[i]);
        }
    }

    /** Gets ready for questions after places. */
    synchronized void settle() {
        if (starts.length == 0 && size > 0) {
            divide();
        }
    }

    /** The value at a place in order. */
    synchronized long at(int place) {
        settle();
        int found = Arrays.binarySearch(starts, place);
        int bucket = found >= 0 ? found : -found - 2;
        while (starts[bucket + 1] <= place) { // empty ones begin at the same place
            bucket++;
        }
        if (!sorted[bucket]) {
            Arrays.sort(values, starts[bucket], starts[bucket + 1]);
            sorted[bucket] = true;
        }
        return values[place];
    }

    private void divide() {
        int buckets = Math.min(MAX_BUCKETS, Integer.highestOneBit(Math.max(1, size / A_BUCKET)));
        long[] sample = sample();
        long low = sample[1]; // what lies beyond, such as a lone value far out, goes into the first or last bucket
        double scale = (buckets - 2) / ((double) sample[sample.length - 2] - (double) low);
        if (size <= SHORT || buckets < 4 || !(scale > 0) || Double.isInfinite(scale)) {
            starts = new int[] {0, size};
            sorted = new boolean[1];
            return;
        }
        int[] next = new int[buckets + 1];
        for (int i = 0; i < size; i++) {
            next[bucket(values[i], low, scale, buckets) + 1]++;
        }
        for (int b = 0; b < buckets; b++) {
            next[b + 1] += next[b];
        }
        int[] begins = next.clone();
        long[] placed = new long[size];
        for (int i = 0; i < size; i++) {
            long value = values[i];
            placed[next[bucket(value, low, scale, buckets)]++] = value;
        }
        values = placed;
        starts = begins;
        sorted = new boolean[buckets];
    }

    /** Rises with the value. */
    private static int bucket(long value, long low, double scale, int buckets) {
        double place = ((double) value - (double) low) * scale;
        return place < 0 ? 0 : (int) Math.min(buckets - 1.0, place + 1);
    }

    private long[] sample() {
        long[] sample = new long[Math.min(SAMPLE, Math.max(size, 2))];
        for (int i = 0; i < sample.length; i++) {
            sample[i] = values[(int) ((long) i * size / sample.length)];
        }
        Arrays.sort(sample);
        return sample;
    }

    long sizeBytes() {
        return 64 + 8L * values.length + 5L * starts.length;
    }
}
