package keensparrow.core.expression;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/**
 * Functions of texts, numbers and dates, each a line in {@link TextFunctions}, {@link NumberFunctions} or {@link DateFunctions}. A row is blank where an argument is; numbers
 * that are none, such as the root of one below 0, are blank too.
 */
final class RowFunctions {

    /** How the arguments become a node. */
    interface Made {
        Node of(List<Node> arguments);
    }

    /** @param kinds of the arguments; the last may be left out, or repeated, as said */
    private record Signature(List<Kind> kinds, int least, boolean repeated, Made made) {}

    private static final Map<String, Signature> ALL = new TreeMap<>();

    static {
        TextFunctions.addAll();
        NumberFunctions.addAll();
        DateFunctions.addAll();
    }

    private final Binder binder;

    RowFunctions(Binder binder) {
        this.binder = binder;
    }

    static Stream<Expressions.FunctionWords> all() {
        return ALL.entrySet().stream()
                .map(entry -> new Expressions.FunctionWords(
                        entry.getKey(),
                        entry.getValue().kinds.stream().map(Kind::label).collect(Collectors.joining(", "))));
    }

    static boolean has(String name) {
        return ALL.containsKey(name);
    }

    /** @throws UserException EXPRESSION_SYNTAX for a wrong number or type of arguments */
    Node bind(Expression.Call call) {
        Signature signature = Objects.requireNonNull(ALL.get(call.name()));
        int most = signature.repeated ? 100 : signature.kinds.size();
        List<Expression> given = Functions.arguments(call, signature.least, most);
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < given.size(); i++) {
            Kind wanted = signature.kinds.get(Math.min(i, signature.kinds.size() - 1));
            nodes.add(argument(call, given.get(i), wanted));
        }
        return signature.made.of(nodes);
    }

    private Node argument(Expression.Call call, Expression given, Kind wanted) {
        if (wanted == Kind.NUMBER) {
            return binder.number(given);
        }
        Node node = binder.bind(given);
        boolean fits = wanted == Kind.DATE ? node.kind().isTime() : node.kind() == wanted;
        if (!fits && node.kind() != Kind.NOTHING) {
            throw new UserException(
                    ErrorCode.EXPRESSION_SYNTAX,
                    Text.of(
                            "expression.argumentIs",
                            "function",
                            UserException.quote(call.name()),
                            "wanted",
                            wanted.label(),
                            "found",
                            node.kind().label()),
                    given.span());
        }
        return node;
    }

    /** @param least how many arguments are given at least; the kinds say how many at most */
    static void add(String name, List<Kind> kinds, int least, Made made) {
        ALL.put(name, new Signature(kinds, least, false, made));
    }

    /** One of two or more arguments of a kind. */
    static void addRepeated(String name, Kind kind, Made made) {
        ALL.put(name, new Signature(List.of(kind), 2, true, made));
    }

    interface OfTexts {
        @Nullable
        String of(String[] texts, double[] numbers);
    }

    /** Reads the arguments of a row, texts in one array and numbers in the other at the same places. */
    private static final class Arguments {
        final Vector[] vectors;
        final boolean[] blank;
        final String[] texts;
        final double[] numbers;
        private final List<Node> nodes;

        Arguments(List<Node> nodes, int from, int count) {
            this.nodes = nodes;
            vectors = new Vector[nodes.size()];
            blank = new boolean[count];
            texts = new String[nodes.size()];
            numbers = new double[nodes.size()];
            for (int a = 0; a < vectors.length; a++) {
                vectors[a] = nodes.get(a).at(from, count);
                for (int i = 0; i < count; i++) {
                    blank[i] |= vectors[a].blank[i];
                }
            }
        }

        void row(int i) {
            for (int a = 0; a < vectors.length; a++) {
                if (nodes.get(a).kind() == Kind.TEXT) {
                    texts[a] = String.valueOf(vectors[a].texts[i]);
                } else {
                    numbers[a] = NumberNodes.number(vectors[a], nodes.get(a).scale(), i);
                }
            }
        }
    }

    static Node ofTexts(List<Node> nodes, OfTexts made) {
        return Node.of(Kind.TEXT, 0, (from, count) -> {
            Arguments arguments = new Arguments(nodes, from, count);
            @Nullable String[] texts = new String[count];
            for (int i = 0; i < count; i++) {
                if (!arguments.blank[i]) {
                    arguments.row(i);
                    String text = made.of(arguments.texts, arguments.numbers);
                    texts[i] = text == null || text.isEmpty() ? null : text; // an empty text is a blank
                    arguments.blank[i] = texts[i] == null;
                }
            }
            return Vector.ofTexts(texts, arguments.blank);
        });
    }

    interface OfLongs {
        long of(String[] texts, double[] numbers);
    }

    static Node ofNumbers(List<Node> nodes, OfLongs made) {
        return Node.of(Kind.NUMBER, 0, (from, count) -> {
            Arguments arguments = new Arguments(nodes, from, count);
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                if (!arguments.blank[i]) {
                    arguments.row(i);
                    longs[i] = made.of(arguments.texts, arguments.numbers);
                }
            }
            return Vector.ofLongs(longs, arguments.blank);
        });
    }
}
