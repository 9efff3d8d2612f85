package keensparrow.core.infer;

import java.util.Arrays;

/**
 * Rows cut into cells, all rows of one width. Cells are characters in one array, which belongs to whoever fills the
 * batch and is valid until it is filled again.
 */
public final class CellBatch {
    private static final int ROWS = 4096;

    private final int width;
    private char[] chars = new char[0];
    private int[] starts;
    private int[] ends;
    private long[] lines = new long[ROWS];
    private int rows;
    private int column;

    /** @param width cells of a row */
    public CellBatch(int width) {
        this.width = width;
        starts = new int[ROWS * width];
        ends = new int[ROWS * width];
    }

    public int width() {
        return width;
    }

    /** Empties it. @param characters where the cells to come stand */
    public void begin(char[] characters) {
        chars = characters;
        rows = 0;
        column = 0;
    }

    public char[] chars() {
        return chars;
    }

    /** The characters moved to a larger array, each at its old place. */
    public void moveTo(char[] larger) {
        chars = larger;
    }

    /** The next cell of the row; those beyond the width are not kept. @return whether it was kept */
    public boolean cell(int from, int to) {
        if (column >= width) {
            return false;
        }
        int at = rows * width + column++;
        starts[at] = from;
        ends[at] = to;
        return true;
    }

    /** Ends the row, filling it up with empty cells. @return whether there were fewer cells than there should be */
    public boolean endRow(long line) {
        boolean isShort = column < width;
        for (int at = rows * width + column; at < (rows + 1) * width; at++) {
            starts[at] = 0;
            ends[at] = 0;
        }
        lines[rows++] = line;
        column = 0;
        if (rows == lines.length) {
            lines = Arrays.copyOf(lines, rows * 2);
            starts = Arrays.copyOf(starts, starts.length * 2);
            ends = Arrays.copyOf(ends, ends.length * 2);
        }
        return isShort;
    }

    /** Takes back the cells of the row that has not ended. */
    public void dropRow() {
        column = 0;
    }

    public int rows() {
        return rows;
    }

    int start(int row, int at) {
        return starts[row * width + at];
    }

    int end(int row, int at) {
        return ends[row * width + at];
    }

    long line(int row) {
        return lines[row];
    }
}
