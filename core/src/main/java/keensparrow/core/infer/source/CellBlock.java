package keensparrow.core.infer.source;

import java.util.Arrays;

/**
 * Whole rows of a text in UTF-8, cut into cells, all rows of one width. Cells are bytes in one array, which is used again
 * for the next block; a few bytes may be read beyond each cell.
 */
public final class CellBlock {
    private static final int ROWS = 1024;
    private static final int BEYOND = 16; // bytes that may be read behind the last cell

    private final int width;
    private byte[] bytes = new byte[0];
    private int length;
    private int number;
    private int[] starts;
    private int[] ends;
    private int[] lines = new int[ROWS];
    private int rows;
    private int lineEnds;
    private long linesBefore;
    private int shortRows;
    private int firstShort;
    private int longRows;
    private int firstLong;

    /** @param width cells of a row */
    public CellBlock(int width) {
        this.width = width;
        starts = new int[ROWS * width];
        ends = new int[ROWS * width];
    }

    public int width() {
        return width;
    }

    /** An array for so many bytes of text, the first ones as they are now, with as much room behind for cells changed. */
    public byte[] room(int size) {
        if (bytes.length < 2 * size + BEYOND) {
            bytes = Arrays.copyOf(bytes, 2 * size + BEYOND);
        }
        return bytes;
    }

    /** The text is there, and not cut yet. @param place of the block among all, from 0 */
    public void filled(int textLength, int place) {
        length = textLength;
        number = place;
        rows = 0;
        lineEnds = 0;
        linesBefore = 0;
        shortRows = 0;
        longRows = 0;
    }

    public byte[] bytes() {
        return bytes;
    }

    /** Bytes of text. */
    public int length() {
        return length;
    }

    public int number() {
        return number;
    }

    /** Where the cells of the row to come start: the first at {@link #rowAt}, the others behind it. Written by who cuts. */
    public int[] starts() {
        return starts;
    }

    /** Where they end. */
    public int[] ends() {
        return ends;
    }

    /** Where the first cell of the row to come is kept. */
    public int rowAt() {
        return rows * width;
    }

    /** Whether a cell is nothing but spaces. */
    public boolean isBlank(int from, int to) {
        return CellText.trimmedFrom(bytes, from, to) == to;
    }

    /**
     * Ends the row, filling it up with empty cells. The arrays of starts and ends may be others after it.
     *
     * @param cells that the row has, at most its width
     * @param line its first, the first of the block being 0
     * @param beyond whether something stood beyond the width
     */
    public void endRow(int cells, int line, boolean beyond) {
        if (cells < width) {
            firstShort = shortRows++ == 0 ? line : firstShort;
            Arrays.fill(starts, rows * width + cells, (rows + 1) * width, 0);
            Arrays.fill(ends, rows * width + cells, (rows + 1) * width, 0);
        }
        if (beyond) {
            firstLong = longRows++ == 0 ? line : firstLong;
        }
        lines[rows++] = line;
        if (rows == lines.length) {
            lines = Arrays.copyOf(lines, rows * 2);
            starts = Arrays.copyOf(starts, starts.length * 2);
            ends = Arrays.copyOf(ends, ends.length * 2);
        }
    }

    /** All is cut. @param count how many lines the block has */
    public void cut(int count) {
        lineEnds = count;
    }

    /** @param count of the lines in the blocks before */
    void after(long count) {
        linesBefore = count;
    }

    public int rows() {
        return rows;
    }

    public int start(int row, int at) {
        return starts[row * width + at];
    }

    public int end(int row, int at) {
        return ends[row * width + at];
    }

    /** First line of the row in the file, from 1, once the lines before the block are known. */
    public long line(int row) {
        return linesBefore + lines[row] + 1;
    }

    /** What is counted about its rows. */
    public RowCounts counts() {
        return new RowCounts(rows, lineEnds, shortRows, firstShort + 1L, longRows, firstLong + 1L);
    }
}
