package keensparrow.core.expression;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import keensparrow.core.column.LongColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.Nearest;
import keensparrow.core.error.Span;
import keensparrow.core.error.UserException;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Text;
import keensparrow.core.words.TextOrder;
import keensparrow.core.words.Words;

/** Finds the columns of an expression, checks that kinds fit, and makes it ready to run block by block. */
final class Binder {
    private static final long MICROS_A_DAY = 86_400_000_000L;

    private final Schema schema;
    private final Function<ColumnInfo, Node> columns;
    private final boolean exact;
    private final OncePerText oncePerText;
    private final Map<Expression, Kind> kinds = new IdentityHashMap<>();

    /**
     * @param columns what gives the values of a column
     * @param exact whether numbers stay exact where they can; without it all arithmetic is by doubles
     */
    Binder(Schema schema, Function<ColumnInfo, Node> columns, boolean exact) {
        this(schema, columns, exact, (expression, node) -> node);
    }

    /** @param oncePerText what makes parts cheaper that need one column of repeating texts */
    Binder(Schema schema, Function<ColumnInfo, Node> columns, boolean exact, OncePerText oncePerText) {
        this.schema = schema;
        this.columns = columns;
        this.exact = exact;
        this.oncePerText = oncePerText;
    }

    /** A part of an expression made cheaper, or as it is. */
    interface OncePerText {
        Node of(Expression expression, Node node);
    }

    /** What the values of each part are that was bound so far. */
    Map<Expression, Kind> kinds() {
        return kinds;
    }

    Node bind(Expression expression) {
        Node node = bound(expression);
        kinds.put(expression, node.kind());
        return oncePerText.of(expression, node);
    }

    private Node bound(Expression expression) {
        if (expression instanceof Expression.Literal literal) {
            return constant(literal.value());
        }
        if (expression instanceof Expression.TextLiteral text) {
            return Node.of(Kind.TEXT, 0, (from, count) -> {
                String[] texts = new String[count];
                Arrays.fill(texts, text.value());
                return Vector.ofTexts(texts, new boolean[count]);
            });
        }
        if (expression instanceof Expression.BooleanLiteral truth) {
            return fixed(Kind.BOOLEAN, truth.value() ? 1 : 0);
        }
        if (expression instanceof Expression.TimeLiteral time) {
            return time(time.value(), time.isDate());
        }
        if (expression instanceof Expression.Blank) {
            return Node.of(Kind.NOTHING, 0, (from, count) -> Vector.ofLongs(new long[count], filled(count)));
        }
        if (expression instanceof Expression.ColumnName name) {
            return column(name);
        }
        if (expression instanceof Expression.Negative negative) {
            return NumberNodes.arithmetic(
                    Expression.Operator.SUBTRACT, constant(BigDecimal.ZERO), number(negative.of()), exact);
        }
        if (expression instanceof Expression.Arithmetic both) {
            return NumberNodes.arithmetic(both.operator(), number(both.left()), number(both.right()), exact);
        }
        return other(expression);
    }

    private Node other(Expression expression) {
        if (expression instanceof Expression.Comparison comparison) {
            return comparison(comparison);
        }
        if (expression instanceof Expression.Logic logic) {
            return BooleanNodes.logic(logic.isAnd(), condition(logic.left()), condition(logic.right()));
        }
        if (expression instanceof Expression.Not not) {
            return BooleanNodes.not(condition(not.of()));
        }
        if (expression instanceof Expression.IsBlank is) {
            return BooleanNodes.isBlank(bind(is.of()));
        }
        if (expression instanceof Expression.Case cases) {
            return cases(cases);
        }
        if (expression instanceof Expression.Cast cast) {
            Node made = Casts.bind(cast, bind(cast.of()));
            return exact || made.kind() != Kind.NUMBER ? made : NumberNodes.scaled(made, Node.DOUBLES);
        }
        return new Functions(this).bind((Expression.Call) expression);
    }

    private static boolean[] filled(int count) {
        boolean[] blank = new boolean[count];
        Arrays.fill(blank, true);
        return blank;
    }

    static Node constant(BigDecimal value) {
        BigDecimal plain = value.stripTrailingZeros();
        BigDecimal whole = plain.scale() < 0 ? plain.setScale(0) : plain;
        if (whole.scale() > LongColumn.LARGEST_SCALE || whole.precision() > 18) {
            double approximate = value.doubleValue();
            return Node.of(Kind.NUMBER, Node.DOUBLES, (from, count) -> {
                double[] doubles = new double[count];
                Arrays.fill(doubles, approximate);
                return Vector.ofDoubles(doubles, new boolean[count]);
            });
        }
        Node node = fixed(Kind.NUMBER, whole.unscaledValue().longValueExact());
        return Node.of(Kind.NUMBER, whole.scale(), node::at);
    }

    private static Node fixed(Kind kind, long value) {
        return Node.of(kind, 0, (from, count) -> {
            long[] longs = new long[count];
            Arrays.fill(longs, value);
            return Vector.ofLongs(longs, new boolean[count]);
        });
    }

    private static Node time(LocalDateTime value, boolean isDate) {
        long days = value.toLocalDate().toEpochDay();
        long micros = value.toEpochSecond(ZoneOffset.UTC) * 1_000_000 + value.getNano() / 1000;
        return fixed(isDate ? Kind.DATE : Kind.DATE_TIME, isDate ? days : micros);
    }

    private Node column(Expression.ColumnName name) {
        return columns.apply(schema.find(name.name()).orElseThrow(() -> unknown(name)));
    }

    private UserException unknown(Expression.ColumnName name) {
        List<String> names = new ArrayList<>();
        for (ColumnInfo info : schema.columns()) {
            names.add(info.name());
        }
        return new UserException(
                ErrorCode.COLUMN_NOT_FOUND,
                Text.of(
                        "expression.thereIsNoColumnHere",
                        "name",
                        UserException.quote(name.name()),
                        "name2",
                        Nearest.hint(name.name(), names)),
                name.span());
    }

    /** @throws UserException TYPE_MISMATCH when it does not give numbers */
    Node number(Expression expression) {
        Node node = bind(expression);
        if (node.kind() == Kind.NOTHING) {
            return NumberNodes.scaled(node, 0);
        }
        if (node.kind() == Kind.NUMBER) {
            return exact ? node : NumberNodes.scaled(node, Node.DOUBLES);
        }
        throw mismatch(expression, node, Text.of("expression.oneCanOnlyCalculateWith"));
    }

    /** @throws UserException TYPE_MISMATCH when it does not give yes or no */
    Node condition(Expression expression) {
        Node node = bind(expression);
        if (node.kind() != Kind.BOOLEAN && node.kind() != Kind.NOTHING) {
            throw mismatch(expression, node, Text.of("expression.aConditionIsNeededHere"));
        }
        return node;
    }

    UserException mismatch(Expression expression, Node node, Text needed) {
        String what = expression instanceof Expression.ColumnName name
                ? UserException.quote(schema.label(name.name()))
                : Words.say("expression.this");
        return mismatch(
                Text.of("expression.holdsAnd", "what", what, "kind", node.kind().label(), "needed", needed),
                expression.span());
    }

    static UserException mismatch(Text message, Span span) {
        return new UserException(ErrorCode.TYPE_MISMATCH, message, span);
    }

    private Node comparison(Expression.Comparison comparison) {
        Node left = bind(comparison.left());
        Node right = bind(comparison.right());
        left = right.kind().isTime() ? timeFromText(comparison.left(), left) : left;
        right = left.kind().isTime() ? timeFromText(comparison.right(), right) : right;
        List<Node> alike = alike(List.of(left, right), comparison.span());
        return BooleanNodes.comparison(comparison.relation(), alike.get(0), alike.get(1));
    }

    /** A text that is compared with dates is read as one. */
    private static Node timeFromText(Expression expression, Node node) {
        if (!(expression instanceof Expression.TextLiteral text)) {
            return node;
        }
        try {
            boolean isDate = text.value().length() <= 10;
            return time(
                    isDate
                            ? LocalDate.parse(text.value()).atStartOfDay()
                            : LocalDateTime.parse(text.value().replace(' ', 'T')),
                    isDate);
        } catch (DateTimeParseException e) {
            throw mismatch(
                    Text.of("expression.isNoDateWriteIt", "text", UserException.quote(text.value())),
                    expression.span());
        }
    }

    private Node cases(Expression.Case cases) {
        List<Node> tests = new ArrayList<>();
        List<Node> values = new ArrayList<>();
        for (Expression.When when : cases.whens()) {
            tests.add(condition(when.condition()));
            values.add(bind(when.then()));
        }
        Expression otherwise = cases.otherwise();
        values.add(bind(otherwise == null ? new Expression.Blank(cases.span()) : otherwise));
        return BooleanNodes.firstThatHolds(tests, alike(values, cases.span()));
    }

    /** The same values in one kind and scale. @throws UserException TYPE_MISMATCH when there is none */
    static List<Node> alike(List<Node> nodes, Span span) {
        Kind kind = Kind.NOTHING;
        int scale = 0;
        for (Node node : nodes) {
            Kind own = node.kind();
            if (own == Kind.NOTHING || own == kind) {
                continue;
            }
            boolean mixedTimes = own.isTime() && kind.isTime();
            if (kind != Kind.NOTHING && !mixedTimes) {
                throw mismatch(
                        Text.of("expression.theseValuesDoNotFit", "kind", kind.label(), "own", own.label()), span);
            }
            kind = mixedTimes ? Kind.DATE_TIME : own;
        }
        for (Node node : nodes) {
            if (node.kind() == Kind.NUMBER) {
                scale = scale == Node.DOUBLES || node.scale() == Node.DOUBLES
                        ? Node.DOUBLES
                        : Math.max(scale, node.scale());
            }
        }
        List<Node> alike = new ArrayList<>();
        for (Node node : nodes) {
            alike.add(as(node, kind, scale));
        }
        return alike;
    }

    static Node as(Node node, Kind kind, int scale) {
        if (kind == Kind.NUMBER) {
            return NumberNodes.scaled(node, scale);
        }
        if (node.kind() == Kind.NOTHING) {
            return Node.of(
                    kind,
                    0,
                    (from, count) -> kind == Kind.TEXT
                            ? Vector.ofTexts(new String[count], filled(count))
                            : Vector.ofLongs(new long[count], filled(count)));
        }
        if (kind == Kind.DATE_TIME && node.kind() == Kind.DATE) {
            return Node.of(kind, 0, (from, count) -> {
                Vector days = node.at(from, count);
                long[] micros = new long[count];
                for (int i = 0; i < count; i++) {
                    micros[i] = days.longs[i] * MICROS_A_DAY;
                }
                return Vector.ofLongs(micros, days.blank);
            });
        }
        return node;
    }

    /** How two values of one kind stand to each other; both filled. */
    static int compare(Kind kind, Vector a, Vector b, int i) {
        if (kind == Kind.TEXT) {
            return TextOrder.INSTANCE.compare(
                    java.util.Objects.requireNonNull(a.texts[i]), java.util.Objects.requireNonNull(b.texts[i]));
        }
        return a.doubles != null && b.doubles != null
                ? Double.compare(a.doubles[i] + 0.0, b.doubles[i] + 0.0)
                : Long.compare(a.longs[i], b.longs[i]);
    }
}
