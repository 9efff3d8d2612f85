package keensparrow.core.layout;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import keensparrow.core.words.Words;

/**
 * Delimited texts in which each row begins with a name or number of its own that the headings do not count: the first
 * heading stands over the second cell. Programs for statistics write such files.
 */
final class RowNames {
    static final String NOTE = Words.say("layout.everyRowHasOneCell");

    private static final Pattern NUMBER = Pattern.compile("[-+]?[\\d.,]+");
    private static final int MAX_COUNT = 9;
    private static final int MIN_ROWS = 3;
    private static final double MOSTLY = 0.9;

    private RowNames() {}

    /** Whether the headings of the area stand one column too far to the left. */
    static boolean areIn(RawSheet sheet, TableArea area) {
        int width = area.lastColumn() - area.firstColumn() + 1;
        boolean plain = sheet.isText()
                && area.headingRows() == 1
                && area.leftOutColumns().isEmpty();
        if (!plain || width < 2 || area.firstColumn() > 0) {
            return false;
        }
        Set<String> names = new HashSet<>();
        boolean counted = true;
        int rows = 0;
        int full = 0;
        for (RawRow row : sheet.grid().head()) {
            if (row.number() == area.headingRow() && (row.width() != width - 1 || row.filled(0, width) < width - 1)) {
                return false;
            }
            if (row.number() >= area.firstRow() && row.number() <= area.lastRow()) {
                counted = counted && isCount(row.text(0), rows);
                rows++;
                full += row.width() == width ? 1 : 0;
                if (row.width() > width || row.text(0).isEmpty() || !names.add(row.text(0))) {
                    return false;
                }
            }
        }
        boolean areWords = names.stream().noneMatch(name -> NUMBER.matcher(name).matches());
        return rows >= MIN_ROWS && full >= rows * MOSTLY && (counted || areWords);
    }

    /** Whether it is the place of the row, counted from 0 or from 1, with zeros before it or not. */
    private static boolean isCount(String text, int row) {
        if (text.length() > MAX_COUNT
                || !NUMBER.matcher(text).matches()
                || text.indexOf('.') >= 0
                || text.indexOf(',') >= 0) {
            return false;
        }
        int count = Integer.parseInt(text);
        return count == row || count == row + 1;
    }

    /** The headings where they belong: the column of names has none. */
    static List<String> moved(List<String> headings) {
        List<String> moved = new ArrayList<>(headings.subList(0, headings.size() - 1));
        moved.add(0, "");
        return moved;
    }
}
