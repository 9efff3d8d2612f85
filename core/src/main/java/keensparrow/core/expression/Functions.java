package keensparrow.core.expression;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Stream;
import keensparrow.core.column.LongColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.Nearest;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** What an expression over rows may call. */
final class Functions {
    private static final List<Expressions.FunctionWords> OWN = List.of(
            words("coalesce", Words.say("expression.anyValues")),
            words("nullif", Words.say("expression.anyValues")),
            words("abs", Kind.NUMBER.label()),
            words("round", Kind.NUMBER.label()),
            words("lower", Kind.TEXT.label()),
            words("upper", Kind.TEXT.label()),
            words("length", Kind.TEXT.label()));

    private static Expressions.FunctionWords words(String name, String arguments) {
        return new Expressions.FunctionWords(name, arguments);
    }

    static List<Expressions.FunctionWords> all() {
        return Stream.concat(OWN.stream(), RowFunctions.all())
                .sorted(Comparator.comparing(Expressions.FunctionWords::name))
                .toList();
    }

    private static List<String> names() {
        return all().stream().map(Expressions.FunctionWords::name).toList();
    }

    private final Binder binder;

    Functions(Binder binder) {
        this.binder = binder;
    }

    /** @throws UserException COLUMN_NOT_FOUND for an unknown name, EXPRESSION_SYNTAX for a wrong number of arguments */
    Node bind(Expression.Call call) {
        if (Expressions.AGGREGATES.contains(call.name())) {
            throw new UserException(
                    ErrorCode.EXPRESSION_SYNTAX,
                    Text.of("expression.goesOverManyRowsAnd", "call", UserException.quote(call.name())),
                    call.span());
        }
        if (RowFunctions.has(call.name())) {
            return new RowFunctions(binder).bind(call);
        }
        return switch (call.name()) {
            case "coalesce" -> {
                List<Node> values = new ArrayList<>();
                for (Expression argument : arguments(call, 1, 100)) {
                    values.add(binder.bind(argument));
                }
                yield BooleanNodes.firstFilled(Binder.alike(values, call.span()));
            }
            case "nullif" -> nullIf(call);
            case "abs" -> absolute(binder.number(arguments(call, 1, 1).get(0)));
            case "round" -> rounded(call);
            case "lower" -> text(call, text -> text.toLowerCase(Locale.ROOT));
            case "upper" -> text(call, text -> text.toUpperCase(Locale.ROOT));
            case "length", "char_length" -> length(call);
            default ->
                throw new UserException(
                        ErrorCode.COLUMN_NOT_FOUND,
                        Text.of(
                                "expression.thereIsNoFunction",
                                "call",
                                UserException.quote(call.name()),
                                "call2",
                                Nearest.hint(call.name(), names())),
                        call.span());
        };
    }

    static List<Expression> arguments(Expression.Call call, int least, int most) {
        int count = call.arguments().size();
        if (count < least || count > most || call.isStar() || call.isDistinct()) {
            throw new UserException(
                    ErrorCode.EXPRESSION_SYNTAX,
                    Text.of(
                            "expression.needsInItsParentheses",
                            "call",
                            UserException.quote(call.name()),
                            "least",
                            least == most,
                            "least2",
                            least,
                            "most",
                            most),
                    call.span());
        }
        return call.arguments();
    }

    private Node nullIf(Expression.Call call) {
        List<Expression> arguments = arguments(call, 2, 2);
        Expression equal =
                new Expression.Comparison(Expression.Relation.EQUAL, arguments.get(0), arguments.get(1), call.span());
        return binder.bind(new Expression.Case(
                List.of(new Expression.When(equal, new Expression.Blank(call.span()))), arguments.get(0), call.span()));
    }

    private static Node absolute(Node of) {
        return Node.of(Kind.NUMBER, of.scale(), (from, count) -> {
            Vector values = of.at(from, count);
            if (values.doubles != null) {
                double[] doubles = new double[count];
                for (int i = 0; i < count; i++) {
                    doubles[i] = Math.abs(values.doubles[i]);
                }
                return Vector.ofDoubles(doubles, values.blank);
            }
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                longs[i] = Math.abs(values.longs[i]);
            }
            return Vector.ofLongs(longs, values.blank);
        });
    }

    /** Half away from zero, as SQL does; up to six decimals, so that the result is exact. */
    private Node rounded(Expression.Call call) {
        List<Expression> arguments = arguments(call, 1, 2);
        int places = 0;
        if (arguments.size() == 2) {
            boolean plain = arguments.get(1) instanceof Expression.Literal literal
                    && literal.value().stripTrailingZeros().scale() <= 0
                    && literal.value().compareTo(BigDecimal.valueOf(LongColumn.LARGEST_SCALE)) <= 0;
            if (!plain) {
                throw new UserException(
                        ErrorCode.EXPRESSION_SYNTAX,
                        Text.of("expression.roundTakes0ToDecimals", "largestScale", LongColumn.LARGEST_SCALE),
                        arguments.get(1).span());
            }
            places = ((Expression.Literal) arguments.get(1)).value().intValueExact();
        }
        Node of = binder.number(arguments.get(0));
        int scale = places;
        return Node.of(Kind.NUMBER, scale, (from, count) -> {
            Vector values = of.at(from, count);
            boolean[] blank = values.blank.clone();
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                BigInteger rounded = blank[i] ? BigInteger.ZERO : rounded(values, of.scale(), i, scale);
                blank[i] |= rounded.bitLength() >= Long.SIZE; // as exact as that no number of ours is
                longs[i] = blank[i] ? 0 : rounded.longValue();
            }
            return Vector.ofLongs(longs, blank);
        });
    }

    private static BigInteger rounded(Vector values, int scale, int i, int places) {
        BigDecimal value = values.doubles != null
                ? new BigDecimal(Double.toString(values.doubles[i]))
                : BigDecimal.valueOf(values.longs[i], scale);
        return value.setScale(places, RoundingMode.HALF_UP).unscaledValue();
    }

    /** From a text to a text. */
    private interface OfText {
        String of(String text);
    }

    private Node texts(Expression.Call call) {
        Expression argument = arguments(call, 1, 1).get(0);
        Node of = binder.bind(argument);
        if (of.kind() != Kind.TEXT) {
            throw binder.mismatch(
                    argument, of, Text.of("expression.needsText", "call", UserException.quote(call.name())));
        }
        return of;
    }

    private Node text(Expression.Call call, OfText made) {
        Node of = texts(call);
        return Node.of(Kind.TEXT, 0, (from, count) -> {
            Vector values = of.at(from, count);
            @Nullable String[] texts = new String[count];
            for (int i = 0; i < count; i++) {
                texts[i] = values.blank[i] ? null : made.of(Objects.requireNonNull(values.texts[i]));
            }
            return Vector.ofTexts(texts, values.blank);
        });
    }

    private Node length(Expression.Call call) {
        Node of = texts(call);
        return Node.of(Kind.NUMBER, 0, (from, count) -> {
            Vector values = of.at(from, count);
            long[] lengths = new long[count];
            for (int i = 0; i < count; i++) {
                String text = values.texts[i];
                lengths[i] = text == null ? 0 : text.codePointCount(0, text.length());
            }
            return Vector.ofLongs(lengths, values.blank);
        });
    }
}
