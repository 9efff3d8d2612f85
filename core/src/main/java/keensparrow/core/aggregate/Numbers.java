package keensparrow.core.aggregate;

import java.math.BigDecimal;
import java.math.BigInteger;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.rows.RowBatches;

/** Sums by group of a number column, of either kind: whole numbers exactly, doubles rounded once. */
final class Numbers {
    private final Column column;
    private final WholeSum whole; // of the two, the one that fits the column is used
    private final FixedSum fixed;
    private final boolean exact;
    private long[] values = new long[0];

    Numbers(Column column, int groups) {
        this.column = column;
        this.exact = column instanceof LongColumn;
        int rows = column.rowCount();
        double largest = largest(column);
        this.whole = new WholeSum(exact ? groups : 0, largest, rows);
        this.fixed = new FixedSum(exact ? 0 : groups, largest, rows);
    }

    private Numbers(Numbers like, int groups) {
        this.column = like.column;
        this.exact = like.exact;
        this.whole = like.whole.empty(exact ? groups : 0);
        this.fixed = like.fixed.empty(exact ? 0 : groups);
    }

    /** No value of the column, as kept, is further from 0. */
    static double largest(Column column) {
        if (column instanceof LongColumn longs) {
            return longs.isAllBlank()
                    ? 0
                    : Math.max(Math.abs((double) longs.smallest()), Math.abs((double) longs.largest()));
        }
        return ((DoubleColumn) column).largestMagnitude();
    }

    Numbers empty(int groups) {
        return new Numbers(this, groups);
    }

    void add(int[] rows, int[] ids, int count, int sign) {
        if (column instanceof LongColumn longs) {
            if (values.length < count) {
                values = new long[Math.max(count, RowBatches.BLOCK)];
            }
            longs.read(rows, count, values); // blank rows read as 0
            whole.add(values, ids, count, sign);
            return;
        }
        DoubleColumn doubles = (DoubleColumn) column;
        for (int i = 0; i < count; i++) {
            if (!doubles.isBlank(rows[i])) {
                fixed.add(ids[i], doubles.value(rows[i]), sign);
            }
        }
    }

    void grow(int groups) {
        if (exact) {
            whole.grow(groups);
        } else {
            fixed.grow(groups);
        }
    }

    void merge(Numbers other, int[] target) {
        if (exact) {
            whole.merge(other.whole, target);
        } else {
            fixed.merge(other.fixed, target);
        }
    }

    boolean isExact() {
        return exact;
    }

    /** The exact sum of a column that {@link #isExact}. */
    BigDecimal exactly(int group) {
        BigInteger sum = whole.of(group);
        return new BigDecimal(sum, ((LongColumn) column).scale());
    }

    double approximately(int group) {
        return exact ? exactly(group).doubleValue() : fixed.of(group);
    }

    long sizeBytes() {
        return whole.sizeBytes() + fixed.sizeBytes();
    }
}
