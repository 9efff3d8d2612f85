package keensparrow.core.layout;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import keensparrow.core.infer.text.CellLook;

/** Some rows and columns of a grid, with what their cells look like. Rows without a cell in those columns are not in it. */
final class Block {
    private static final int FEW = 3;
    private static final int MAX_STEP = 3;
    private static final double MOSTLY = 0.8;

    final int from;
    final int to; // behind the last column
    private final List<RawRow> rows = new ArrayList<>();
    private final List<CellLook[]> looks = new ArrayList<>();
    private final int step; // from row to row

    Block(List<RawRow> all, int from, int to) {
        this.from = from;
        this.to = to;
        for (RawRow row : all) {
            if (row.filled(from, to) > 0) {
                rows.add(row);
                CellLook[] look = new CellLook[to - from];
                for (int column = from; column < to; column++) {
                    look[column - from] = CellLook.of(row.kind(column), row.text(column));
                }
                looks.add(look);
            }
        }
        step = step();
    }

    /** More than one where empty rows stand between most rows, which then part nothing. */
    private int step() {
        long usual = rows.size() > FEW ? number(2) - number(1) : 1;
        int as = 0;
        for (int i = 1; i < rows.size(); i++) {
            as += number(i) - number(i - 1) == usual ? 1 : 0;
        }
        return as >= (rows.size() - 1) * MOSTLY ? (int) Math.max(1, Math.min(usual, MAX_STEP)) : 1;
    }

    private Block(Block whole, int firstRow, int lastRow) {
        from = whole.from;
        to = whole.to;
        rows.addAll(whole.rows.subList(firstRow, lastRow));
        looks.addAll(whole.looks.subList(firstRow, lastRow));
        step = whole.step;
    }

    /** The rows {@code [firstRow, lastRow)}. */
    Block rows(int firstRow, int lastRow) {
        return new Block(this, firstRow, lastRow);
    }

    /** The same rows, other columns of them. */
    Block columns(int newFrom, int newTo) {
        return new Block(rows, newFrom, newTo);
    }

    int size() {
        return rows.size();
    }

    RawRow row(int i) {
        return rows.get(i);
    }

    long number(int i) {
        return rows.get(i).number();
    }

    CellLook look(int i, int column) {
        return looks.get(i)[column - from];
    }

    int filled(int i) {
        int filled = 0;
        for (CellLook look : looks.get(i)) {
            filled += look == CellLook.EMPTY ? 0 : 1;
        }
        return filled;
    }

    /** Cells of the row with that look. */
    int count(int i, CellLook wanted) {
        int count = 0;
        for (CellLook look : looks.get(i)) {
            count += look == wanted ? 1 : 0;
        }
        return count;
    }

    /** Filled cells of the column in the rows {@code [first, last)}. */
    int filledIn(int column, int first, int last) {
        int filled = 0;
        for (int i = first; i < last; i++) {
            filled += look(i, column) == CellLook.EMPTY ? 0 : 1;
        }
        return filled;
    }

    /** How many cells a row of the table has: what four in five of the fuller rows do not exceed. */
    int width() {
        int[] fills = new int[rows.size()];
        for (int i = 0; i < fills.length; i++) {
            fills[i] = filled(i);
        }
        Arrays.sort(fills);
        int from2 = 0;
        while (from2 < fills.length - 1 && fills[from2] < 2) {
            from2++;
        }
        return fills.length == 0 ? 0 : fills[from2 + (int) ((fills.length - 1 - from2) * 0.8)];
    }

    /** Whether most of what the column holds in the rows from {@code first} on are numbers, dates or yes and no. */
    boolean isOfValues(int column, int first) {
        int values = 0;
        int words = 0;
        for (int i = first; i < Math.min(rows.size(), first + 60); i++) {
            CellLook look = look(i, column);
            values += look.isValue() ? 1 : 0;
            words += look == CellLook.WORD ? 1 : 0;
        }
        return values > 0 && values >= 3 * words;
    }

    /** Whether nothing but empty rows stands between this row and the one before. */
    boolean isAfterGap(int i) {
        return i > 0 && number(i) - number(i - 1) > step;
    }
}
