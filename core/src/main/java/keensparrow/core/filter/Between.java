package keensparrow.core.filter;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/**
 * The number lies between two bounds, both included. A range upside down selects nothing but the blanks asked for.
 *
 * @param from lower bound, null for none
 * @param to upper bound, null for none
 * @param belowTo leave {@code to} itself out, as the bins of a histogram do
 * @param blanks whether blank rows are kept
 */
public record Between(
        String column, @Nullable BigDecimal from, @Nullable BigDecimal to, boolean belowTo, boolean blanks)
        implements Filter {
    private static final BigInteger LONG_MIN = BigInteger.valueOf(Long.MIN_VALUE);
    private static final BigInteger LONG_MAX = BigInteger.valueOf(Long.MAX_VALUE);

    public Between {
        // equal numbers are equal conditions, however many zeros were written
        from = from == null ? null : stripped(from);
        to = to == null ? null : stripped(to);
    }

    private static BigDecimal stripped(BigDecimal value) {
        BigDecimal plain = value.stripTrailingZeros();
        return plain.scale() < 0 ? plain.setScale(0) : plain;
    }

    public static Between of(String column, @Nullable String from, @Nullable String to) {
        return new Between(
                column,
                from == null ? null : new BigDecimal(from),
                to == null ? null : new BigDecimal(to),
                false,
                false);
    }

    @Override
    public void fit(Table table) {
        if (!table.column(column).type().isNumber()) {
            throw Filter.mismatch(table, column, "numbers");
        }
    }

    @Override
    public RowTest test(Table table) {
        Column any = table.column(column);
        if (any instanceof LongColumn longs && any.type().isNumber()) {
            return ofLongs(longs);
        }
        if (any instanceof DoubleColumn doubles) {
            double low = from == null ? Double.NEGATIVE_INFINITY : from.doubleValue();
            double high = to == null ? Double.POSITIVE_INFINITY : to.doubleValue();
            boolean below = belowTo && to != null;
            return RowTests.each(any.rowCount(), row -> {
                double value = doubles.value(row);
                return doubles.isBlank(row) ? blanks : value >= low && (below ? value < high : value <= high);
            });
        }
        throw Filter.mismatch(table, column, "numbers");
    }

    private RowTest ofLongs(LongColumn longs) {
        long low = from == null ? Long.MIN_VALUE : bound(from, longs.scale(), RoundingMode.CEILING);
        long high = Long.MAX_VALUE;
        if (to != null) {
            high = bound(to, longs.scale(), RoundingMode.FLOOR);
            boolean exact =
                    to.movePointRight(longs.scale()).stripTrailingZeros().scale() <= 0;
            if (belowTo && exact && high > Long.MIN_VALUE) {
                high--;
            }
        }
        return RowTests.inside(longs, low, high, blanks);
    }

    private static long bound(BigDecimal value, int scale, RoundingMode rounding) {
        BigInteger scaled = value.movePointRight(scale).setScale(0, rounding).toBigInteger();
        return scaled.max(LONG_MIN).min(LONG_MAX).longValue();
    }
}
