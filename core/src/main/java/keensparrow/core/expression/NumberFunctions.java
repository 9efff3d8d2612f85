package keensparrow.core.expression;

import java.util.List;
import java.util.Objects;
import java.util.function.DoubleBinaryOperator;
import java.util.function.DoubleUnaryOperator;
import keensparrow.core.column.LongColumn;

/** Functions of numbers, exact for what is exact; a result that is no finite number is blank. */
final class NumberFunctions {
    private NumberFunctions() {}

    static void addAll() {
        Kind n = Kind.NUMBER;
        number("sqrt", Math::sqrt);
        number("ln", Math::log);
        number("exp", Math::exp);
        number("log10", Math::log10);
        RowFunctions.add("power", List.of(n, n), 2, nodes -> doubles(nodes, Math::pow));
        RowFunctions.add(
                "sign",
                List.of(n),
                1,
                nodes -> RowFunctions.ofNumbers(nodes, (texts, numbers) -> (long) Math.signum(numbers[0])));
        whole("floor", false);
        whole("ceiling", true);
        RowFunctions.add("mod", List.of(n, n), 2, NumberFunctions::remainder);
        RowFunctions.addRepeated("least", n, nodes -> chosen(nodes, true));
        RowFunctions.addRepeated("greatest", n, nodes -> chosen(nodes, false));
    }

    private static void number(String name, DoubleUnaryOperator made) {
        RowFunctions.add(name, List.of(Kind.NUMBER), 1, nodes -> doubles(nodes, (a, b) -> made.applyAsDouble(a)));
    }

    /** Of one or two numbers; what is no finite number is blank. */
    private static Node doubles(List<Node> nodes, DoubleBinaryOperator made) {
        Node left = NumberNodes.scaled(nodes.get(0), Node.DOUBLES);
        Node right = nodes.size() > 1 ? NumberNodes.scaled(nodes.get(1), Node.DOUBLES) : left;
        return Node.of(Kind.NUMBER, Node.DOUBLES, (from, count) -> {
            Vector first = left.at(from, count);
            Vector second = right.at(from, count);
            boolean[] blank = NumberNodes.either(first, second);
            double[] a = Objects.requireNonNull(first.doubles);
            double[] b = Objects.requireNonNull(second.doubles);
            double[] result = new double[count];
            for (int i = 0; i < count; i++) {
                result[i] = made.applyAsDouble(a[i], b[i]);
                blank[i] |= !Double.isFinite(result[i]);
            }
            return Vector.ofDoubles(result, blank);
        });
    }

    /** The next whole number below or above; exact for what is exact. */
    private static void whole(String name, boolean up) {
        RowFunctions.add(name, List.of(Kind.NUMBER), 1, nodes -> {
            Node of = nodes.get(0);
            return Node.of(Kind.NUMBER, 0, (from, count) -> {
                Vector values = of.at(from, count);
                boolean[] blank = values.blank.clone();
                long[] longs = new long[count];
                long unit = values.doubles == null ? LongColumn.powerOfTen(of.scale()) : 1;
                for (int i = 0; i < count; i++) {
                    if (blank[i]) {
                        continue;
                    }
                    if (values.doubles != null) {
                        double value = up ? Math.ceil(values.doubles[i]) : Math.floor(values.doubles[i]);
                        blank[i] = Math.abs(value) >= Long.MAX_VALUE; // no whole number of ours
                        longs[i] = blank[i] ? 0 : (long) value;
                    } else {
                        longs[i] = up ? -Math.floorDiv(-values.longs[i], unit) : Math.floorDiv(values.longs[i], unit);
                    }
                }
                return Vector.ofLongs(longs, blank);
            });
        });
    }

    /** With the sign of what is divided, as SQL does; by 0 it is blank. */
    private static Node remainder(List<Node> nodes) {
        int scale = NumberNodes.common(nodes.get(0), nodes.get(1));
        if (scale == Node.DOUBLES) {
            return doubles(nodes, (a, b) -> a % b);
        }
        Node left = NumberNodes.scaled(nodes.get(0), scale);
        Node right = NumberNodes.scaled(nodes.get(1), scale);
        return Node.of(Kind.NUMBER, scale, (from, count) -> {
            Vector a = left.at(from, count);
            Vector b = right.at(from, count);
            boolean[] blank = NumberNodes.either(a, b);
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                blank[i] |= !blank[i] && b.longs[i] == 0;
                longs[i] = blank[i] ? 0 : a.longs[i] % b.longs[i];
            }
            return Vector.ofLongs(longs, blank);
        });
    }

    private static Node chosen(List<Node> nodes, boolean least) {
        Node best = nodes.get(0);
        for (Node next : nodes.subList(1, nodes.size())) {
            best = chosen(best, next, least);
        }
        return best;
    }

    private static Node chosen(Node left, Node right, boolean least) {
        int scale = NumberNodes.common(left, right);
        if (scale == Node.DOUBLES) {
            return doubles(List.of(left, right), least ? Math::min : Math::max);
        }
        Node one = NumberNodes.scaled(left, scale);
        Node two = NumberNodes.scaled(right, scale);
        return Node.of(Kind.NUMBER, scale, (from, count) -> {
            Vector a = one.at(from, count);
            Vector b = two.at(from, count);
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                longs[i] = least ? Math.min(a.longs[i], b.longs[i]) : Math.max(a.longs[i], b.longs[i]);
            }
            return Vector.ofLongs(longs, NumberNodes.either(a, b));
        });
    }
}
