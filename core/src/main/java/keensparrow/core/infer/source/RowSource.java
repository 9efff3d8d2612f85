package keensparrow.core.infer.source;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** Raw cells in rows, from a file or a query. Can be read more than once, each time from the start. */
public interface RowSource {
    /** What people call it: the name of the file. */
    String name();

    /** Hands every row to {@code handler}. @throws keensparrow.core.error.UserException when it cannot be read on */
    void read(CellHandler handler);

    /**
     * The same rows in blocks, where that is quicker; null where it is not. To be closed by the caller.
     *
     * @throws keensparrow.core.error.UserException when it cannot be read
     */
    default @Nullable BlockReader blocks() {
        return null;
    }

    /** What is to be told of what was left out in the last reading. */
    default List<String> notes() {
        return List.of();
    }

    /** Whether a row without any value is a row, as an object without values is, and no empty line. */
    default boolean hasEmptyRows() {
        return false;
    }

    /** Takes cells in order. */
    interface CellHandler {
        /** The next cell of the row: {@code chars[offset .. offset + length)}, valid during the call alone. */
        void cell(char[] chars, int offset, int length);

        /** The same from a source that knows what its cells are. */
        default void typed(CellKind kind, char[] chars, int offset, int length) {
            cell(chars, offset, length);
        }

        /** @param line number of the row's first line in the file, from 1 */
        void endRow(long line);
    }
}
