package keensparrow.core.layout;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.RowSource;

/**
 * What is looked at of a sheet: all rows of a small one, else those at its top and at its end. Rows without any cell are
 * not in it; a row's number says where it stands.
 *
 * @param tail the last rows, those of {@code head} left out
 * @param rowCount rows with cells in all, those between head and tail included
 * @param columnCount of the widest row
 */
public record Grid(List<RawRow> head, List<RawRow> tail, long rowCount, int columnCount) {
    public Grid {
        head = List.copyOf(head);
        tail = List.copyOf(tail);
    }

    /** Whether every row is there. */
    public boolean isWhole() {
        return rowCount == head.size() + tail.size();
    }

    /** Collects a grid from the cells of a sheet. Each cell is cut at {@link #MAX_LENGTH} characters. */
    public static final class Builder implements RowSource.CellHandler {
        /** More of a cell is not looked at. */
        public static final int MAX_LENGTH = 200;

        private static final int MAX_CELLS = 120_000;
        private static final int MAX_ROWS = 4000;
        private static final int TAIL = 120;

        private final List<RawRow> head = new ArrayList<>();
        private final Deque<RawRow> tail = new ArrayDeque<>();
        private final RawRow.Builder row = new RawRow.Builder();
        private long cells;
        private long rowCount;
        private int column;
        private int columnCount;

        @Override
        public void cell(char[] chars, int offset, int length) {
            typed(CellKind.TEXT, chars, offset, length);
        }

        @Override
        public void typed(CellKind kind, char[] chars, int offset, int length) {
            String text = new String(chars, offset, Math.min(length, MAX_LENGTH)).strip();
            row.add(kind, text);
            column++;
            columnCount = text.isEmpty() ? columnCount : Math.max(columnCount, column);
        }

        @Override
        public void endRow(long number) {
            column = 0;
            RawRow ended = row.end(number);
            if (ended.width() == 0) {
                return;
            }
            rowCount++;
            if (cells < MAX_CELLS && head.size() < MAX_ROWS) {
                head.add(ended);
                cells += ended.width();
            } else {
                tail.add(ended);
                if (tail.size() > TAIL) {
                    tail.removeFirst();
                }
            }
        }

        /** The rows so far; where none between head and tail was let go, all of them are the head. */
        public Grid build() {
            if (rowCount > head.size() + tail.size()) {
                return new Grid(head, List.copyOf(tail), rowCount, columnCount);
            }
            List<RawRow> all = new ArrayList<>(head);
            all.addAll(tail);
            return new Grid(all, List.of(), rowCount, columnCount);
        }
    }
}
