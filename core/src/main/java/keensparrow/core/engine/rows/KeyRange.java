package keensparrow.core.engine.rows;

/**
 * From where to where keys of rows reach. The largest long, the key of a blank, is outside: it stands for one more than
 * the last.
 *
 * @param low larger than {@code high} when all are blank
 * @param blank whether one is
 */
record KeyRange(long low, long high, boolean blank) {
    static final KeyRange NONE = new KeyRange(Long.MAX_VALUE, Long.MIN_VALUE, false);

    static KeyRange of(long[] keys, int count) {
        long low = Long.MAX_VALUE;
        long high = Long.MIN_VALUE;
        boolean blank = false;
        for (int i = 0; i < count; i++) {
            long key = keys[i];
            if (key == Long.MAX_VALUE) {
                blank = true;
            } else {
                low = Math.min(low, key);
                high = Math.max(high, key);
            }
        }
        return new KeyRange(low, high, blank);
    }

    KeyRange and(KeyRange other) {
        return new KeyRange(Math.min(low, other.low), Math.max(high, other.high), blank || other.blank);
    }

    /** What a key is above the smallest; unsigned. */
    long offset(long key) {
        return key == Long.MAX_VALUE ? behind() : key - low;
    }

    private long behind() {
        return reach() + 1; // a reach is less than what 64 bits hold, so that there is room behind it
    }

    private long reach() {
        return low > high ? 0 : high - low;
    }

    /** Bits of the largest offset, from none to 64. */
    int bits() {
        return Long.SIZE - Long.numberOfLeadingZeros(blank ? behind() : reach());
    }
}
