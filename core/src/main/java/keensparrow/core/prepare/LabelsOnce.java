package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;

/** Finds columns of labels that are written once above the block of rows that they belong to. */
final class LabelsOnce {
    private static final int LOOKED_AT = 20_000;
    private static final int MIN_ROWS = 4;
    private static final double MIN_BLANK = 0.3;
    private static final double MAX_BLANK = 0.99;
    private static final double NEARLY_ALL = 0.9;

    private LabelsOnce() {}

    /** The leftmost columns of texts in which only the first row of each block has its label. */
    static List<ColumnInfo> find(Table table) {
        List<ColumnInfo> found = new ArrayList<>();
        List<ColumnInfo> infos = table.schema().columns();
        for (int i = 0; i + 1 < infos.size() && i == found.size(); i++) {
            boolean once = table.columns().get(i) instanceof TextColumn texts
                    && texts.rowCount() >= MIN_ROWS
                    && isOfBlocks(texts)
                    && restIsFilled(table, i + 1);
            if (once) {
                found.add(infos.get(i));
            }
        }
        return found;
    }

    private static boolean isOfBlocks(TextColumn texts) {
        int rows = Math.min(LOOKED_AT, texts.rowCount());
        int blanks = 0;
        int repeats = 0; // a label right below itself: not written once
        int before = -1;
        for (int row = 0; row < rows; row++) {
            if (texts.isBlank(row)) {
                blanks++;
            } else {
                repeats += texts.codes().code(row) == before ? 1 : 0;
                before = texts.codes().code(row);
            }
        }
        return !texts.isBlank(0)
                && repeats == 0
                && texts.dictionarySize() > 1
                && blanks >= rows * MIN_BLANK
                && blanks <= rows * MAX_BLANK;
    }

    /** Whether some column behind says something of nearly every row. */
    private static boolean restIsFilled(Table table, int from) {
        return table.columns().subList(from, table.columns().size()).stream()
                .anyMatch(column -> column.blankCount() <= table.rowCount() * (1 - NEARLY_ALL));
    }
}
