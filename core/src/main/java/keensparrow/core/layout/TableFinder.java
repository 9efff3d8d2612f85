package keensparrow.core.layout;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import keensparrow.core.infer.text.CellLook;
import keensparrow.core.sentence.Wording;
import keensparrow.core.words.Words;

/**
 * Finds the tables in a sheet: where their headings are, which rows and columns belong to them, what stands around them.
 * What it finds is a proposal; {@link #chosen} lets the author's word go before it.
 */
public final class TableFinder {
    private static final int FEW_CELLS = 3;
    private static final int MAX_TABLES = 20;

    private final RawSheet sheet;
    private final Grid grid;
    private final List<Merge> merges;

    private TableFinder(RawSheet sheet) {
        this.sheet = sheet;
        this.grid = sheet.grid();
        this.merges = sheet.merges();
    }

    /** The tables of a sheet, the likeliest first; none for a sheet without cells. */
    public static List<FoundTable> find(RawSheet sheet) {
        TableFinder finder = new TableFinder(sheet);
        if (finder.grid.head().isEmpty()) {
            return List.of();
        }
        if (sheet.hasHeadings()) {
            return List.of(finder.all());
        }
        List<FoundTable> found = new ArrayList<>(finder.sideBySide(finder.grid.head(), 0, finder.grid.columnCount()));
        found.sort(Comparator.comparingDouble(FoundTable::score).reversed());
        TableNotes.tellCellsBeside(sheet, found);
        return found.subList(0, Math.min(MAX_TABLES, found.size()));
    }

    private FoundTable all() {
        TableArea area =
                new TableArea(1, 1, 2, Long.MAX_VALUE, 0, 0, grid.columnCount() - 1, List.of(), false, List.of());
        List<String> headings = new HeadingTexts(sheet, area).texts();
        return new FoundTable(
                area, headings, grid.rowCount() - 1, (double) grid.rowCount() * headings.size(), List.of());
    }

    /** Tables in the columns {@code [from, to)}, parted by empty columns. */
    private List<FoundTable> sideBySide(List<RawRow> rows, int from, int to) {
        Block whole = new Block(rows, from, to);
        List<int[]> parts = parts(whole);
        if (parts.size() < 2) {
            return parts.isEmpty() ? List.of() : stacked(whole.columns(parts.get(0)[0], parts.get(0)[1]));
        }
        List<FoundTable> found = new ArrayList<>();
        int start = parts.get(0)[0];
        List<FoundTable> before = stacked(whole.columns(start, parts.get(0)[1]));
        for (int i = 1; i < parts.size(); i++) {
            List<FoundTable> beside = stacked(whole.columns(parts.get(i)[0], parts.get(i)[1]));
            if (areOne(before, beside) || isRestOf(before, beside)) {
                before = stacked(whole.columns(start, parts.get(i)[1]));
            } else {
                found.addAll(before);
                start = parts.get(i)[0];
                before = beside;
            }
        }
        found.addAll(before);
        return found;
    }

    /**
     * Whether an empty column stands within one table: both sides begin and end in the same rows. The left one may be a
     * single column without a heading, which says what the rows are.
     */
    private static boolean areOne(List<FoundTable> left, List<FoundTable> right) {
        if (left.size() != 1 || right.size() != 1) {
            return false;
        }
        TableArea a = left.get(0).area();
        TableArea b = right.get(0).area();
        Set<String> shared = new HashSet<>(left.get(0).headings());
        shared.retainAll(right.get(0).headings());
        shared.remove(""); // of columns without a name
        boolean sameEnd = a.lastRow() == b.lastRow() && a.firstRow() == b.firstRow();
        boolean namesRows = a.headingRow() == 0 && a.firstColumn() == a.lastColumn() && b.headingRow() > 0;
        return sameEnd
                && (a.headingRow() == b.headingRow() || namesRows)
                && shared.isEmpty()
                && b.firstColumn() - a.lastColumn() <= 2;
    }

    /** Whether what stands behind an empty column of a text has no headings of its own: no table, but more columns. */
    private boolean isRestOf(List<FoundTable> left, List<FoundTable> right) {
        if (!sheet.isText() || left.size() != 1 || right.size() != 1) {
            return false;
        }
        TableArea a = left.get(0).area();
        TableArea b = right.get(0).area();
        return a.headingRow() > 0
                && b.headingRow() == 0
                && b.firstRow() >= a.firstRow()
                && b.lastRow() <= a.lastRow()
                && (b.lastRow() - b.firstRow()) * 2 >= a.lastRow() - a.firstRow();
    }

    /** Runs of columns that hold something; a stray cell or two do not count. */
    private List<int[]> parts(Block block) {
        boolean[] used = new boolean[block.to - block.from];
        boolean[] named = new boolean[used.length];
        HeadingFinder.Headings headings = new HeadingFinder(block, merges).find();
        for (int i = headings.first(); i < headings.first() + headings.rows(); i++) {
            for (int column = block.from; column < block.to; column++) {
                named[column - block.from] |= block.look(i, column) != CellLook.EMPTY;
            }
        }
        int rows = block.size();
        for (int column = block.from; column < block.to; column++) {
            int filled = block.filledIn(column, 0, rows);
            boolean stray = rows > 8 && filled < FEW_CELLS && filled * 8 < rows;
            used[column - block.from] = filled > 0 && (!stray || named[column - block.from]);
        }
        List<int[]> parts = new ArrayList<>();
        for (int i = 0; i < used.length; i++) {
            if (used[i]) {
                int end = i;
                while (end < used.length && used[end]) {
                    end++;
                }
                parts.add(new int[] {block.from + i, block.from + end});
                i = end;
            }
        }
        return parts;
    }

    /** Tables under one another. */
    private List<FoundTable> stacked(Block block) {
        List<FoundTable> found = new ArrayList<>();
        Block rest = block;
        while (rest.size() > 0 && found.size() < MAX_TABLES) {
            HeadingFinder.Headings headings = new HeadingFinder(rest, merges).find();
            int first = headings.first() + headings.rows();
            if (first >= rest.size()) {
                if (found.isEmpty() && headings.rows() > 0) {
                    found.add(table(rest, headings, rest.size(), rest.size()));
                }
                break;
            }
            int next = new EndFinder(rest, first).nextTable();
            boolean atEnd = next == rest.size();
            found.add(table(rest, headings, next, next));
            if (atEnd) {
                break;
            }
            rest = rest.rows(next, rest.size());
        }
        return found;
    }

    private FoundTable table(Block block, HeadingFinder.Headings headings, int last, int size) {
        List<String> notes = new ArrayList<>();
        int first = headings.first() + headings.rows();
        if (headings.first() > 0) {
            notes.add(TableNotes.above(block, headings));
        }
        boolean open = !grid.isWhole() && last == block.size();
        List<String> endNotes = new ArrayList<>();
        int end = last;
        int dropped = 0;
        if (open) {
            Block tail = new Block(grid.tail(), block.from, block.to);
            EndFinder.End ended = new EndFinder(tail, 0).end(tail.size(), false);
            dropped = tail.size() - ended.end();
            endNotes.addAll(ended.notes());
        } else if (first < last) {
            EndFinder.End ended = new EndFinder(block, first).end(last, true);
            end = ended.end();
            endNotes.addAll(ended.notes());
        }
        Edges edges = edges(block, headings, end);
        List<Integer> leftOut = headings.rows() == 0
                ? List.of()
                : leftOut(block, headings, edges, end); // without names each keeps its place
        if (!leftOut.isEmpty()) {
            notes.add(Words.say(
                    "layout.emptyAndLeftOut",
                    "leftOut",
                    leftOut.size(),
                    "stream",
                    Wording.all(leftOut.stream().map(TableArea::columnName).toList())));
        }
        int gaps = gaps(block, first, end);
        if (gaps > 0) {
            notes.add(
                    gaps == 1
                            ? Words.say("layout.1EmptyRowWasLeft")
                            : Words.say("layout.emptyRowsWereLeftOut", "gaps", gaps));
        }
        TotalFinder.Found totals = TotalFinder.find(block, edges.from, edges.to, first, end);
        TableNotes.tellTotals(block, totals, notes);
        notes.addAll(endNotes);
        boolean fillDown = mergesDown(block, first, end, edges);
        if (fillDown) {
            notes.add(Words.say("layout.mergedCellsStandForAll"));
        }
        long lastRow = open ? Long.MAX_VALUE : end > first ? block.number(end - 1) : block.number(end - 1);
        TableArea area = new TableArea(
                headings.rows() == 0 ? 0 : block.number(headings.first()),
                headings.rows() == 0 ? 0 : (int) (block.number(first - 1) - block.number(headings.first()) + 1),
                first < block.size() ? block.number(first) : block.number(first - 1) + 1,
                lastRow,
                dropped,
                edges.from,
                edges.to - 1,
                leftOut,
                fillDown,
                totals.sure().keySet().stream().map(block::number).toList());
        long rows = (open ? grid.rowCount() - first - dropped : end - first)
                - (long) totals.sure().size();
        List<String> texts = new HeadingTexts(sheet, area).texts();
        if (headings.rows() == 0) {
            notes.add(Words.say("layout.noHeadingsWereFoundColumns"));
        } else if (headings.rows() > 1) {
            notes.add(Words.say("layout.headingsStandInRowsAnd", "rows", Wording.small(headings.rows())));
        }
        TableNotes.tellNameless(texts, headings.rows(), notes);
        if (RowNames.areIn(sheet, area)) {
            notes.add(RowNames.NOTE);
        }
        double score = Math.max(rows, 0.5)
                * texts.size()
                * (headings.rows() == 0 ? 0.8 : 1)
                * (texts.size() < 2 ? 0.3 : 1)
                * (sheet.isHidden() ? 0.01 : 1);
        return new FoundTable(area, texts, rows, score, notes);
    }

    /** Whether some cells are merged over several rows of values. */
    private boolean mergesDown(Block block, int first, int end, Edges edges) {
        if (first >= end) {
            return false;
        }
        long top = block.number(first);
        long bottom = block.number(end - 1);
        return merges.stream()
                .anyMatch(merge -> merge.bottom() > merge.top()
                        && merge.top() >= top
                        && merge.top() <= bottom
                        && merge.left() >= edges.from
                        && merge.left() < edges.to);
    }

    private record Edges(int from, int to) {}

    /** Columns with a heading or with values enough. */
    private static Edges edges(Block block, HeadingFinder.Headings headings, int end) {
        int from = block.from;
        int to = block.to;
        while (from < to - 1 && isStray(block, headings, from, end)) {
            from++;
        }
        while (to - 1 > from && (isStray(block, headings, to - 1, end) || isTooMuch(block, headings, to - 1, end))) {
            to--;
        }
        return new Edges(from, to);
    }

    private static boolean isStray(Block block, HeadingFinder.Headings headings, int column, int end) {
        int first = headings.first() + headings.rows();
        boolean named = block.filledIn(column, headings.first(), first) > 0;
        int filled = block.filledIn(column, first, end);
        return !named && (filled == 0 || (filled < FEW_CELLS && filled * 8 < end - first));
    }

    /** A last column without a heading in which few rows have something: a delimiter inside a value made it. */
    private static boolean isTooMuch(Block block, HeadingFinder.Headings headings, int column, int end) {
        int first = headings.first() + headings.rows();
        boolean named = headings.rows() == 0 || block.filledIn(column, headings.first(), first) > 0;
        return !named && block.filledIn(column, first, end) * 2 <= end - first;
    }

    private static List<Integer> leftOut(Block block, HeadingFinder.Headings headings, Edges edges, int end) {
        List<Integer> leftOut = new ArrayList<>();
        for (int column = edges.from; column < edges.to; column++) {
            if (block.filledIn(column, headings.first(), end) == 0) {
                leftOut.add(column);
            }
        }
        return leftOut;
    }

    private static int gaps(Block block, int first, int end) {
        int gaps = 0;
        for (int i = first + 1; i < end; i++) {
            gaps += (int) (block.number(i) - block.number(i - 1) - 1);
        }
        return gaps;
    }

    /** The table that the author means: one of those found, with what the author says differently. */
    public static FoundTable chosen(RawSheet sheet, List<FoundTable> found, TableChoice choice) {
        int index = choice.table() == null ? 0 : Math.max(0, Math.min(choice.table(), found.size() - 1));
        FoundTable table = found.get(index);
        TableArea area = table.area();
        long headingRow = choice.headingRow() != null ? choice.headingRow() : area.headingRow();
        int headingRows = choice.headingRows() != null
                ? choice.headingRows()
                : choice.headingRow() == null ? area.headingRows() : Math.max(1, area.headingRows());
        if (headingRow == 0 || headingRows == 0) {
            headingRows = 0;
        }
        boolean sameTop = choice.headingRow() == null && choice.headingRows() == null;
        long firstRow = sameTop
                ? area.firstRow()
                : headingRows == 0 ? (headingRow == 0 ? area.headingRow() : headingRow) : headingRow + headingRows;
        long lastRow =
                choice.lastRow() == null ? area.lastRow() : choice.lastRow() == 0 ? Long.MAX_VALUE : choice.lastRow();
        int firstColumn = choice.firstColumn() != null ? choice.firstColumn() : area.firstColumn();
        int lastColumn = choice.lastColumn() != null ? choice.lastColumn() : area.lastColumn();
        TableArea wanted = new TableArea(
                headingRows == 0 ? 0 : headingRow,
                headingRows,
                Math.max(1, firstRow),
                lastRow,
                choice.lastRow() == null ? area.droppedAtEnd() : 0,
                firstColumn,
                Math.max(firstColumn, lastColumn),
                area.leftOutColumns().stream()
                        .filter(column -> column > firstColumn && column < lastColumn)
                        .toList(),
                choice.fillDown() == null ? area.fillDown() : choice.fillDown(),
                Boolean.TRUE.equals(choice.totals()) ? List.of() : area.leftOutRows());
        boolean same = wanted.equals(area);
        List<String> notes = new ArrayList<>(same ? table.notes() : List.of(Words.say("layout.theEdgesWereSetBy")));
        if (choice.lastRow() != null && choice.lastRow() > 0) {
            TableNotes.tellBelow(sheet.grid(), wanted, notes);
        }
        return new FoundTable(wanted, new HeadingTexts(sheet, wanted).texts(), table.rowCount(), table.score(), notes);
    }
}
