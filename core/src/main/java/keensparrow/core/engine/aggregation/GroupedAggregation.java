package keensparrow.core.engine.aggregation;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import keensparrow.core.engine.group.GroupKeys;
import keensparrow.core.engine.measure.Accumulator;
import keensparrow.core.engine.scan.Batch;
import keensparrow.core.engine.scan.PartialResult;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.rows.RowBatches;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/**
 * Rows and accumulators for each cell: each combination of the slots of up to three groupings. Cells are places in
 * arrays while their number is small, else they get numbers as they occur. Merging and adding give the same in any order.
 */
public final class GroupedAggregation implements PartialResult {
    /** More cells than this are numbered as they occur. */
    static final int MAX_DENSE = 1 << 19;

    /** More cells than this are refused. */
    public static final int MAX_CELLS = 2_000_000;

    private static final int MAX_LANES = 4096;
    private static final int[] ALL_IN_ONE = new int[RowBatches.BLOCK];

    private final List<GroupKeys> keys;
    private @Nullable BitmapIndex bits; // where only rows are counted, by few slots; gone once it is kept
    private @Nullable CompositeKeys composite; // the cell of each row, where it is kept; gone likewise
    private final @Nullable GroupIdTable ids; // null: cells are places
    private long[] rows;
    private final long[] otherRows; // every second row is counted here: waiting for one counter to be stored costs most
    private final Accumulator[] measures;
    private final @Nullable Accumulator countsRows; // one that counts all rows anyway: they are its, once all is in
    private boolean tooMany; // more cells than are allowed: nothing more is counted

    /** @param bits, joint aids to count quicker where there are such */
    public GroupedAggregation(
            List<GroupKeys> keys,
            List<Accumulator> measures,
            @Nullable BitmapIndex bits,
            @Nullable CompositeKeys composite) {
        this.keys = keys;
        this.bits = bits;
        this.composite = composite;
        this.ids = isDense(keys) ? null : new GroupIdTable();
        this.rows = new long[capacity(keys)];
        this.otherRows = new long[ids == null && rows.length <= MAX_LANES ? rows.length : 0];
        this.measures = Accumulator.together(measures.stream());
        this.countsRows = Arrays.stream(this.measures)
                .filter(Accumulator::countsRows)
                .findFirst()
                .orElse(null);
    }

    /** How many cells the product of all slots has; beyond a long's range the largest long. */
    public static long cells(List<GroupKeys> keys) {
        double product = 1;
        long cells = 1;
        for (GroupKeys each : keys) {
            product *= Math.max(1, each.slots());
            cells *= Math.max(1, each.slots());
        }
        return product > 4e18 ? Long.MAX_VALUE : cells;
    }

    /** Cells to make room for at first. */
    public static int capacity(List<GroupKeys> keys) {
        return isDense(keys) ? (int) cells(keys) : 1024;
    }

    /** The slots of one grouping occur nearly all of them, those of several in few of their combinations. */
    private static boolean isDense(List<GroupKeys> keys) {
        return cells(keys) <= (keys.size() == 1 ? MAX_CELLS : MAX_DENSE);
    }

    @Override
    public GroupedAggregation empty() {
        List<Accumulator> fresh = Arrays.stream(measures)
                .map(measure -> measure.empty(capacity(keys)))
                .toList();
        return new GroupedAggregation(keys, fresh, bits, composite);
    }

    /** It will only be read from now on: bits that were given up elsewhere must not live on in what is kept. */
    public void finish(ParallelRunner runner) {
        bits = null;
        composite = null;
        Accumulator counting = countsRows;
        for (int cell = 0; counting != null && cell < cells(); cell++) {
            rows[cell] = counting.rows(cell);
        }
        for (Accumulator measure : measures) {
            for (int pieces = measure.unsettled(); pieces > 0; pieces = measure.unsettled()) {
                runner.run(pieces, (worker, piece) -> measure.settle(piece));
            }
        }
    }

    @Override
    public boolean take(long[] mask, int count, int from, int to, int sign) {
        if (bits == null || !bits.isQuickerFor(count, from)) {
            return false;
        }
        bits.count(mask, count, from, to, rows, sign);
        return true;
    }

    /** Whether all rows were counted: there were not too many cells. */
    public boolean isWhole() {
        return !tooMany;
    }

    /** Fails when there are more cells than are allowed; not earlier, so that other questions of the pass go on. */
    void requireFew() {
        if (tooMany) {
            throw new UserException(
                    ErrorCode.TOO_MANY_GROUPS, Text.of("aggregation.thisGivesMoreThanGroups", "maxCells", MAX_CELLS));
        }
    }

    @Override
    public void add(Batch batch) {
        int[] cells = cells(batch);
        if (tooMany) {
            return;
        }
        count(cells, batch.size(), 1);
        for (Accumulator measure : measures) {
            measure.add(batch.rows(), cells, batch.size());
        }
    }

    @Override
    public void remove(Batch batch) {
        int[] cells = cells(batch);
        if (tooMany) {
            return;
        }
        count(cells, batch.size(), -1);
        for (Accumulator measure : measures) {
            measure.remove(batch.rows(), cells, batch.size());
        }
    }

    private void count(int[] cells, int size, int sign) {
        if (countsRows != null) {
            return;
        }
        long[] even = rows;
        if (even.length == 1) {
            even[0] += sign * size;
        } else if (otherRows.length > 0) {
            long[] odd = otherRows;
            int i = 0;
            for (; i + 1 < size; i += 2) {
                even[cells[i]] += sign;
                odd[cells[i + 1]] += sign;
            }
            if (i < size) {
                even[cells[i]] += sign;
            }
        } else {
            for (int i = 0; i < size; i++) {
                even[cells[i]] += sign;
            }
        }
    }

    private int[] cells(Batch batch) {
        if (keys.isEmpty()) {
            return ALL_IN_ONE;
        }
        CompositeKeys known = composite;
        if (known != null) {
            return batch.slots(known);
        }
        if (keys.size() == 1 && ids == null) {
            return batch.slots(keys.get(0));
        }
        int[] cells = batch.scratch();
        if (ids == null) {
            combine(batch, cells);
        } else if (!tooMany) {
            number(batch, cells, ids);
        }
        return cells;
    }

    private void combine(Batch batch, int[] cells) {
        int size = batch.size();
        System.arraycopy(batch.slots(keys.get(0)), 0, cells, 0, size);
        for (int k = 1; k < keys.size(); k++) {
            int[] slots = batch.slots(keys.get(k));
            int count = keys.get(k).slots();
            for (int i = 0; i < size; i++) {
                cells[i] = cells[i] * count + slots[i];
            }
        }
    }

    private void number(Batch batch, int[] cells, GroupIdTable numbers) {
        int[][] slots = new int[keys.size()][];
        for (int k = 0; k < slots.length; k++) {
            slots[k] = batch.slots(keys.get(k));
        }
        for (int i = 0; i < batch.size(); i++) {
            long key = 0;
            for (int k = 0; k < slots.length; k++) {
                key = key * keys.get(k).slots() + slots[k][i];
            }
            cells[i] = numbers.idOf(key);
        }
        grow(numbers.size());
    }

    private void grow(int cells) {
        if (cells > MAX_CELLS) {
            tooMany = true;
            return;
        }
        if (cells > rows.length) {
            int capacity = Math.max(cells, rows.length * 2);
            rows = Arrays.copyOf(rows, capacity);
            for (Accumulator measure : measures) {
                measure.grow(capacity);
            }
        }
    }

    @Override
    public boolean isReversible() {
        return !tooMany && Arrays.stream(measures).allMatch(Accumulator::isReversible);
    }

    @Override
    public void merge(PartialResult part) {
        GroupedAggregation other = (GroupedAggregation) part;
        tooMany |= other.tooMany;
        if (tooMany) {
            return;
        }
        int[] target = new int[other.rows.length];
        for (int cell = 0; cell < target.length; cell++) {
            target[cell] = ids == null ? cell : -1;
        }
        GroupIdTable from = other.ids;
        if (ids != null && from != null) {
            for (int cell = 0; cell < from.size(); cell++) {
                target[cell] = ids.idOf(from.key(cell));
            }
            grow(ids.size());
        }
        if (!tooMany) {
            merge(other, target);
        }
    }

    private void merge(GroupedAggregation other, int[] target) {
        addRows(other, target);
        for (int m = 0; m < measures.length; m++) {
            measures[m].merge(other.measures[m], target);
        }
    }

    /** Adds the rows of cell {@code c} of another aggregation to the cell {@code target[c]} of this one; −1 leaves it out. */
    private void addRows(GroupedAggregation other, int[] target) {
        for (int cell = 0; cell < target.length; cell++) {
            if (target[cell] >= 0) {
                rows[target[cell]] += other.rows(cell);
            }
        }
    }

    /** Whether {@link #fill} can be done from another, as far as its measures go. @param from as there */
    public boolean canFill(GroupedAggregation finer, int[] from) {
        for (int m = 0; m < measures.length; m++) {
            if (!measures[m].canMerge(finer.measures[from[m]])) {
                return false;
            }
        }
        return finer.isDense();
    }

    /**
     * Fills this empty aggregation from one that is finer: that has all of its groupings and measures, and others besides.
     *
     * @param axes for each grouping of this one its place in the other
     * @param from for each measure of this one its place in the other
     */
    public void fill(GroupedAggregation finer, int[] axes, int[] from) {
        int[] target = new int[finer.rows.length];
        Arrays.fill(target, -1);
        for (int cell = 0; cell < finer.cells(); cell++) {
            if (finer.rows(cell) != 0) {
                long key = 0;
                for (int axis = 0; axis < axes.length; axis++) {
                    key = key * keys.get(axis).slots() + finer.slot(cell, axes[axis]);
                }
                target[cell] = ids == null ? (int) key : ids.idOf(key);
            }
        }
        grow(ids == null ? 0 : ids.size());
        addRows(finer, target);
        for (int m = 0; m < measures.length; m++) {
            measures[m].merge(finer.measures[from[m]], target);
        }
    }

    /** Whether every cell has its place, so that there cannot be too many of them. */
    public boolean isDense() {
        return ids == null;
    }

    List<GroupKeys> keys() {
        return keys;
    }

    /** Cells are {@code [0, capacity())}; many may have no rows. */
    public int capacity() {
        return rows.length;
    }

    /** Cells that may have rows. */
    public int cells() {
        return ids == null ? rows.length : ids.size();
    }

    /** The slot of a cell under the grouping {@code axis}. */
    int slot(int cell, int axis) {
        long rest = ids == null ? cell : ids.key(cell);
        for (int k = keys.size() - 1; k > axis; k--) {
            rest /= Math.max(1, keys.get(k).slots());
        }
        return (int) (rest % Math.max(1, keys.get(axis).slots()));
    }

    long rows(int cell) {
        return rows[cell] + (otherRows.length > 0 ? otherRows[cell] : 0);
    }

    /** Rows of all cells. */
    public int rowCount() {
        long all = 0;
        for (int cell = 0; cell < cells(); cell++) {
            all += rows(cell);
        }
        return (int) all;
    }

    Accumulator measure(int number) {
        return measures[number];
    }

    int measureCount() {
        return measures.length;
    }

    @Nullable
    BigDecimal value(int measure, int cell) {
        return measures[measure].result(cell, rows(cell));
    }

    @Override
    public long sizeBytes() {
        long bytes = 200 + 8L * rows.length + 8L * otherRows.length;
        for (Accumulator measure : measures) {
            bytes += measure.sizeBytes();
        }
        return bytes;
    }
}
