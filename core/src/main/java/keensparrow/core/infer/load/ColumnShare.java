package keensparrow.core.infer.load;

import java.util.LinkedHashMap;
import java.util.Map;
import keensparrow.core.column.Bits;
import keensparrow.core.column.ByteTable;
import keensparrow.core.column.PackedInts;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.source.CellBlock;
import keensparrow.core.infer.source.CellText;
import org.jspecify.annotations.Nullable;

/** What one worker makes of one column, block by block. */
abstract class ColumnShare {
    /**
     * The values of a block.
     *
     * @param values 0 where blank
     * @param present bit set = has a value; null when no row is blank
     */
    record Part(ColumnShare from, PackedInts values, long @Nullable [] present) {}

    private long[] values = new long[0];
    private long @Nullable [] present; // of the block
    private long conversionErrors;

    static ColumnShare of(ColumnPlan plan) {
        return switch (plan.type()) {
            case TEXT, TAGS, YES_NO -> new Coded();
            case WHOLE, DECIMAL -> new NumberShare(plan);
            case DATE, DATE_TIME -> new TimeShare(plan);
        };
    }

    /** Whether a value was read that could have meant another type or another way of writing. */
    boolean sawOdd() {
        return false;
    }

    /** Whether a number needed more than a look at its digits, or a date could have another order. */
    boolean sawWritten() {
        return false;
    }

    /** Whether a value was met that is no number or time of the column, nor one of its marks of blanks. */
    boolean hasErrors() {
        return conversionErrors > 0;
    }

    /** How often each mark of blanks was met. */
    Map<String, Long> marks() {
        return Map.of();
    }

    /** Whether what does not read as a value is a mark of a blank. */
    boolean isMark(byte[] bytes, int from, int to) {
        return false;
    }

    final Part take(CellBlock block, int column) {
        int rows = block.rows();
        if (values.length < rows) {
            values = new long[rows * 2];
        }
        present = null;
        fill(block, column, values);
        return new Part(this, PackedInts.packed(values, rows), present);
    }

    /** Reads the cells of a block; each kind of column has a loop of its own, which is compiled for it alone. */
    abstract void fill(CellBlock block, int column, long[] into);

    /** What stands for a cell that is blank or does not fit. */
    final long blank(CellBlock block, int row, int from, int to) {
        conversionErrors += from == to || isMark(block.bytes(), from, to) ? 0 : 1;
        if (present == null) {
            present = Bits.ones(block.rows());
        }
        present[row >> 6] &= ~(1L << row);
        return 0;
    }

    /** Whether spaces may stand at an end of the cell. */
    static boolean isLoose(byte[] bytes, int from, int to) {
        return from < to && (bytes[from] <= ' ' || bytes[to - 1] <= ' '); // bytes beyond ASCII are below zero
    }

    /** Texts by their place in a table. */
    static final class Coded extends ColumnShare {
        private final ByteTable table = new ByteTable();

        @Override
        void fill(CellBlock block, int column, long[] into) {
            byte[] bytes = block.bytes();
            int before = 0; // the cell of the row before often holds the same
            int lengthBefore = 0;
            long codeBefore = 0;
            for (int row = 0; row < block.rows(); row++) {
                int from = block.start(row, column);
                int to = block.end(row, column);
                if (isLoose(bytes, from, to)) {
                    from = CellText.trimmedFrom(bytes, from, to);
                    to = CellText.trimmedTo(bytes, from, to);
                }
                if (from == to) {
                    into[row] = blank(block, row, from, to);
                } else if (ByteTable.same(bytes, from, to - from, before, lengthBefore)) {
                    into[row] = codeBefore;
                } else {
                    codeBefore = table.code(bytes, from, to);
                    into[row] = codeBefore;
                    before = from;
                    lengthBefore = to - from;
                }
            }
        }

        ByteTable table() {
            return table;
        }
    }

    /** Values read one by one; what is not plain goes through its characters. */
    abstract static class Read extends ColumnShare {
        private final Map<String, long[]> marks = new LinkedHashMap<>();
        final CellText text = new CellText();

        Read(ColumnPlan plan) {
            plan.blanks().forEach(mark -> marks.put(mark, new long[1]));
        }

        @Override
        boolean isMark(byte[] bytes, int from, int to) {
            long[] count = marks.isEmpty() ? null : marks.get(CellText.decoded(bytes, from, to));
            if (count == null) {
                return false;
            }
            count[0]++;
            return true;
        }

        @Override
        Map<String, Long> marks() {
            Map<String, Long> counts = new LinkedHashMap<>();
            marks.forEach((mark, count) -> counts.put(mark, count[0]));
            return counts;
        }
    }
}
