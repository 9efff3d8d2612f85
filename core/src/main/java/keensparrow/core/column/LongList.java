package keensparrow.core.column;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Longs that grow, blanks among them. Full chunks are kept in as few bytes a value as they need, so that a column of
 * small numbers never takes up eight bytes a row while it is built.
 */
public final class LongList {
    private static final int CHUNK_BITS = 16;
    private static final int CHUNK = 1 << CHUNK_BITS;

    private final List<PackedInts> chunks = new ArrayList<>();
    private long[] last = new long[256]; // grows to a chunk: a table may have thousands of columns
    private final List<long[]> validity = new ArrayList<>(); // a chunk's bits each, from the first blank on
    private int size;
    private int width = 1;
    private boolean blanks;

    public void add(long value) {
        mark(true);
        push(value);
    }

    public void addBlank() {
        blanks = true;
        mark(false);
        push(0);
    }

    private void mark(boolean filled) {
        int at = size & (CHUNK - 1);
        if (at == 0) {
            validity.add(new long[CHUNK >> 6]);
        }
        if (filled) {
            validity.get(validity.size() - 1)[at >> 6] |= 1L << at;
        }
    }

    private void push(long value) {
        int at = size & (CHUNK - 1);
        if (at == last.length) {
            last = Arrays.copyOf(last, at * 2);
        }
        last[at] = value;
        size++;
        if ((size & (CHUNK - 1)) == 0) {
            pack(CHUNK);
        }
    }

    private void pack(int count) {
        PackedInts packed = PackedInts.packed(last, count);
        chunks.add(packed);
        width = Math.max(width, packed.width());
    }

    public int size() {
        return size;
    }

    /** Bit set = has a value; null when no row is blank. */
    public long @Nullable [] validity() {
        if (!blanks) {
            return null;
        }
        long[] words = new long[Bits.words(size)];
        for (int i = 0; i < validity.size(); i++) {
            int at = i << (CHUNK_BITS - 6);
            System.arraycopy(validity.get(i), 0, words, at, Math.min(CHUNK >> 6, words.length - at));
        }
        return words;
    }

    /** All values, blanks as 0; the list gives its chunks back while it copies and is empty afterwards. */
    public PackedInts drain() {
        int tail = size & (CHUNK - 1);
        if (tail > 0) {
            pack(tail);
        }
        PackedInts all = PackedInts.blank(size, width);
        long[] chunk = chunks.isEmpty() ? last : new long[chunks.get(0).length()];
        for (int i = 0; i < chunks.size(); i++) {
            PackedInts part = chunks.get(i);
            part.copy(0, part.length(), chunk);
            all.put(i << CHUNK_BITS, chunk, part.length());
            chunks.set(i, PackedInts.blank(0, 1));
        }
        chunks.clear();
        validity.clear();
        size = 0;
        return all;
    }
}
