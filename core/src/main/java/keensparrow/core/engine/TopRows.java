package keensparrow.core.engine;

import java.util.function.IntPredicate;
import java.util.stream.IntStream;

/** The first rows under a sort, found without sorting the others, and how many rows there are in all. */
final class TopRows implements Part {
    /** Pages that end further down are cut from the sorted rows instead. */
    static final int MOST = 2000;

    private final RowOrder order;
    private final int[] rows; // a heap whose top comes last of those kept
    private final long[] keys; // first key of each
    private int kept;
    private long seen;
    private boolean torn;
    private int[] seeds = {};
    private int boundRow = -1; // last row of the part that rows are taken out of; −1 when it keeps all of its rows
    private long boundKey;

    TopRows(RowOrder order, int wanted) {
        this.order = order;
        this.rows = new int[wanted];
        this.keys = new long[wanted];
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
        if (!wanted || (seeds.length > 0 && isKept(row))) {
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

    private boolean isKept(int row) {
        for (int i = 0; i < kept; i++) {
            if (rows[i] == row) {
                return true;
            }
        }
        return false;
    }

    /**
     * An empty part to begin again with, when this one is torn: what it keeps and still passes is known beforehand, so
     * that few other rows are ever taken in.
     */
    TopRows again(IntPredicate passes) {
        TopRows again = new TopRows(order, rows.length);
        again.seed(IntStream.range(0, kept).map(i -> rows[i]).filter(passes).toArray());
        return again;
    }

    private void seed(int[] known) {
        seeds = known;
        for (int row : known) {
            offer(row);
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

    /**
     * Rows are taken out of the part that this one was made {@link #empty} from, and will be merged into. A row that
     * leaves from among its first ones cannot be made up for: then {@link #isTorn}.
     */
    @Override
    public void remove(Batch batch) {
        seen -= batch.size();
        for (int i = 0; i < batch.size() && !torn; i++) {
            int row = batch.rows()[i];
            torn = boundRow < 0 || !order.isBefore(boundKey, boundRow, order.key(0, row), row);
        }
    }

    boolean isTorn() {
        return torn;
    }

    @Override
    public boolean isReversible() {
        return true;
    }

    @Override
    public TopRows empty() {
        TopRows empty = new TopRows(order, rows.length);
        empty.bound(this);
        empty.seed(seeds);
        return empty;
    }

    /** Whoever takes rows out for another needs to know how far down that one's rows reach. */
    private void bound(TopRows of) {
        boundRow = of.kept == of.rows.length && of.kept > 0 ? of.rows[0] : -1;
        boundKey = of.kept > 0 ? of.keys[0] : 0;
    }

    TopRows copy() {
        TopRows copy = new TopRows(order, rows.length);
        copy.seeds = seeds;
        copy.merge(this);
        return copy;
    }

    @Override
    public void merge(Part part) {
        TopRows other = (TopRows) part;
        for (int i = 0; i < other.kept; i++) {
            offer(other.rows[i]);
        }
        seen += other.seen;
        torn |= other.torn;
    }

    int rowCount() {
        return (int) seen;
    }

    /** The rows kept, in order. */
    int[] sorted() {
        TopRows rest = copy();
        int[] sorted = new int[kept];
        for (int i = kept - 1; i >= 0; i--) {
            sorted[i] = rest.rows[0];
            rest.kept--;
            rest.swap(0, rest.kept);
            rest.sink();
        }
        return sorted;
    }

    long sizeBytes() {
        return 64 + 12L * rows.length;
    }
}
