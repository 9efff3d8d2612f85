package keensparrow.core.column;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Longs, some of them blank, in chunks: growing never copies what is there. */
public final class LongList {
    private static final int CHUNK_BITS = 16;
    private static final int CHUNK = 1 << CHUNK_BITS;

    private final List<long[]> chunks = new ArrayList<>();
    private final List<long[]> present = new ArrayList<>();
    private int size;
    private int blanks;

    public void add(long value) {
        int place = next();
        last()[place] = value;
        Bits.set(present.get(present.size() - 1), place);
        size++;
    }

    public void addBlank() {
        next();
        size++;
        blanks++;
    }

    private int next() {
        int place = size & (CHUNK - 1);
        if (place == 0) {
            chunks.add(new long[CHUNK]);
            present.add(new long[CHUNK >> 6]);
        }
        return place;
    }

    private long[] last() {
        return chunks.get(chunks.size() - 1);
    }

    public int size() {
        return size;
    }

    /** All values in one array; call once. */
    public long[] values() {
        long[] all = new long[size];
        for (int i = 0; i < chunks.size(); i++) {
            int from = i << CHUNK_BITS;
            System.arraycopy(chunks.get(i), 0, all, from, Math.min(CHUNK, size - from));
            chunks.set(i, new long[0]);
        }
        return all;
    }

    /** Bit set = has a value; null when none is blank. */
    public long @Nullable [] presence() {
        if (blanks == 0) {
            return null;
        }
        long[] all = new long[Bits.words(size)];
        for (int i = 0; i < present.size(); i++) {
            int from = i << (CHUNK_BITS - 6);
            System.arraycopy(present.get(i), 0, all, from, Math.min(CHUNK >> 6, all.length - from));
        }
        return all;
    }
}
