package keensparrow.core.engine.rows;

import keensparrow.core.engine.scan.Batch;
import keensparrow.core.engine.scan.PartialResult;

/** The first rows under a sort, found without sorting the others, and how many rows there are in all. */
public final class TopN implements PartialResult {
    /** Pages that end further down are cut from the sorted rows instead. */
    public static final int MAX = 2000;

    private final RowOrder order;
    private final int[] rows; // a heap whose top comes last of those kept
    private final long[] keys; // first key of each
    private int kept;
    private long seen;

    public TopN(RowOrder order, int wanted) {
        this.order = order;
        this.rows = new int[wanted];
        this.keys = new long[wanted];
    }

    /** Of rows that are known to be the first, among {@code seen} in all. */
    static TopN of(RowOrder order, int wanted, int[] first, int seen) {
        TopN top = new TopN(order, wanted);
        for (int row : first) {
            top.offer(row);
        }
        top.seen = seen;
        return top;
    }

    @Override
    public void add(Batch batch) {
        seen += batch.size();
        int[] numbers = batch.rows();
        for (int i = 0; i < batch.size(); i++) {
            offer(numbers[i]);
        }
    }

    private void offer(int row) {
        if (rows.length == 0) {
            return;
        }
        long key = order.key(0, row);
        boolean wanted = kept < rows.length || (key <= keys[0] && order.isBefore(key, row, keys[0], rows[0]));
        if (!wanted) {
            return;
        }
        if (kept < rows.length) {
            rows[kept] = row;
            keys[kept] = key;
            rise(kept++);
        } else {
            rows[0] = row;
            keys[0] = key;
            sink();
        }
    }

    private void rise(int from) {
        int at = from;
        while (at > 0 && isBefore((at - 1) / 2, at)) {
            swap(at, (at - 1) / 2);
            at = (at - 1) / 2;
        }
    }

    private void sink() {
        int at = 0;
        while (true) {
            int last = at;
            for (int child = 2 * at + 1; child <= 2 * at + 2 && child < kept; child++) {
                last = isBefore(last, child) ? child : last;
            }
            if (last == at) {
                return;
            }
            swap(at, last);
            at = last;
        }
    }

    private boolean isBefore(int a, int b) {
        return order.isBefore(keys[a], rows[a], keys[b], rows[b]);
    }

    private void swap(int a, int b) {
        int row = rows[a];
        rows[a] = rows[b];
        rows[b] = row;
        long key = keys[a];
        keys[a] = keys[b];
        keys[b] = key;
    }

    /** Which row would follow those kept is not known: it is found anew. */
    @Override
    public void remove(Batch batch) {
        throw new UnsupportedOperationException();
    }

    @Override
    public boolean isReversible() {
        return false;
    }

    @Override
    public TopN empty() {
        return new TopN(order, rows.length);
    }

    TopN copy() {
        TopN copy = new TopN(order, rows.length);
        copy.merge(this);
        return copy;
    }

    @Override
    public void merge(PartialResult part) {
        TopN other = (TopN) part;
        for (int i = 0; i < other.kept; i++) {
            offer(other.rows[i]);
        }
        seen += other.seen;
    }

    public int rowCount() {
        return (int) seen;
    }

    /** The rows kept, in order. */
    public int[] sorted() {
        TopN rest = copy();
        int[] sorted = new int[kept];
        for (int i = kept - 1; i >= 0; i--) {
            sorted[i] = rest.rows[0];
            rest.kept--;
            rest.swap(0, rest.kept);
            rest.sink();
        }
        return sorted;
    }

    @Override
    public long sizeBytes() {
        return 64 + 12L * rows.length;
    }

    /** The first so many rows under a sort. */
    public record Spec(Sorting sorting, int count) {}
}
