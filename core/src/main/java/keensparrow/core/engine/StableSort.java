package keensparrow.core.engine;

/** Sorts row numbers by a key for each row; rows with equal keys keep their order. Merge sort, no boxing. */
final class StableSort {
    private static final int SHORT = 24;

    private StableSort() {}

    static void byKeys(int[] order, long[] keys) {
        sort(order, order.clone(), 0, order.length, keys);
    }

    /** Sorts {@code [from, to)} of {@code order}; {@code spare} holds the same numbers before. */
    private static void sort(int[] order, int[] spare, int from, int to, long[] keys) {
        if (to - from <= SHORT) {
            insertion(order, from, to, keys);
            return;
        }
        int middle = (from + to) >>> 1;
        sort(spare, order, from, middle, keys);
        sort(spare, order, middle, to, keys);
        if (keys[spare[middle - 1]] <= keys[spare[middle]]) {
            System.arraycopy(spare, from, order, from, to - from);
            return;
        }
        int left = from;
        int right = middle;
        for (int i = from; i < to; i++) {
            boolean takeLeft = right >= to || (left < middle && keys[spare[left]] <= keys[spare[right]]);
            order[i] = takeLeft ? spare[left++] : spare[right++];
        }
    }

    private static void insertion(int[] order, int from, int to, long[] keys) {
        for (int i = from + 1; i < to; i++) {
            int row = order[i];
            int j = i - 1;
            while (j >= from && keys[order[j]] > keys[row]) {
                order[j + 1] = order[j];
                j--;
            }
            order[j + 1] = row;
        }
    }
}
