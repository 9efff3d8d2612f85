package keensparrow.core.engine.rows;

/**
 * From where to where keys of rows reach. The largest long, the key of a blank, is outside: it stands for one more than
 * the last. Blanks are no case of their own where rows are many: a branch that was never taken yet is compiled out, and
 * the first blank that comes would cost more than all rows before it.
 *
 * @param low larger than {@code high} when all are blank
 * @param behind one more than {@code high}, the place of blanks, is above {@code low}; unsigned
 * @param blank whether one is
 */
record KeyRange(long low, long high, long behind, boolean blank) {
    static final KeyRange NONE = of(Long.MAX_VALUE, Long.MIN_VALUE, false);

    private static KeyRange of(long low, long high, boolean blank) {
        // less than what 64 bits hold, so that there is room behind it
        return new KeyRange(low, high, (low > high ? 0 : high - low) + 1, blank);
    }

    static KeyRange of(long[] keys, int count) {
        long low = Long.MAX_VALUE;
        long afterHigh = Long.MIN_VALUE; // what a blank wraps around to
        long top = Long.MIN_VALUE;
        for (int i = 0; i < count; i++) {
            low = Math.min(low, keys[i]);
            afterHigh = Math.max(afterHigh, keys[i] + 1);
            top = Math.max(top, keys[i]);
        }
        long high = afterHigh == Long.MIN_VALUE ? Long.MIN_VALUE : afterHigh - 1;
        return of(low, high, count > 0 && top == Long.MAX_VALUE);
    }

    KeyRange and(KeyRange other) {
        return of(Math.min(low, other.low), Math.max(high, other.high), blank || other.blank);
    }

    /** What a key is above the smallest; unsigned. */
    long offset(long key) {
        long missing = key ^ Long.MAX_VALUE; // 0 for a blank
        long isBlank = (~missing & missing - 1) >> Long.SIZE - 1; // all bits or none
        return key - low & ~isBlank | behind & isBlank;
    }

    /** Bits of the largest offset, from none to 64. */
    int bits() {
        return Long.SIZE - Long.numberOfLeadingZeros(blank ? behind : behind - 1);
    }
}
