package keensparrow.core.expression;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.function.UnaryOperator;
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
            words("length", Kind.TEXT.label()),
            words("cast", Words.say("expression.castWords")),
            words("regexp_replace", Words.say("expression.patternWords2")),
            words("regexp_substr", Words.say("expression.patternWords")),
            words("regexp_like", Words.say("expression.patternWords")));

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
            case "lower" -> text(call, 1, text -> text.toLowerCase(Locale.ROOT));
            case "upper" -> text(call, 1, text -> text.toUpperCase(Locale.ROOT));
            case "length", "char_length" -> length(call);
            case "regexp_replace" -> {
                UnaryOperator<@Nullable String> replacing = pattern(call, 3)
                        .replacing(literal(call, 2), call.arguments().get(2).span());
                yield text(call, 3, replacing::apply);
            }
            case "regexp_substr" -> {
                TextPattern pattern = pattern(call, 2);
                yield text(call, 2, pattern::found);
            }
            case "regexp_like" -> {
                TextPattern pattern = pattern(call, 2);
                Node found = text(call, 2, text -> pattern.isIn(text) ? "1" : "0");
                yield Node.of(Kind.BOOLEAN, 0, (from, count) -> {
                    Vector values = found.at(from, count);
                    long[] truths = new long[count];
                    for (int i = 0; i < count; i++) {
                        truths[i] = "1".equals(values.texts[i]) ? 1 : 0;
                    }
                    return Vector.ofLongs(truths, values.blank);
                });
            }
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

    /** The pattern, which is the second argument. */
    private static TextPattern pattern(Expression.Call call, int count) {
        arguments(call, count, count);
        return TextPattern.of(literal(call, 1), call.arguments().get(1).span());
    }

    private static String literal(Expression.Call call, int place) {
        Expression argument = call.arguments().get(place);
        if (argument instanceof Expression.TextLiteral text) {
            return text.value();
        }
        throw new UserException(
                ErrorCode.EXPRESSION_SYNTAX,
                Text.of("expression.patternInQuotes", "call", UserException.quote(call.name())),
                argument.span());
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
        @Nullable
        String of(String text);
    }

    private Node texts(Expression.Call call, int count) {
        Expression argument = arguments(call, count, count).get(0);
        Node of = binder.bind(argument);
        if (of.kind() != Kind.TEXT) {
            throw binder.mismatch(
                    argument, of, Text.of("expression.needsText", "call", UserException.quote(call.name())));
        }
        return of;
    }

    /** Of the first of so many arguments. */
    private Node text(Expression.Call call, int arguments, OfText made) {
        Node of = texts(call, arguments);
        return Node.of(Kind.TEXT, 0, (from, count) -> {
            Vector values = of.at(from, count);
            @Nullable String[] texts = new String[count];
            boolean[] blank = new boolean[count];
            for (int i = 0; i < count; i++) {
                String text = values.blank[i] ? null : made.of(Objects.requireNonNull(values.texts[i]));
                texts[i] = text == null || text.isEmpty() ? null : text; // an empty text is a blank
                blank[i] = texts[i] == null;
            }
            return Vector.ofTexts(texts, blank);
        });
    }

    private Node length(Expression.Call call) {
        Node of = texts(call, 1);
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
