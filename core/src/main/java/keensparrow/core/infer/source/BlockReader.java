package keensparrow.core.infer.source;

import java.io.Closeable;
import java.util.List;

/**
 * Hands out the text of a source in blocks of whole rows, once, from the first row of values. Rows without any cell
 * filled are left out. Several threads may ask for blocks and cut them, each its own.
 */
public interface BlockReader extends Closeable {
    /** The source is written in a way that blocks do not know: it is to be read cell by cell. */
    final class NotPlain extends RuntimeException {
        private static final long serialVersionUID = 1;

        public NotPlain() {
            super("not plain", null, false, false);
        }
    }

    /** One for each column. */
    List<String> headings();

    /**
     * Fills the block with the next rows, not cut yet.
     *
     * @return false when there are no more
     * @throws NotPlain when it must be read cell by cell
     */
    boolean next(CellBlock block);

    /** Cuts the rows of a block into cells. @throws NotPlain when it must be read cell by cell */
    void cut(CellBlock block);
}
