package keensparrow.core.column;

import java.util.ArrayList;
import java.util.List;

/** Ints in chunks: growing never copies what is there, so memory stays near the final size. */
final class IntList {
    private static final int CHUNK_BITS = 16;
    private static final int CHUNK = 1 << CHUNK_BITS;

    private final List<int[]> chunks = new ArrayList<>();
    private int[] last = new int[0];
    private int size;

    void add(int value) {
        int place = size & (CHUNK - 1);
        if (place == 0) {
            last = new int[CHUNK];
            chunks.add(last);
        }
        last[place] = value;
        size++;
    }

    int size() {
        return size;
    }

    /** All values in one array; the list gives its chunks back while it copies and is empty afterwards. */
    int[] drain() {
        int[] all = new int[size];
        for (int i = 0; i < chunks.size(); i++) {
            int from = i << CHUNK_BITS;
            System.arraycopy(chunks.get(i), 0, all, from, Math.min(CHUNK, size - from));
            chunks.set(i, new int[0]);
        }
        chunks.clear();
        size = 0;
        return all;
    }
}
