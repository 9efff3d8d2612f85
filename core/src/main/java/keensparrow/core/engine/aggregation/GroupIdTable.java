package keensparrow.core.engine.aggregation;

import java.util.Arrays;

/** Dense numbers for the combinations of slots that occur, where the product of all slots is too large for an array. */
final class GroupIdTable {
    private long[] keys = new long[1024]; // of each id
    private int[] slots = new int[4096]; // id + 1; 0 is free
    private int size;

    int size() {
        return size;
    }

    long key(int id) {
        return keys[id];
    }

    /** The number of a combination, a new one if it has none. */
    int idOf(long key) {
        int slot = place(slots, key);
        if (slots[slot] != 0) {
            return slots[slot] - 1;
        }
        if (size == keys.length) {
            keys = Arrays.copyOf(keys, size * 2);
        }
        keys[size] = key;
        slots[slot] = ++size;
        if (size * 2 > slots.length) {
            int[] larger = new int[slots.length * 2];
            for (int id = 0; id < size; id++) {
                larger[place(larger, keys[id])] = id + 1;
            }
            slots = larger;
        }
        return size - 1;
    }

    /** Where the key is or would be put. */
    private int place(int[] in, long key) {
        long hash = key * 0x9E3779B97F4A7C15L;
        int slot = (int) (hash >>> 32) & (in.length - 1);
        while (in[slot] != 0 && keys[in[slot] - 1] != key) {
            slot = (slot + 1) & (in.length - 1);
        }
        return slot;
    }
}
