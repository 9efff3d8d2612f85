package keensparrow.core.layout;

import java.util.List;

/**
 * Where a table stands in a sheet, in rows from 1 and columns from 0 as the sheet has them.
 *
 * @param headingRow the first row of headings; 0 when there are none and columns are numbered
 * @param headingRows how many, their texts are joined; 0 when there are none
 * @param firstRow first row of values
 * @param lastRow last row of values; {@link Long#MAX_VALUE} when it ends with the sheet
 * @param droppedAtEnd of the rows with cells at the end of the sheet, how many are left out
 * @param firstColumn the first, @param lastColumn the last column, included
 * @param leftOutColumns between them
 * @param fillDown whether values of merged cells stand for all rows of the merge
 * @param leftOutRows numbers of rows within that sum up others
 */
public record TableArea(
        long headingRow,
        int headingRows,
        long firstRow,
        long lastRow,
        int droppedAtEnd,
        int firstColumn,
        int lastColumn,
        List<Integer> leftOutColumns,
        boolean fillDown,
        List<Long> leftOutRows) {
    public TableArea {
        leftOutColumns = List.copyOf(leftOutColumns);
        leftOutRows = List.copyOf(leftOutRows);
    }

    /** {@code A}, {@code Z}, {@code AA}. */
    public static String columnName(int column) {
        String rest = column < 26 ? "" : columnName(column / 26 - 1);
        return rest + (char) ('A' + column % 26);
    }
}
