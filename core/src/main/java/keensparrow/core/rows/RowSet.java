package keensparrow.core.rows;

import keensparrow.core.column.Bits;

/** A set of rows of one table, as bits. Immutable; set operations cost O(rows / 64). */
public final class RowSet {
    private final int rowCount;
    private final long[] words;
    private final int size;

    /** Takes over the words; bits beyond the last row must be clear. */
    public RowSet(int rowCount, long[] words) {
        this.rowCount = rowCount;
        this.words = words;
        this.size = Bits.count(words);
    }

    public static RowSet all(int rowCount) {
        return new RowSet(rowCount, Bits.ones(rowCount));
    }

    public static RowSet none(int rowCount) {
        return new RowSet(rowCount, new long[Bits.words(rowCount)]);
    }

    /** Rows of the table the set is over. */
    public int rowCount() {
        return rowCount;
    }

    /** Rows in the set. */
    public int size() {
        return size;
    }

    public boolean contains(int row) {
        return Bits.get(words, row);
    }

    /** The bits themselves, not to be written to. */
    public long[] words() {
        return words;
    }

    public RowSet and(RowSet other) {
        long[] result = new long[words.length];
        for (int i = 0; i < result.length; i++) {
            result[i] = words[i] & other.words[i];
        }
        return new RowSet(rowCount, result);
    }

    public RowSet or(RowSet other) {
        long[] result = new long[words.length];
        for (int i = 0; i < result.length; i++) {
            result[i] = words[i] | other.words[i];
        }
        return new RowSet(rowCount, result);
    }

    /** Rows that are not in this set. */
    public RowSet complement() {
        long[] result = new long[words.length];
        for (int i = 0; i < result.length; i++) {
            result[i] = ~words[i];
        }
        Bits.clearBeyond(result, rowCount);
        return new RowSet(rowCount, result);
    }

    public RowBatches batches() {
        return new RowBatches(words);
    }

    /** The row numbers in rising order. */
    public int[] toArray() {
        int[] rows = new int[size];
        int next = 0;
        for (RowBatches batch = batches(); batch.next(); ) {
            System.arraycopy(batch.rows(), 0, rows, next, batch.size());
            next += batch.size();
        }
        return rows;
    }
}
