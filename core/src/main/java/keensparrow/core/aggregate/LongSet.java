package keensparrow.core.aggregate;

/** Different longs, by open addressing. */
final class LongSet {
    private long[] slots = new long[16];
    private boolean zero;
    private int size;

    int size() {
        return size + (zero ? 1 : 0);
    }

    void add(long value) {
        if (value == 0) {
            zero = true; // 0 marks a free slot
        } else if (insert(slots, value) && ++size * 2 > slots.length) {
            long[] larger = new long[slots.length * 2];
            for (long old : slots) {
                if (old != 0) {
                    insert(larger, old);
                }
            }
            slots = larger;
        }
    }

    private static boolean insert(long[] into, long value) {
        long hash = value * 0x9E3779B97F4A7C15L;
        int slot = (int) (hash >>> 32) & (into.length - 1);
        while (into[slot] != 0) {
            if (into[slot] == value) {
                return false;
            }
            slot = (slot + 1) & (into.length - 1);
        }
        into[slot] = value;
        return true;
    }
}
