package keensparrow.core.engine.scan;

import java.util.Arrays;
import keensparrow.core.engine.group.RowGroups;
import keensparrow.core.rows.RowBatches;
import org.jspecify.annotations.Nullable;

/**
 * The rows of one block that pass, as numbers, and their slots under the groupings asked for: worked out once for all
 * questions that share them.
 */
public final class Batch {
    private final int[] rows = new int[RowBatches.BLOCK];
    private int size;
    private @Nullable RowGroups[] known = new RowGroups[8];
    private int[][] slots = new int[8][];
    private int filled;
    private int[] scratch = {};

    /** Takes the rows whose bits are set in {@code words[0 .. count)}, the first of which stands for {@code firstRow}. */
    public void fill(long[] words, int count, int firstRow) {
        int next = 0;
        for (int w = 0; w < count; w++) {
            long word = words[w];
            int base = firstRow + (w << 6);
            if (word == -1L) {
                for (int i = 0; i < 64; i++) {
                    rows[next++] = base + i;
                }
                continue;
            }
            while (word != 0) {
                rows[next++] = base + Long.numberOfTrailingZeros(word);
                word &= word - 1;
            }
        }
        size = next;
        filled = 0;
    }

    /** Forgets which groupings the slots are of, so that a batch put by keeps no table in memory. */
    void forget() {
        Arrays.fill(known, null);
        size = 0;
        filled = 0;
    }

    /** Row numbers in rising order; the first {@link #size} count. */
    public int[] rows() {
        return rows;
    }

    public int size() {
        return size;
    }

    /** Room for a number for each row, for one use at a time. */
    public int[] scratch() {
        if (scratch.length == 0) {
            scratch = new int[RowBatches.BLOCK];
        }
        return scratch;
    }

    /** The slot of each row; not to be written to. */
    public int[] slots(RowGroups keys) {
        for (int i = 0; i < filled; i++) {
            if (known[i] == keys) {
                return slots[i];
            }
        }
        if (filled == known.length) {
            known = Arrays.copyOf(known, filled * 2);
            slots = Arrays.copyOf(slots, filled * 2);
        }
        if (slots[filled] == null) {
            slots[filled] = new int[RowBatches.BLOCK];
        }
        keys.assign(rows, size, slots[filled]);
        known[filled] = keys;
        return slots[filled++];
    }
}
