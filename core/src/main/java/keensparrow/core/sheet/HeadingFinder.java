package keensparrow.core.sheet;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import keensparrow.core.infer.CellLook;

/** Finds which rows of a block are its headings. */
final class HeadingFinder {
    private static final int LOOKED_AT = 60;
    private static final int MOST_ROWS = 3;
    private static final double LEAST_COVERAGE = 0.6;

    private final Block block;
    private final List<Merge> merges;
    private final int width;

    HeadingFinder(Block block, List<Merge> merges) {
        this.block = block;
        this.merges = merges;
        this.width = block.width();
    }

    /**
     * Rows of the block.
     *
     * @param first the first row of headings, or of values when there are none
     * @param rows how many rows of headings; 0 for none
     */
    record Headings(int first, int rows) {}

    Headings find() {
        int start = -1;
        for (int i = 0; i < Math.min(block.size(), LOOKED_AT); i++) {
            if (covers(i) && goesOn(i)) {
                if (isHeading(i)) {
                    return withOthers(i);
                }
                start = start < 0 ? i : start;
                if (block.count(i, CellLook.NUMBER) > 0 || block.count(i, CellLook.DATE) > 0) {
                    break; // values: what comes below is no heading of them
                }
            }
        }
        return new Headings(Math.max(0, start), 0);
    }

    private boolean covers(int i) {
        return block.filled(i) >= Math.max(width < 2 ? 1 : 2, Math.ceil(width * LEAST_COVERAGE)) || mergedOver(i);
    }

    /** Few cells, but merged ones that lie over several columns and leave some uncovered. */
    private boolean mergedOver(int i) {
        int covered = 0;
        boolean whole = false;
        for (Merge merge : merges) {
            if (merge.top() == block.number(i) && merge.left() >= block.from && merge.right() < block.to) {
                int wide = merge.right() - merge.left() + 1;
                covered += wide;
                whole |= wide >= Math.max(2, width - 1);
            }
        }
        return !whole
                && covered >= 2
                && covered + block.filled(i) >= width * LEAST_COVERAGE
                && i + 1 < block.size()
                && !block.isAfterGap(i + 1);
    }

    /** Whether something like a table follows: a title with a date beside it stands alone. */
    private boolean goesOn(int i) {
        if (i + 1 >= block.size()) {
            return true;
        }
        boolean emptyBelow = block.isAfterGap(i + 1);
        return !emptyBelow || (i + 2 < block.size() && !block.isAfterGap(i + 2) && block.filled(i) >= width);
    }

    private boolean isHeading(int i) {
        int filled = block.filled(i);
        int words = block.count(i, CellLook.WORD);
        if (words == 0 && !arePeriods(i)) {
            return false;
        }
        int values = 0;
        int contrast = 0;
        for (int column = block.from; column < block.to; column++) {
            if (i + 1 < block.size() && block.isOfValues(column, i + 1)) {
                values += block.look(i, column) == CellLook.EMPTY ? 0 : 1;
                contrast += block.look(i, column) == CellLook.WORD ? 1 : 0;
            }
        }
        if (values > 0 && contrast * 2 < values) {
            return arePeriods(i);
        }
        return (words >= filled * 0.5 || arePeriods(i)) && (values > 0 || areDistinct(i));
    }

    /** Whether the cells that are no words are years or dates that follow each other, such as months as columns. */
    private boolean arePeriods(int i) {
        double before = Double.NEGATIVE_INFINITY;
        int periods = 0;
        for (int column = block.from; column < block.to; column++) {
            CellLook look = block.look(i, column);
            if (look == CellLook.DATE) {
                periods++;
            } else if (look == CellLook.NUMBER) {
                double year = year(block.row(i).text(column));
                boolean newGroup = i > 0 && !block.isAfterGap(i) && block.look(i - 1, column) == CellLook.WORD;
                if (year == Double.NEGATIVE_INFINITY || (year <= before && !newGroup)) {
                    return false;
                }
                before = year;
                periods++;
            }
        }
        boolean datesBelow = i + 1 < block.size() && block.count(i + 1, CellLook.DATE) >= block.count(i, CellLook.DATE);
        return periods >= 2 && !(block.count(i, CellLook.DATE) > 0 && datesBelow);
    }

    private static double year(String text) {
        if (!text.matches("(19|20|21)\\d\\d")) {
            return Double.NEGATIVE_INFINITY;
        }
        return Integer.parseInt(text);
    }

    private boolean areDistinct(int i) {
        Set<String> seen = new HashSet<>();
        int filled = 0;
        for (int column = block.from; column < block.to; column++) {
            String text = block.row(i).text(column);
            if (!text.isEmpty()) {
                filled++;
                seen.add(text);
            }
        }
        return seen.size() * 2 >= filled;
    }

    private Headings withOthers(int i) {
        int first = i;
        int last = i;
        if (first > 0 && !block.isAfterGap(first) && isUpper(first - 1)) {
            first--;
        }
        while (last - first + 1 < MOST_ROWS && last + 2 < block.size() && isLower(last + 1)) {
            last++;
        }
        return new Headings(first, last - first + 1);
    }

    /** Whether the row above names groups of columns. */
    private boolean isUpper(int i) {
        int filled = block.filled(i);
        if (block.count(i, CellLook.WORD) + block.count(i, CellLook.DATE) == 0 && !arePeriods(i)) {
            return false;
        }
        boolean atFirst = block.look(i, block.from) != CellLook.EMPTY;
        boolean spans = false;
        for (Merge merge : merges) {
            if (merge.top() == block.number(i) && merge.left() >= block.from && merge.right() < block.to) {
                spans |= merge.right() > merge.left() && merge.right() - merge.left() + 1 < width;
            }
        }
        boolean several = filled >= 2 && filled < width && (!atFirst || filled >= 3);
        return spans || several;
    }

    /** Whether the row below belongs to the headings too: names where the values under it are none. */
    private boolean isLower(int i) {
        if (block.isAfterGap(i)) {
            return false;
        }
        int values = 0;
        int words = 0;
        for (int column = block.from; column < block.to; column++) {
            if (!block.isOfValues(column, i + 1)) {
                continue;
            }
            CellLook look = block.look(i, column);
            if (look.isValue() && !block.row(i).text(column).matches("(19|20)\\d\\d")) {
                return false;
            }
            values++;
            words += look == CellLook.WORD || look.isValue() ? 1 : 0;
        }
        boolean underMerge = merges.stream()
                .anyMatch(merge -> merge.top() == block.number(i - 1)
                        && merge.left() >= block.from
                        && merge.right() < block.to
                        && (merge.right() > merge.left() || merge.bottom() > merge.top()));
        return words > 0 && words * 5 >= values * 3 || (values == 0 && underMerge);
    }
}
