package keensparrow.core.engine.measure;

import java.util.Arrays;

/**
 * Values as they came, of which the ones at some places in order are found without sorting the others: what was split
 * for one place is not split again for the next.
 */
final class RankList {
    private static final int SHORT = 48; // sorted at once

    private long[] values = new long[4];
    private int size;
    private int[] ends = {}; // places, in order, up to which nothing is larger and from which nothing is smaller
    private int endCount;

    void add(long value) {
        if (size == values.length) {
            values = Arrays.copyOf(values, size * 2);
        }
        values[size++] = value;
        endCount = 0;
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
        endCount = 0;
    }

    int size() {
        return size;
    }

    long value(int place) {
        return values[place];
    }

    /** The value at a place in order. */
    synchronized long at(int place) {
        int after = Arrays.binarySearch(ends, 0, endCount, place);
        after = after >= 0 ? after + 1 : -after - 1;
        int from = after == 0 ? 0 : ends[after - 1];
        int to = after == endCount ? size : ends[after];
        int splits = 2 * (Integer.SIZE - Integer.numberOfLeadingZeros(size));
        while (to - from > SHORT && splits-- > 0) {
            long pivot = middle(from, to);
            int low = from;
            int at = from;
            int high = to;
            while (at < high) { // smaller ones, equal ones, larger ones
                long value = values[at];
                if (value < pivot) {
                    values[at++] = values[low];
                    values[low++] = value;
                } else if (value > pivot) {
                    values[at] = values[--high];
                    values[high] = value;
                } else {
                    at++;
                }
            }
            if (place < low) {
                to = low;
                note(low);
            } else if (place >= high) {
                from = high;
                note(high);
            } else {
                note(low);
                note(high);
                return pivot;
            }
        }
        Arrays.sort(values, from, to); // also what always splits badly
        return values[place];
    }

    /** Of nine values, three of three. */
    private long middle(int from, int to) {
        int step = (to - from) / 9;
        long[] three = new long[3];
        for (int i = 0; i < 3; i++) {
            int at = from + 3 * i * step;
            three[i] = middle(values[at], values[at + step], values[at + 2 * step]);
        }
        return middle(three[0], three[1], three[2]);
    }

    private static long middle(long a, long b, long c) {
        return Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));
    }

    private void note(int end) {
        int at = Arrays.binarySearch(ends, 0, endCount, end);
        if (at >= 0 || end == 0 || end == size) {
            return;
        }
        int place = -at - 1;
        if (endCount == ends.length) {
            ends = Arrays.copyOf(ends, Math.max(8, endCount * 2));
        }
        System.arraycopy(ends, place, ends, place + 1, endCount - place);
        ends[place] = end;
        endCount++;
    }

    long sizeBytes() {
        return 56 + 8L * values.length + 4L * ends.length;
    }
}
