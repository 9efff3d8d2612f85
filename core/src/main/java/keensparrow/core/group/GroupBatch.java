package keensparrow.core.group;

import java.util.Arrays;
import keensparrow.core.rows.RowBatches;

/** Rows with their group ids, reused from batch to batch. */
public final class GroupBatch {
    private int[] rows = new int[RowBatches.BLOCK];
    private int[] ids = new int[RowBatches.BLOCK];
    private int size;

    public int[] rows() {
        return rows;
    }

    public int[] ids() {
        return ids;
    }

    public int size() {
        return size;
    }

    /** Room for as many entries; what was there is lost. */
    void reset(int capacity) {
        if (capacity > rows.length) {
            rows = new int[capacity];
            ids = new int[capacity];
        }
        size = capacity;
    }

    void clear() {
        size = 0;
    }

    void add(int row, int id) {
        if (size == rows.length) {
            rows = Arrays.copyOf(rows, size * 2);
            ids = Arrays.copyOf(ids, size * 2);
        }
        rows[size] = row;
        ids[size++] = id;
    }

    /** The rows as they are, each in the group with id 0. */
    public void single(int[] from, int count) {
        reset(count);
        System.arraycopy(from, 0, rows, 0, count);
        Arrays.fill(ids, 0, count, 0);
    }
}
