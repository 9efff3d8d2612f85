package keensparrow.core.engine.measure;

import java.math.BigInteger;
import java.util.Arrays;

/**
 * Sums of doubles by group that do not depend on the order of adding. Each value is cut into three whole numbers of a
 * fixed unit chosen for the column's largest value, which are added exactly; what is cut off lies more than 110 bits
 * below that largest value, far beyond a double's own 53.
 */
final class FixedSum {
    private static final int PARTS = 3;

    private final int exponent; // no value reaches 2^exponent
    private final int bits; // of each part
    private final double scale; // 2^(bits − exponent); 0 where that is no plain double
    private final long[][] parts = new long[PARTS][];

    /** @param largest no value is further from 0 @param rows no more are added */
    FixedSum(int groups, double largest, long rows) {
        this.exponent = largest == 0 ? 0 : Math.getExponent(largest) + 1;
        this.bits = Math.min(40, Long.numberOfLeadingZeros(Math.max(1, rows)) - 2);
        this.scale = Math.abs(bits - exponent) < 1000 ? Math.scalb(1.0, bits - exponent) : 0;
        fill(groups);
    }

    private FixedSum(int groups, FixedSum like) {
        this.exponent = like.exponent;
        this.bits = like.bits;
        this.scale = like.scale;
        fill(groups);
    }

    private void fill(int groups) {
        for (int p = 0; p < PARTS; p++) {
            parts[p] = new long[groups];
        }
    }

    FixedSum empty(int groups) {
        return new FixedSum(groups, this);
    }

    void add(int group, double value, int sign) {
        double unit = 1L << bits;
        double rest = scale != 0 ? value * scale : Math.scalb(value, bits - exponent);
        long first = (long) rest;
        rest = (rest - first) * unit;
        long second = (long) rest;
        rest = (rest - second) * unit;
        parts[0][group] += sign * first;
        parts[1][group] += sign * second;
        parts[2][group] += sign * (long) rest;
    }

    void clear(int group) {
        for (long[] part : parts) {
            part[group] = 0;
        }
    }

    void grow(int groups) {
        for (int p = 0; p < PARTS; p++) {
            parts[p] = Arrays.copyOf(parts[p], groups);
        }
    }

    void merge(FixedSum other, int[] target) {
        for (int p = 0; p < PARTS; p++) {
            Sums.merge(parts[p], other.parts[p], target);
        }
    }

    /** Rounded once, to the nearest double; infinite beyond its range. */
    double of(int group) {
        BigInteger whole = BigInteger.valueOf(parts[0][group])
                .shiftLeft(bits)
                .add(BigInteger.valueOf(parts[1][group]))
                .shiftLeft(bits)
                .add(BigInteger.valueOf(parts[2][group]));
        return Math.scalb(whole.doubleValue(), exponent - PARTS * bits);
    }

    long sizeBytes() {
        return 8L * PARTS * parts[0].length;
    }
}
