package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.math.BigInteger;
import keensparrow.core.column.PackedInts;

/**
 * A sum by group, either of whole numbers exactly or of doubles rounded once; which one is settled when it is made. In
 * both the order of adding changes nothing.
 */
final class Total {
    private final boolean exact;
    private final WholeSum whole; // of the two, the one that is not used has no groups
    private final FixedSum fixed;

    private Total(boolean exact, WholeSum whole, FixedSum fixed) {
        this.exact = exact;
        this.whole = whole;
        this.fixed = fixed;
    }

    /**
     * Of whole numbers when {@code exact}, else of doubles.
     *
     * @param largest no value is further from 0
     * @param rows no more are added
     */
    static Total of(boolean exact, int groups, double largest, long rows) {
        return new Total(
                exact,
                new WholeSum(exact ? groups : 0, largest, rows),
                new FixedSum(exact ? 0 : groups, Math.min(largest, Double.MAX_VALUE), rows));
    }

    Total empty(int groups) {
        return new Total(exact, whole.empty(exact ? groups : 0), fixed.empty(exact ? 0 : groups));
    }

    boolean isExact() {
        return exact;
    }

    /** Many at once: the value of {@code rows[i]} to {@code ids[i]}. */
    void add(PackedInts values, int[] rows, int[] ids, int count, int sign) {
        whole.add(values, rows, ids, count, sign);
    }

    void add(int group, long value, int sign) {
        whole.add(group, value, sign);
    }

    void add(int group, double value, int sign) {
        fixed.add(group, value, sign);
    }

    /** Nothing is left in the group. */
    void clear(int group) {
        if (exact) {
            whole.clear(group);
        } else {
            fixed.clear(group);
        }
    }

    void grow(int groups) {
        if (exact) {
            whole.grow(groups);
        } else {
            fixed.grow(groups);
        }
    }

    void merge(Total other, int[] target) {
        if (exact) {
            whole.merge(other.whole, target);
        } else {
            fixed.merge(other.fixed, target);
        }
    }

    /** Of one that {@link #isExact}. */
    BigInteger exactly(int group) {
        return whole.of(group);
    }

    /** Of one that {@link #isExact}, for values of so many decimals. */
    BigDecimal exactly(int group, int scale) {
        return whole.of(group, scale);
    }

    /** Of one that is not. */
    double approximately(int group) {
        return fixed.of(group);
    }

    long sizeBytes() {
        return whole.sizeBytes() + fixed.sizeBytes();
    }
}
