package keensparrow.core.infer;

import java.io.Closeable;
import java.io.IOException;
import java.util.List;

/** Hands out the rows of a source in batches, once, from the first row of values. Rows without any cell filled are left out. */
public interface BatchReader extends Closeable {
    /** The source is written in a way that batches do not know: it is to be read cell by cell. */
    final class NotPlain extends RuntimeException {
        private static final long serialVersionUID = 1;

        public NotPlain() {
            super("not plain", null, false, false);
        }
    }

    /** One for each column. */
    List<String> headings();

    /**
     * Fills the batch with the next rows.
     *
     * @return false when there are no more
     * @throws keensparrow.core.error.UserException when it cannot be read on
     * @throws NotPlain when it must be read cell by cell
     */
    boolean fill(CellBatch batch);

    /** Rows with fewer cells than headings so far, and the line of the first of them. */
    long shortRows();

    long firstShort();

    /** Rows with something beyond the headings. */
    long longRows();

    long firstLong();

    @Override
    void close() throws IOException;
}
