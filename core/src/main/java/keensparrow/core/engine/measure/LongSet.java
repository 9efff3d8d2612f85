package keensparrow.core.engine.measure;

import org.jspecify.annotations.Nullable;

/**
 * How many different longs were added: exact up to a million, kept by open addressing; beyond, estimated after
 * Flajolet and others (HyperLogLog, 2007) from the largest run of zeros in each of 2^14 shares of the hashes.
 */
final class LongSet {
    /** Relative standard error of an estimate: 1.04 / √16384. */
    static final double ERROR = 0.0081;

    private static final int EXACT = 1_000_000;
    private static final int SHARE_BITS = 14;

    private long[] slots = new long[16];
    private boolean zero;
    private int size;
    private byte @Nullable [] runs; // there once it is an estimate

    long size() {
        return runs != null ? estimate(runs) : size + (zero ? 1 : 0);
    }

    boolean isExact() {
        return runs == null;
    }

    void add(long value) {
        byte[] shares = runs;
        if (shares != null) {
            note(shares, value);
        } else if (value == 0) {
            zero = true; // 0 marks a free slot
        } else if (insert(slots, value) && ++size * 2 > slots.length) {
            if (size > EXACT) {
                giveUp();
            } else {
                grow();
            }
        }
    }

    private void grow() {
        long[] larger = new long[slots.length * 2];
        for (long old : slots) {
            if (old != 0) {
                insert(larger, old);
            }
        }
        slots = larger;
    }

    private byte[] giveUp() {
        byte[] shares = new byte[1 << SHARE_BITS];
        for (long value : slots) {
            if (value != 0) {
                note(shares, value);
            }
        }
        if (zero) {
            note(shares, 0);
        }
        runs = shares;
        slots = new long[0];
        return shares;
    }

    void addAll(LongSet other) {
        if (other.runs != null) {
            byte[] shares = runs == null ? giveUp() : runs;
            for (int i = 0; i < shares.length; i++) {
                shares[i] = (byte) Math.max(shares[i], other.runs[i]);
            }
            return;
        }
        for (long value : other.slots) {
            if (value != 0) {
                add(value);
            }
        }
        if (other.zero) {
            add(0);
        }
    }

    private static boolean insert(long[] into, long value) {
        int slot = (int) (mixed(value) >>> 32) & (into.length - 1);
        while (into[slot] != 0) {
            if (into[slot] == value) {
                return false;
            }
            slot = (slot + 1) & (into.length - 1);
        }
        into[slot] = value;
        return true;
    }

    /** Spreads all bits (the finisher of MurmurHash3, public domain). */
    private static long mixed(long value) {
        long hash = value;
        hash = (hash ^ (hash >>> 33)) * 0xff51afd7ed558ccdL;
        hash = (hash ^ (hash >>> 33)) * 0xc4ceb9fe1a85ec53L;
        return hash ^ (hash >>> 33);
    }

    private static void note(byte[] shares, long value) {
        long hash = mixed(value);
        int share = (int) (hash >>> (64 - SHARE_BITS));
        int run = Long.numberOfLeadingZeros((hash << SHARE_BITS) | (1L << (SHARE_BITS - 1))) + 1;
        shares[share] = (byte) Math.max(shares[share], run);
    }

    private static long estimate(byte[] shares) {
        double sum = 0;
        for (byte run : shares) {
            sum += Math.scalb(1.0, -run);
        }
        double alpha = 0.7213 / (1 + 1.079 / shares.length);
        return Math.round(alpha * shares.length * shares.length / sum);
    }

    long sizeBytes() {
        return 8L * slots.length + (runs == null ? 0 : runs.length);
    }
}
