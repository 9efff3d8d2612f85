package keensparrow.core.engine.aggregation;

import java.util.List;
import java.util.function.BooleanSupplier;
import keensparrow.core.column.PackedInts;
import keensparrow.core.engine.group.GroupKeys;
import keensparrow.core.engine.group.RowGroups;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.rows.RowBatches;

/**
 * The cell of each row under one or several groupings together, in a byte or two: read at once, where each question
 * would else read every column, look its value up and put the slots together.
 */
public final class CompositeKeys implements RowGroups {
    private static final int FEW_ROWS = 1 << 14;

    private final PackedInts codes;

    private CompositeKeys(PackedInts codes) {
        this.codes = codes;
    }

    /** Whether they may be worth their memory, for a table of so many rows. */
    static boolean isFor(List<GroupKeys> by, int rowCount) {
        boolean known = by.isEmpty() || (by.size() == 1 && by.get(0).isPlain());
        return !known && rowCount >= FEW_ROWS && GroupedAggregation.cells(by) <= Short.MAX_VALUE;
    }

    static long bytesFor(List<GroupKeys> by, int rowCount) {
        return (long) rowCount * PackedInts.widthFor(0, GroupedAggregation.cells(by) - 1);
    }

    static CompositeKeys of(List<GroupKeys> by, int rowCount, ParallelRunner runner, BooleanSupplier cancelled) {
        PackedInts codes = PackedInts.blank(rowCount, PackedInts.widthFor(0, GroupedAggregation.cells(by) - 1));
        runner.runBlocks(rowCount, cancelled, (firstRow, count) -> fill(by, codes, firstRow, count));
        return new CompositeKeys(codes);
    }

    private static void fill(List<GroupKeys> by, PackedInts codes, int firstRow, int count) {
        int[] rows = new int[RowBatches.BLOCK];
        int[] slots = new int[RowBatches.BLOCK];
        long[] cells = new long[RowBatches.BLOCK];
        for (int i = 0; i < count; i++) {
            rows[i] = firstRow + i;
        }
        for (GroupKeys keys : by) {
            keys.assign(rows, count, slots);
            for (int i = 0; i < count; i++) {
                cells[i] = cells[i] * keys.slots() + slots[i];
            }
        }
        codes.put(firstRow, cells, count);
    }

    @Override
    public void assign(int[] rows, int count, int[] slots) {
        codes.read(rows, count, slots);
    }

    long sizeBytes() {
        return 32 + codes.sizeBytes();
    }
}
