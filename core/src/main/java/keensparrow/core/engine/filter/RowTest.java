package keensparrow.core.engine.filter;

import java.util.stream.IntStream;
import keensparrow.core.column.Bits;
import keensparrow.core.rows.RowSet;

/** A filter made ready for one table: says for any stretch of rows which of them pass. Safe for several threads. */
public interface RowTest {
    /** Words that a thread fills at a time. */
    int PIECE = 1024;

    /**
     * Sets the bit of each row that passes and clears those of the others, for the words {@code [from, to)} of the
     * table, each written to {@code out[word - shift]}; bits beyond the last row are cleared.
     */
    void fill(int from, int to, long[] out, int shift);

    /** The rows of a whole table of so many rows. */
    default RowSet select(int rowCount) {
        long[] words = new long[Bits.words(rowCount)];
        IntStream.range(0, (words.length + PIECE - 1) / PIECE)
                .parallel()
                .forEach(piece -> fill(piece * PIECE, Math.min(words.length, (piece + 1) * PIECE), words, 0));
        return new RowSet(rowCount, words);
    }
}
