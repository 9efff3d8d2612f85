package keensparrow.core.expression;

import java.math.BigDecimal;
import java.util.function.IntPredicate;
import keensparrow.core.column.Bits;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import org.jspecify.annotations.Nullable;

/**
 * A value for each row on the way: scaled whole numbers while they stay exact, else doubles. One of {@code longs} and
 * {@code doubles} is there; a constant has one element.
 */
final class Operand {
    private final long @Nullable [] longs;
    private final double @Nullable [] doubles;
    private final int scale;
    private final IntPredicate blank;

    private Operand(long @Nullable [] longs, double @Nullable [] doubles, int scale, IntPredicate blank) {
        this.longs = longs;
        this.doubles = doubles;
        this.scale = scale;
        this.blank = blank;
    }

    static Operand constant(BigDecimal value) {
        BigDecimal plain = value.stripTrailingZeros();
        BigDecimal whole = plain.scale() < 0 ? plain.setScale(0) : plain;
        if (whole.scale() <= LongColumn.LARGEST_SCALE && whole.precision() <= 18) {
            return new Operand(new long[] {whole.unscaledValue().longValueExact()}, null, whole.scale(), row -> false);
        }
        return new Operand(null, new double[] {value.doubleValue()}, 0, row -> false);
    }

    static Operand of(Column column) {
        if (column instanceof DoubleColumn numbers) {
            return new Operand(null, numbers.values(), 0, column::isBlank);
        }
        LongColumn numbers = (LongColumn) column;
        long[] values = new long[column.rowCount()];
        for (int row = 0; row < values.length; row++) {
            values[row] = numbers.value(row);
        }
        return new Operand(values, null, numbers.scale(), column::isBlank);
    }

    private long exact(int row) {
        long[] values = java.util.Objects.requireNonNull(longs);
        return values[values.length == 1 ? 0 : row];
    }

    private double approximate(int row) {
        if (doubles != null) {
            return doubles[doubles.length == 1 ? 0 : row];
        }
        return exact(row) / (double) LongColumn.powerOfTen(scale);
    }

    Operand with(Expression.Operator operator, Operand right, int rows) {
        IntPredicate either = row -> blank.test(row) || right.blank.test(row);
        Operand exactly = exactly(operator, right, rows, either);
        return exactly != null ? exactly : approximately(operator, right, rows, either);
    }

    /** The exact result, or null where there is none: division, too many decimals, a value beyond a long. */
    private @Nullable Operand exactly(Expression.Operator operator, Operand right, int rows, IntPredicate either) {
        boolean product = operator == Expression.Operator.MULTIPLY;
        int common = product ? scale + right.scale : Math.max(scale, right.scale);
        if (longs == null
                || right.longs == null
                || operator == Expression.Operator.DIVIDE
                || common > LongColumn.LARGEST_SCALE) {
            return null;
        }
        long leftUnit = product ? 1 : LongColumn.powerOfTen(common - scale);
        long rightUnit = product ? 1 : LongColumn.powerOfTen(common - right.scale);
        long[] result = new long[rows];
        try {
            for (int row = 0; row < rows; row++) {
                if (either.test(row)) {
                    continue;
                }
                long a = Math.multiplyExact(exact(row), leftUnit);
                long b = Math.multiplyExact(right.exact(row), rightUnit);
                result[row] = switch (operator) {
                    case ADD -> Math.addExact(a, b);
                    case SUBTRACT -> Math.subtractExact(a, b);
                    default -> Math.multiplyExact(a, b);
                };
            }
        } catch (ArithmeticException beyondLong) {
            return null;
        }
        return new Operand(result, null, common, either);
    }

    private Operand approximately(Expression.Operator operator, Operand right, int rows, IntPredicate either) {
        double[] result = new double[rows];
        for (int row = 0; row < rows; row++) {
            double a = approximate(row);
            double b = right.approximate(row);
            result[row] = switch (operator) {
                case ADD -> a + b;
                case SUBTRACT -> a - b;
                case MULTIPLY -> a * b;
                case DIVIDE -> a / b; // by zero: not finite, and so blank
            };
        }
        IntPredicate blanks = row -> either.test(row) || !Double.isFinite(result[row]);
        return new Operand(null, result, 0, blanks);
    }

    Column column(int rows) {
        long[] present = new long[Bits.words(rows)];
        for (int row = 0; row < rows; row++) {
            if (!blank.test(row)) {
                Bits.set(present, row);
            }
        }
        if (longs != null) {
            long[] values = new long[rows];
            for (int row = 0; row < rows; row++) {
                values[row] = exact(row);
            }
            return new LongColumn(scale == 0 ? ColumnType.WHOLE : ColumnType.DECIMAL, scale, values, present);
        }
        double[] values = new double[rows];
        for (int row = 0; row < rows; row++) {
            values[row] = approximate(row);
        }
        return new DoubleColumn(values, present);
    }
}
