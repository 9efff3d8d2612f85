package keensparrow.core.layout;

import java.util.List;
import java.util.Set;
import keensparrow.core.infer.source.BlockReader;
import keensparrow.core.infer.source.RowSource;
import org.jspecify.annotations.Nullable;

/** A sheet, or a file of text: cells in rows before anyone has said where the table is. Can be read more than once. */
public interface RawSheet {
    /** Of the sheet in its workbook; empty for the only one of a file. */
    String name();

    Grid grid();

    /** Hands on all cells from the first column on, empty ones too; rows without cells may be left out. */
    void read(RowSource.CellHandler handler);

    /**
     * All rows below the first, in blocks, where that is quicker; null where it is not.
     *
     * @param headings of the columns, which are all read
     */
    default @Nullable BlockReader blocks(List<String> headings) {
        return null;
    }

    /** Whether a row with fewer cells than the others is worth a word: in text it is, in a workbook cells are just empty. */
    default boolean isText() {
        return false;
    }

    /** Whether the first row is known to be the headings and all below it rows of values, as with lists of objects. */
    default boolean hasHeadings() {
        return false;
    }

    /** What was met while its cells were read, as sentences. */
    default List<String> notes() {
        return List.of();
    }

    default boolean isHidden() {
        return false;
    }

    default List<Merge> merges() {
        return List.of();
    }

    /** Numbers of rows that the workbook hides. */
    default Set<Long> hiddenRows() {
        return Set.of();
    }

    /** Columns, from 0, that the workbook hides. */
    default Set<Integer> hiddenColumns() {
        return Set.of();
    }
}
