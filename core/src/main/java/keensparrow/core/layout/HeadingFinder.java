package keensparrow.core.layout;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import keensparrow.core.infer.text.CellLook;

/** Finds which rows of a block are its headings. */
final class HeadingFinder {
    private static final Pattern YEAR = Pattern.compile("(19|20|21)\\d\\d");
    private static final int LOOKED_AT = 60;
    private static final int MAX_NAME = 120;
    private static final int MAX_ROWS = 3;
    private static final int REMARKS = 12;
    private static final double MIN_COVERAGE = 0.6;

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
                int names = namesBelowRemarks(i);
                if (names > i) {
                    return withOthers(names);
                }
                if (isHeading(i)) {
                    return withOthers(i);
                }
                start = start < 0 ? i : start;
                boolean values = block.count(i, CellLook.NUMBER) + block.count(i, CellLook.DATE) > 0;
                if (values || isLikeThoseBelow(i)) {
                    break; // values: what comes below is no heading of them
                }
            }
        }
        return new Headings(Math.max(0, start), 0);
    }

    /** A row of names in all columns that follows remarks, such as what the sheet is about and of when; −1 for none. */
    private int namesBelowRemarks(int i) {
        int own = i; // the last row of the headings that this row would begin
        if (isHeading(i) && isAllWords(i) && !isAmongRemarks(i)) {
            Headings found = withOthers(i);
            own = Math.max(found.first() + found.rows() - 1, block.filled(i) >= width - 1 ? i + 1 : i);
        }
        boolean sparse = true;
        for (int below = i + 1; below < Math.min(block.size() - 1, i + REMARKS); below++) {
            int above = block.filled(below - 1);
            if (above >= width) {
                return -1;
            }
            sparse &= above * 3 <= width * 2;
            boolean names = isAllWords(below) && block.filled(below) >= width && !block.isAfterGap(below + 1);
            if (below > own
                    && names
                    && (namesValues(below) || (block.isAfterGap(below) && sparse && areDistinct(below)))) {
                return below;
            }
        }
        return -1;
    }

    private boolean isAllWords(int i) {
        return block.count(i, CellLook.WORD) == block.filled(i);
    }

    private boolean namesValues(int i) {
        for (int column = block.from; column < block.to; column++) {
            if (block.look(i, column) == CellLook.WORD
                    && block.look(i + 1, column).isValue()) {
                return !block.isAfterGap(i + 1);
            }
        }
        return false;
    }

    private boolean covers(int i) {
        return block.filled(i) >= Math.max(width < 2 ? 1 : 2, Math.ceil(width * MIN_COVERAGE)) || mergedOver(i);
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
                && covered + block.filled(i) >= width * MIN_COVERAGE
                && i + 1 < block.size()
                && !block.isAfterGap(i + 1);
    }

    /** Whether something like a table follows: a title with a date beside it stands alone. */
    private boolean goesOn(int i) {
        if (i + 1 >= block.size()) {
            return true;
        }
        boolean emptyBelow = block.isAfterGap(i + 1);
        if (emptyBelow && i + 2 < block.size() && isAllWords(i + 1) && namesValues(i + 1)) {
            return false; // the headings come below
        }
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
        return (words >= filled * 0.5 || arePeriods(i)) && (values > 0 || (areDistinct(i) && !isLikeThoseBelow(i)));
    }

    private boolean isLikeThoseBelow(int i) {
        return new CellShapes(block).isLikeThoseBelow(i);
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
                boolean follows = year > before || (year == before && !hasYearBelow(i, column));
                if (year == Double.NEGATIVE_INFINITY || (!follows && !newGroup)) {
                    return false;
                }
                before = year;
                periods++;
            }
        }
        boolean datesBelow = i + 1 < block.size() && block.count(i + 1, CellLook.DATE) >= block.count(i, CellLook.DATE);
        return periods >= 2 && !(block.count(i, CellLook.DATE) > 0 && datesBelow);
    }

    /** A year above years is a value like those; one that stands twice above other numbers is a heading given twice. */
    private boolean hasYearBelow(int i, int column) {
        return i + 1 < block.size() && year(block.row(i + 1).text(column)) != Double.NEGATIVE_INFINITY;
    }

    private static double year(String text) {
        if (!YEAR.matcher(text).matches()) {
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
        while (last - first + 1 < MAX_ROWS && last + 2 < block.size() && isLower(last + 1)) {
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
        boolean several = filled >= 2 && filled < width && (!atFirst || filled >= 3);
        return (spans(i) || several) && !isAmongRemarks(i);
    }

    private boolean isAmongRemarks(int i) {
        return i > 0 && !block.isAfterGap(i) && block.filled(i - 1) > 1 && !spans(i - 1);
    }

    /** Whether a cell of the row lies over several columns, not over all. */
    private boolean spans(int i) {
        for (Merge merge : merges) {
            boolean within = merge.left() >= block.from && merge.right() < block.to;
            int wide = merge.right() - merge.left() + 1;
            if (merge.top() == block.number(i) && within && wide > 1 && wide < width) {
                return true;
            }
        }
        return false;
    }

    private boolean hasLongText(int i) {
        return block.row(i).texts().stream().anyMatch(text -> text.length() > MAX_NAME);
    }

    /** Whether a word of the row stands below in the same column too: a name of a column does not. */
    private boolean comesAgain(int i) {
        for (int column = block.from; column < block.to; column++) {
            for (int below = i + 1; below < Math.min(block.size(), i + LOOKED_AT); below++) {
                boolean word = block.look(i, column) == CellLook.WORD;
                if (word && block.row(i).text(column).equals(block.row(below).text(column))) {
                    return true;
                }
            }
        }
        return false;
    }

    /** A year among years in a row, over numbers that are mostly none. */
    private boolean isYearAboveOthers(int i, int column) {
        int years = 0;
        int rows = 0;
        for (int below = i + 1; below < Math.min(block.size(), i + LOOKED_AT); below++) {
            String text = block.row(below).text(column);
            rows += text.isEmpty() ? 0 : 1;
            years += year(text) > 0 ? 1 : 0;
        }
        return year(block.row(i).text(column)) > 0 && years * 4 <= rows && arePeriods(i);
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
            if (look.isValue() && !isYearAboveOthers(i, column)) {
                return false;
            }
            values++;
            boolean mark = CellLook.canMeanBlank(block.row(i).text(column));
            words += (look == CellLook.WORD && !mark) || look.isValue() ? 1 : 0;
        }
        if (comesAgain(i) || hasLongText(i)) {
            return false;
        }
        boolean underMerge = merges.stream()
                .anyMatch(merge -> merge.top() == block.number(i - 1)
                        && merge.left() >= block.from
                        && merge.right() < block.to
                        && (merge.right() > merge.left() || merge.bottom() > merge.top()));
        return words > 0 && words * 5 >= values * 3 || (values == 0 && underMerge);
    }
}
