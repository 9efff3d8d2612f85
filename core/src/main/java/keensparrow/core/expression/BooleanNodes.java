package keensparrow.core.expression;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** Conditions with SQL's three truths: yes, no and blank for unknown. */
final class BooleanNodes {
    private BooleanNodes() {}

    static Node comparison(Expression.Relation relation, Node left, Node right) {
        return Node.of(Kind.BOOLEAN, 0, (from, count) -> {
            Vector a = left.at(from, count);
            Vector b = right.at(from, count);
            boolean[] blank = NumberNodes.either(a, b);
            long[] holds = new long[count];
            for (int i = 0; i < count; i++) {
                holds[i] = !blank[i] && relation.holds(Binder.compare(left.kind(), a, b, i)) ? 1 : 0;
            }
            return Vector.ofLongs(holds, blank);
        });
    }

    /** And: no as soon as one is no; or: yes as soon as one is yes; unknown where that is not known. */
    static Node logic(boolean isAnd, Node left, Node right) {
        long decides = isAnd ? 0 : 1;
        return Node.of(Kind.BOOLEAN, 0, (from, count) -> {
            Vector a = left.at(from, count);
            Vector b = right.at(from, count);
            boolean[] blank = new boolean[count];
            long[] holds = new long[count];
            for (int i = 0; i < count; i++) {
                boolean decided = (!a.blank[i] && a.longs[i] == decides) || (!b.blank[i] && b.longs[i] == decides);
                blank[i] = !decided && (a.blank[i] || b.blank[i]);
                holds[i] = decided ? decides : 1 - decides;
            }
            return Vector.ofLongs(holds, blank);
        });
    }

    static Node not(Node of) {
        return Node.of(Kind.BOOLEAN, 0, (from, count) -> {
            Vector values = of.at(from, count);
            long[] holds = new long[count];
            for (int i = 0; i < count; i++) {
                holds[i] = 1 - values.longs[i];
            }
            return Vector.ofLongs(holds, values.blank);
        });
    }

    static Node isBlank(Node of) {
        return Node.of(Kind.BOOLEAN, 0, (from, count) -> {
            Vector values = of.at(from, count);
            long[] holds = new long[count];
            for (int i = 0; i < count; i++) {
                holds[i] = values.blank[i] ? 1 : 0;
            }
            return Vector.ofLongs(holds, new boolean[count]);
        });
    }

    /**
     * For each row the value that belongs to the first test that holds.
     *
     * @param values alike, one more than tests: the last where none holds
     */
    static Node firstThatHolds(List<Node> tests, List<Node> values) {
        return chosen(values, (from, count) -> {
            int[] choice = new int[count];
            java.util.Arrays.fill(choice, tests.size());
            for (int t = tests.size() - 1; t >= 0; t--) {
                Vector holds = tests.get(t).at(from, count);
                for (int i = 0; i < count; i++) {
                    choice[i] = !holds.blank[i] && holds.longs[i] == 1 ? t : choice[i];
                }
            }
            return choice;
        });
    }

    /** For each row the first value that is not blank. */
    static Node firstFilled(List<Node> values) {
        return chosen(values, (from, count) -> {
            int[] choice = new int[count];
            for (int v = values.size() - 1; v >= 0; v--) {
                boolean[] blank = values.get(v).at(from, count).blank;
                for (int i = 0; i < count; i++) {
                    choice[i] = blank[i] ? choice[i] : v;
                }
            }
            return choice;
        });
    }

    /** Which value each row takes. */
    interface Choice {
        int[] of(int from, int count);
    }

    private static Node chosen(List<Node> values, Choice choice) {
        Kind kind = values.get(0).kind();
        int scale = values.get(0).scale();
        return Node.of(kind, scale, (from, count) -> {
            int[] chosen = choice.of(from, count);
            boolean[] blank = new boolean[count];
            long[] longs = new long[count];
            double[] doubles = new double[count];
            @Nullable String[] texts = new String[count];
            for (int v = 0; v < values.size(); v++) {
                Vector value = values.get(v).at(from, count);
                for (int i = 0; i < count; i++) {
                    if (chosen[i] == v) {
                        blank[i] = value.blank[i];
                        if (kind == Kind.TEXT) {
                            texts[i] = value.texts[i];
                        } else if (value.doubles != null) {
                            doubles[i] = value.doubles[i];
                        } else {
                            longs[i] = value.longs[i];
                        }
                    }
                }
            }
            if (kind == Kind.TEXT) {
                return Vector.ofTexts(texts, blank);
            }
            return scale == Node.DOUBLES ? Vector.ofDoubles(doubles, blank) : Vector.ofLongs(longs, blank);
        });
    }
}
