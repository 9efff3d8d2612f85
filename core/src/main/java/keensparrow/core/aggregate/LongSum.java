package keensparrow.core.aggregate;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.util.HashMap;
import java.util.Map;
import keensparrow.core.column.LongColumn;
import keensparrow.core.rows.RowBatches;
import org.jspecify.annotations.Nullable;

/** Exact sum, or average, of scaled whole numbers. A sum beyond a long goes on in a larger number, never round. */
final class LongSum implements Accumulator {
    private final LongColumn column;
    private final boolean average;
    private final long[] sums;
    private final long[] filled;
    private final Map<Integer, BigInteger> spilled = new HashMap<>();
    private long[] values = new long[RowBatches.BLOCK];

    LongSum(LongColumn column, int groups, boolean average) {
        this.column = column;
        this.average = average;
        this.sums = new long[groups];
        this.filled = new long[groups];
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        if (values.length < count) {
            values = new long[count];
        }
        column.read(rows, count, values); // blank rows read as 0
        boolean blanks = column.blankCount() > 0;
        for (int i = 0; i < count; i++) {
            int id = ids[i];
            long before = sums[id];
            long value = values[i];
            long after = before + value;
            if (((before ^ after) & (value ^ after)) < 0) {
                spilled.merge(id, BigInteger.valueOf(before), BigInteger::add);
                after = value;
            }
            sums[id] = after;
            filled[id] += blanks && column.isBlank(rows[i]) ? 0 : 1;
        }
    }

    @Override
    public @Nullable BigDecimal result(int group) {
        if (filled[group] == 0) {
            return null;
        }
        BigInteger whole = BigInteger.valueOf(sums[group]).add(spilled.getOrDefault(group, BigInteger.ZERO));
        BigDecimal sum = new BigDecimal(whole, column.scale());
        return average ? sum.divide(BigDecimal.valueOf(filled[group]), MathContext.DECIMAL64) : sum;
    }
}
