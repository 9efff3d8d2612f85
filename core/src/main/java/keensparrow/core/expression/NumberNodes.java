package keensparrow.core.expression;

import java.util.Objects;
import keensparrow.core.column.LongColumn;

/** Arithmetic: exact while all values fit a long at a common scale of up to six decimals, else by doubles. */
final class NumberNodes {
    private NumberNodes() {}

    /** A number that leaves a long's range on the way: the whole expression goes on with doubles. */
    static final class Overflow extends RuntimeException {
        private static final long serialVersionUID = 1;

        Overflow() {
            super("beyond a long", null, false, false);
        }
    }

    static double number(Vector vector, int scale, int i) {
        return vector.doubles != null ? vector.doubles[i] : vector.longs[i] / (double) LongColumn.powerOfTen(scale);
    }

    /** The same numbers at a larger scale, or as doubles. */
    static Node scaled(Node node, int scale) {
        if (node.scale() == scale && node.kind() != Kind.NOTHING) {
            return node;
        }
        return Node.of(Kind.NUMBER, scale, (from, count) -> {
            Vector values = node.at(from, count);
            if (node.kind() == Kind.NOTHING) {
                return scale == Node.DOUBLES
                        ? Vector.ofDoubles(new double[count], values.blank)
                        : Vector.ofLongs(new long[count], values.blank);
            }
            if (scale == Node.DOUBLES) {
                double[] doubles = new double[count];
                for (int i = 0; i < count; i++) {
                    doubles[i] = number(values, node.scale(), i);
                }
                return Vector.ofDoubles(doubles, values.blank);
            }
            long factor = LongColumn.powerOfTen(scale - node.scale());
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                longs[i] = values.blank[i] ? 0 : multiplied(values.longs[i], factor);
            }
            return Vector.ofLongs(longs, values.blank);
        });
    }

    /** The scale at which values of both are exact. */
    static int common(Node left, Node right) {
        return left.scale() == Node.DOUBLES || right.scale() == Node.DOUBLES
                ? Node.DOUBLES
                : Math.max(left.scale(), right.scale());
    }

    static Node arithmetic(Expression.Operator operator, Node left, Node right, boolean exact) {
        boolean product = operator == Expression.Operator.MULTIPLY;
        int scale = product ? left.scale() + right.scale() : common(left, right);
        boolean doubles = !exact
                || left.scale() == Node.DOUBLES
                || right.scale() == Node.DOUBLES
                || operator == Expression.Operator.DIVIDE
                || scale > LongColumn.LARGEST_SCALE;
        if (doubles) {
            return approximate(operator, scaled(left, Node.DOUBLES), scaled(right, Node.DOUBLES));
        }
        Node a = product ? left : scaled(left, scale);
        Node b = product ? right : scaled(right, scale);
        return Node.of(Kind.NUMBER, scale, (from, count) -> {
            Vector first = a.at(from, count);
            Vector second = b.at(from, count);
            boolean[] blank = either(first, second);
            long[] result = new long[count];
            for (int i = 0; i < count; i++) {
                result[i] = blank[i] ? 0 : exactly(operator, first.longs[i], second.longs[i]);
            }
            return Vector.ofLongs(result, blank);
        });
    }

    private static long exactly(Expression.Operator operator, long a, long b) {
        try {
            return switch (operator) {
                case ADD -> Math.addExact(a, b);
                case SUBTRACT -> Math.subtractExact(a, b);
                default -> Math.multiplyExact(a, b);
            };
        } catch (ArithmeticException e) {
            throw new Overflow();
        }
    }

    private static long multiplied(long a, long factor) {
        return exactly(Expression.Operator.MULTIPLY, a, factor);
    }

    private static Node approximate(Expression.Operator operator, Node left, Node right) {
        return Node.of(Kind.NUMBER, Node.DOUBLES, (from, count) -> {
            Vector first = left.at(from, count);
            Vector second = right.at(from, count);
            double[] a = Objects.requireNonNull(first.doubles);
            double[] b = Objects.requireNonNull(second.doubles);
            boolean[] blank = either(first, second);
            double[] result = new double[count];
            for (int i = 0; i < count; i++) {
                result[i] = switch (operator) {
                    case ADD -> a[i] + b[i];
                    case SUBTRACT -> a[i] - b[i];
                    case MULTIPLY -> a[i] * b[i];
                    case DIVIDE -> a[i] / b[i]; // by zero: not finite, and so blank
                };
                blank[i] |= !Double.isFinite(result[i]);
            }
            return Vector.ofDoubles(result, blank);
        });
    }

    /** Blank where one of two is; a new array. */
    static boolean[] either(Vector first, Vector second) {
        boolean[] blank = first.blank.clone();
        for (int i = 0; i < blank.length; i++) {
            blank[i] |= second.blank[i];
        }
        return blank;
    }
}
