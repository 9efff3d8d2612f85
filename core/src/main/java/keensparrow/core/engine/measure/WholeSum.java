package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.Arrays;
import keensparrow.core.column.PackedInts;
import org.jspecify.annotations.Nullable;

/**
 * Exact sums of longs by group. One long each where no sum can leave its range, else the high and the low halves of the
 * values apart: either way additions need no check, and come out the same in any order.
 */
final class WholeSum {
    private static final long LOW = 0xFFFF_FFFFL;

    private long[] sums; // or the sums of the low halves
    private long @Nullable [] high;

    /** @param largest no value is further from 0 @param rows no more are added */
    WholeSum(int groups, double largest, long rows) {
        this.sums = new long[groups];
        this.high = largest * Math.max(1, rows) < 9e18 ? null : new long[groups];
    }

    private WholeSum(int groups, boolean wide) {
        this.sums = new long[groups];
        this.high = wide ? new long[groups] : null;
    }

    WholeSum empty(int groups) {
        return new WholeSum(groups, high != null);
    }

    /** Adds the value of {@code rows[i]} to {@code ids[i]}, or takes it away when {@code sign} is −1. */
    void add(PackedInts values, int[] rows, int[] ids, int count, int sign) {
        if (high != null) {
            for (int i = 0; i < count; i++) {
                add(ids[i], values.get(rows[i]), sign);
            }
        } else if (sums.length == 1) {
            sums[0] += sign * values.sum(rows, count);
        } else {
            values.addTo(sums, rows, ids, count, sign);
        }
    }

    void add(int group, long value, int sign) {
        if (high != null) {
            sums[group] += sign * (value & LOW);
            high[group] += sign * (value >> 32);
        } else {
            sums[group] += sign * value;
        }
    }

    void clear(int group) {
        sums[group] = 0;
        if (high != null) {
            high[group] = 0;
        }
    }

    void grow(int groups) {
        sums = Arrays.copyOf(sums, groups);
        high = high == null ? null : Arrays.copyOf(high, groups);
    }

    void merge(WholeSum other, int[] target) {
        Sums.merge(sums, other.sums, target);
        if (high != null && other.high != null) {
            Sums.merge(high, other.high, target);
        }
    }

    BigInteger of(int group) {
        BigInteger low = BigInteger.valueOf(sums[group]);
        return high == null
                ? low
                : BigInteger.valueOf(high[group]).shiftLeft(32).add(low);
    }

    /** Of values with so many decimals. */
    BigDecimal of(int group, int scale) {
        return high == null ? BigDecimal.valueOf(sums[group], scale) : new BigDecimal(of(group), scale);
    }

    long sizeBytes() {
        return (high == null ? 8L : 16L) * sums.length;
    }
}
