package keensparrow.core.engine.rows;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.BooleanSupplier;
import keensparrow.core.parallel.Cancellation;
import keensparrow.core.parallel.ParallelRunner;
import org.jspecify.annotations.Nullable;

/**
 * Rows in order, sorted only where somebody looks. They are dealt out by the highest bits in which their keys differ, as
 * a radix sort does that begins with the most significant digit; of the parts that this makes, only those are gone on
 * with that the rows wanted lie in. A page at any depth of a new order so costs little more than one look at each key,
 * and the next pages nothing like it. Safe for several threads.
 */
final class IncrementalSort {
    /** Rows of a part that is sorted in one go. */
    private static final int SMALL = 1 << 13;

    private static final int PIECE = 1 << 16; // rows that a worker looks at before it takes the next ones
    private static final int BLOCK = 1 << 10; // rows whose keys are read at a time: they stay in the cache
    private static final int MAX_DIGIT = 11;
    private static final int ROWS_A_PART = 1 << 8; // on average, at least
    private static final int BYTES_A_PART = 96;

    private final RowOrder order;
    private final ParallelRunner runner;
    private int[] rows;
    private final TreeMap<Integer, Part> unsorted = new TreeMap<>(); // by the first place

    /** Places {@code [from, to)}, whose rows are equal in all columns before {@code column}. */
    private record Part(int from, int to, int column) {
        int size() {
            return to - from;
        }
    }

    /** Takes over the rows, which come in the order of the dataset. */
    IncrementalSort(RowOrder order, int[] rows, ParallelRunner runner) {
        this.order = order;
        this.runner = runner;
        this.rows = rows;
        add(new Part(0, rows.length, 0));
    }

    /** Rows at the places {@code [from, to)}, which are inside the bounds. */
    synchronized int[] range(int from, int to, BooleanSupplier cancelled) {
        for (Part part = partIn(from, to); part != null; part = partIn(from, to)) {
            refine(part, cancelled);
        }
        return Arrays.copyOfRange(rows, from, to);
    }

    /** All rows; not to be written to. */
    synchronized int[] all(BooleanSupplier cancelled) {
        for (Part part = partFrom(0); part != null; ) {
            boolean isLarge = part.size() > SMALL;
            if (isLarge) {
                partition(part, cancelled);
            }
            part = partFrom(isLarge ? part.from() : part.to());
        }
        List<Part> parts = new ArrayList<>(unsorted.values());
        runner.run(parts.size(), (worker, piece) -> sort(parts.get(piece), cancelled));
        unsorted.clear();
        return rows;
    }

    /** About as much as it ever has; the same at all times, as caches want it. */
    long sizeBytes() {
        return 4L * rows.length + (long) BYTES_A_PART * (rows.length / ROWS_A_PART);
    }

    private void add(Part part) {
        if (part.size() > 1 && part.column() < order.columns()) {
            unsorted.put(part.from(), part);
        }
    }

    @Nullable
    private Part partIn(int from, int to) {
        Map.Entry<Integer, Part> last = unsorted.lowerEntry(to);
        return last == null || last.getValue().to() <= from ? null : last.getValue();
    }

    @Nullable
    private Part partFrom(int place) {
        Map.Entry<Integer, Part> next = unsorted.ceilingEntry(place);
        return next == null ? null : next.getValue();
    }

    private void refine(Part part, BooleanSupplier cancelled) {
        if (part.size() > SMALL) {
            partition(part, cancelled);
        } else {
            sort(part, cancelled);
            unsorted.remove(part.from());
        }
    }

    private void sort(Part part, BooleanSupplier cancelled) {
        int[] sorted = order.sort(Arrays.copyOfRange(rows, part.from(), part.to()), cancelled);
        System.arraycopy(sorted, 0, rows, part.from(), sorted.length);
    }

    /** Deals the rows of a part out, those with equal keys in the order they have; changes nothing when cancelled. */
    private void partition(Part part, BooleanSupplier cancelled) {
        int pieces = (part.size() + PIECE - 1) / PIECE;
        long[][] keys = new long[pieces][]; // not one array, which would be a huge one for the collector
        KeyRange[] ranges = new KeyRange[pieces];
        inPieces(part, cancelled, (piece, from, to) -> {
            keys[piece] = new long[to - from];
            ranges[piece] = read(part.column(), from, keys[piece]);
        });
        KeyRange range = Arrays.stream(ranges).reduce(KeyRange.NONE, KeyRange::and);
        int bits = range.bits();
        int most = Math.min(MAX_DIGIT, Integer.SIZE - Integer.numberOfLeadingZeros(part.size() / ROWS_A_PART));
        int digit = Math.min(bits, most);
        int shift = bits - digit;
        int[][] starts = new int[pieces][];
        inPieces(part, cancelled, (piece, from, to) -> starts[piece] = count(keys[piece], range, shift, digit));
        List<Part> parts = toStarts(starts, part, shift == 0);
        int[] dealt = new int[part.size()];
        inPieces(part, cancelled, (piece, from, to) -> deal(keys[piece], from, range, shift, starts[piece], dealt));
        if (dealt.length == rows.length) {
            rows = dealt;
        } else {
            System.arraycopy(dealt, 0, rows, part.from(), dealt.length);
        }
        unsorted.remove(part.from());
        parts.forEach(this::add);
    }

    /** Work on the places {@code [from, to)}. */
    private interface Piecework {
        void run(int piece, int from, int to);
    }

    private void inPieces(Part part, BooleanSupplier cancelled, Piecework work) {
        runner.run((part.size() + PIECE - 1) / PIECE, (worker, piece) -> {
            Cancellation.stopIf(cancelled);
            int from = part.from() + piece * PIECE;
            work.run(piece, from, Math.min(part.to(), from + PIECE));
        });
    }

    /** Fills in the keys of the rows that follow a place. */
    private KeyRange read(int column, int place, long[] keys) {
        long[] block = new long[Math.min(BLOCK, keys.length)];
        KeyRange range = KeyRange.NONE;
        for (int first = 0; first < keys.length; first += BLOCK) {
            int count = Math.min(BLOCK, keys.length - first);
            order.fill(column, Arrays.copyOfRange(rows, place + first, place + first + count), block);
            range = range.and(KeyRange.of(block, count));
            System.arraycopy(block, 0, keys, first, count);
        }
        return range;
    }

    private static int[] count(long[] keys, KeyRange range, int shift, int digit) {
        int[] counts = new int[1 << digit];
        for (long key : keys) {
            counts[(int) (range.offset(key) >>> shift)]++;
        }
        return counts;
    }

    private void deal(long[] keys, int place, KeyRange range, int shift, int[] next, int[] dealt) {
        int[] from = rows;
        for (int i = 0; i < keys.length; i++) {
            dealt[next[(int) (range.offset(keys[i]) >>> shift)]++] = from[place + i];
        }
    }

    /** Makes the counts of each piece the places where its rows begin. */
    private static List<Part> toStarts(int[][] counts, Part of, boolean isColumnDone) {
        List<Part> parts = new ArrayList<>();
        int next = 0;
        for (int value = 0; value < counts[0].length; value++) {
            int from = next;
            for (int[] piece : counts) {
                int count = piece[value];
                piece[value] = next;
                next += count;
            }
            parts.add(new Part(of.from() + from, of.from() + next, of.column() + (isColumnDone ? 1 : 0)));
        }
        return parts;
    }
}
