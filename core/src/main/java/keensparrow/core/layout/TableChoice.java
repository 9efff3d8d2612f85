package keensparrow.core.layout;

import org.jspecify.annotations.Nullable;

/**
 * What the author says about a table in a sheet; null is: as found. Rows count from 1, columns from 0.
 *
 * @param file of an archive; null for the only one or the likeliest
 * @param sheet its name; null for the only one or the likeliest
 * @param table which of the tables found in the sheet, from 0; null for the first
 * @param headingRow 0 for none
 * @param lastRow 0 for the end of the sheet
 * @param hiddenRows whether hidden rows are read; null reads them
 * @param hiddenColumns whether hidden columns are read; null reads them
 * @param totals whether rows within that sum up others are read; null leaves them out
 */
public record TableChoice(
        @Nullable String file,
        @Nullable String sheet,
        @Nullable Integer table,
        @Nullable Long headingRow,
        @Nullable Integer headingRows,
        @Nullable Long lastRow,
        @Nullable Integer firstColumn,
        @Nullable Integer lastColumn,
        @Nullable Boolean fillDown,
        @Nullable Boolean hiddenRows,
        @Nullable Boolean hiddenColumns,
        @Nullable Boolean totals) {
    public static final TableChoice AS_FOUND =
            new TableChoice(null, null, null, null, null, null, null, null, null, null, null, null);

    /** The table in that sheet. */
    public static TableChoice of(String sheet, int table) {
        return new TableChoice(null, sheet, table, null, null, null, null, null, null, null, null, null);
    }

    /** The same of one file of an archive. */
    public TableChoice in(String archived) {
        return new TableChoice(
                archived,
                sheet,
                table,
                headingRow,
                headingRows,
                lastRow,
                firstColumn,
                lastColumn,
                fillDown,
                hiddenRows,
                hiddenColumns,
                totals);
    }

    /** Whether it speaks of that sheet of that file. */
    public boolean isOf(String otherFile, String otherSheet) {
        return (file == null || file.equals(otherFile)) && (sheet == null || sheet.equals(otherSheet));
    }
}
