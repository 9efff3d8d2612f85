package keensparrow.core.engine.aggregation;

import java.util.function.BooleanSupplier;
import keensparrow.core.column.Bits;
import keensparrow.core.engine.filter.RowTest;
import keensparrow.core.engine.group.RowGroups;
import keensparrow.core.engine.scan.Masks;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.rows.RowBatches;

/**
 * For each slot of a grouping with few of them the rows that have it, as bits. Rows by slot are then counted, and slots
 * picked, 64 rows at a time: far quicker than row by row unless few rows pass.
 */
public final class BitmapIndex {
    private static final int MAX_SLOTS = 64; // groupings with more are counted row by row
    private static final int FEW_ROWS = 1 << 14;

    private static final int MANY_ROWS = 1 << 22; // beyond, bits do not stay in the processor's caches
    private static final int FEW_SLOTS = 32;
    private static final int ROWS_A_SLOT = 40; // so many rows of a block cost as much as one slot's bits
    private static final int BLOCK_BITS = 6;

    private final int rowCount;
    private final long[][] bits; // by slot
    private final long[] occurring; // by block, the slots in it

    private BitmapIndex(int rowCount, int slots) {
        this.rowCount = rowCount;
        int words = Bits.words(rowCount);
        this.bits = new long[slots][words];
        this.occurring = new long[(words + Masks.WORDS - 1) / Masks.WORDS];
    }

    /**
     * Whether bits may be worth their memory, for a table of so many rows. Of large tables those of single groupings
     * are, which serve as filters too.
     */
    static boolean isFor(int groupings, long slots, int rowCount) {
        boolean few = rowCount > MANY_ROWS ? groupings == 1 && slots <= FEW_SLOTS : slots <= MAX_SLOTS;
        return few && rowCount >= FEW_ROWS;
    }

    static long bytesFor(long slots, int rowCount) {
        return 8L * slots * Bits.words(rowCount);
    }

    static BitmapIndex of(RowGroups keys, int slots, int rowCount, ParallelRunner runner, BooleanSupplier cancelled) {
        BitmapIndex made = new BitmapIndex(rowCount, slots);
        runner.runBlocks(rowCount, cancelled, (firstRow, count) -> made.fill(keys, firstRow, count));
        return made;
    }

    private void fill(RowGroups keys, int firstRow, int count) {
        int[] rows = new int[RowBatches.BLOCK];
        int[] slots = new int[RowBatches.BLOCK];
        for (int i = 0; i < count; i++) {
            rows[i] = firstRow + i;
        }
        keys.assign(rows, count, slots);
        long seen = 0;
        for (int i = 0; i < count; i++) {
            bits[slots[i]][rows[i] >> BLOCK_BITS] |= 1L << rows[i];
            seen |= 1L << slots[i];
        }
        occurring[firstRow / RowBatches.BLOCK] = seen;
    }

    /** Whether counting bits is quicker than counting so many rows of the block that begins at a word. */
    boolean isQuickerFor(int rows, int word) {
        return rows > (rowCount > MANY_ROWS ? 2 : 1) * ROWS_A_SLOT * (Long.bitCount(occurring[word / Masks.WORDS]) - 1);
    }

    /** Adds the rows of {@code mask}, so many, to the counts of their slots, or takes them away when {@code sign} is −1. */
    void count(long[] mask, int rows, int from, int to, long[] counts, int sign) {
        long slots = occurring[from / Masks.WORDS];
        int rest = rows; // every row has one slot: the last one has what the others leave
        for (; (slots & slots - 1) != 0; slots &= slots - 1) {
            int slot = Long.numberOfTrailingZeros(slots);
            long[] own = bits[slot];
            int sum = 0;
            for (int w = from; w < to; w++) {
                sum += Long.bitCount(own[w] & mask[w - from]);
            }
            counts[slot] += sign * (long) sum;
            rest -= sum;
        }
        counts[Long.numberOfTrailingZeros(slots)] += sign * (long) rest;
    }

    /** The rows that have one of the slots wanted, by number. */
    public RowTest rowsIn(boolean[] wanted) {
        return (from, to, out, shift) -> {
            java.util.Arrays.fill(out, from - shift, to - shift, 0);
            for (int slot = 0; slot < wanted.length; slot++) {
                if (wanted[slot]) {
                    long[] own = bits[slot];
                    for (int w = from; w < to; w++) {
                        out[w - shift] |= own[w];
                    }
                }
            }
        };
    }

    long sizeBytes() {
        return 8L * bits.length * Bits.words(rowCount) + 8L * occurring.length;
    }
}
