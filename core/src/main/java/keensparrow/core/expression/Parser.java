package keensparrow.core.expression;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import keensparrow.core.error.Nearest;
import keensparrow.core.error.Span;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/**
 * Reads SQL's scalar syntax: arithmetic, comparison, {@code and or not}, {@code is null}, {@code in}, {@code between},
 * {@code case}, calls, literals, column names, and names with spaces in double quotes (a quote inside is doubled).
 */
final class Parser {
    private static final int DEEPEST = 200;
    private static final Set<String> RESERVED = Set.of(
            "and",
            "or",
            "not",
            "is",
            "null",
            "in",
            "like",
            "between",
            "case",
            "when",
            "then",
            "else",
            "end",
            "true",
            "false",
            "distinct");

    private static final int MAX_PRECISION = 1000;
    private static final Map<String, Expression.Target> TARGETS = Map.ofEntries(
            Map.entry("varchar", Expression.Target.TEXT),
            Map.entry("char", Expression.Target.TEXT),
            Map.entry("text", Expression.Target.TEXT),
            Map.entry("integer", Expression.Target.WHOLE),
            Map.entry("int", Expression.Target.WHOLE),
            Map.entry("bigint", Expression.Target.WHOLE),
            Map.entry("decimal", Expression.Target.DECIMAL),
            Map.entry("numeric", Expression.Target.DECIMAL),
            Map.entry("double", Expression.Target.DECIMAL),
            Map.entry("real", Expression.Target.DECIMAL),
            Map.entry("float", Expression.Target.DECIMAL),
            Map.entry("date", Expression.Target.DATE),
            Map.entry("timestamp", Expression.Target.DATE_TIME),
            Map.entry("boolean", Expression.Target.BOOLEAN));

    private final Scanner in;
    private int depth;

    Parser(String text) {
        this.in = new Scanner(text);
    }

    /** @throws UserException EXPRESSION_SYNTAX with the place */
    Expression parse() {
        Expression whole = any();
        if (in.peek() != 0) {
            throw in.unexpected();
        }
        return whole;
    }

    private Expression any() {
        deeper();
        Expression left = both();
        while (in.word("or")) {
            Expression right = both();
            left = new Expression.Logic(false, left, right, over(left, right));
        }
        depth--;
        return left;
    }

    private Expression both() {
        Expression left = negated();
        while (in.word("and")) {
            Expression right = negated();
            left = new Expression.Logic(true, left, right, over(left, right));
        }
        return left;
    }

    private Expression negated() {
        int from = in.start();
        if (!in.word("not")) {
            return predicate();
        }
        deeper();
        Expression of = negated();
        depth--;
        return new Expression.Not(of, new Span(from, of.span().to()));
    }

    private Expression predicate() {
        Expression left = sum();
        while (true) {
            Expression.Relation relation = relation();
            if (relation != null) {
                Expression right = sum();
                left = new Expression.Comparison(relation, left, right, over(left, right));
            } else if (in.word("is")) {
                boolean not = in.word("not");
                if (!in.word("null")) {
                    throw in.unexpected();
                }
                Span span = in.since(left.span().from());
                left = turned(not, new Expression.IsBlank(left, span), span);
            } else if (in.isAhead("in") || in.isAhead("between") || in.isAhead("like") || in.isAhead("not")) {
                boolean not = in.word("not");
                Expression list = in.word("in") ? oneOf(left) : in.word("like") ? like(left) : between(left);
                left = turned(not, list, list.span());
            } else {
                return left;
            }
        }
    }

    private static Expression turned(boolean not, Expression expression, Span span) {
        return not ? new Expression.Not(expression, span) : expression;
    }

    private Expression oneOf(Expression left) {
        if (!in.sign('(')) {
            throw in.unexpected();
        }
        Expression all = null;
        do {
            Expression right = sum();
            Expression one = new Expression.Comparison(Expression.Relation.EQUAL, left, right, over(left, right));
            all = all == null ? one : new Expression.Logic(false, all, one, over(left, right));
        } while (in.sign(','));
        in.close(left.span().from());
        return all;
    }

    private Expression like(Expression left) {
        Expression pattern = sum();
        return new Expression.Call("like", List.of(left, pattern), false, false, over(left, pattern));
    }

    private Expression between(Expression left) {
        if (!in.word("between")) {
            throw in.unexpected();
        }
        Expression low = sum();
        if (!in.word("and")) {
            throw in.unexpected();
        }
        Expression high = sum();
        Span span = over(left, high);
        return new Expression.Logic(
                true,
                new Expression.Comparison(Expression.Relation.AT_LEAST, left, low, span),
                new Expression.Comparison(Expression.Relation.AT_MOST, left, high, span),
                span);
    }

    private Expression.@Nullable Relation relation() {
        char c = in.peek();
        char second = in.second();
        Expression.Relation relation = switch (c) {
            case '=' -> Expression.Relation.EQUAL;
            case '<' ->
                second == '='
                        ? Expression.Relation.AT_MOST
                        : second == '>' ? Expression.Relation.UNEQUAL : Expression.Relation.LESS;
            case '>' -> second == '=' ? Expression.Relation.AT_LEAST : Expression.Relation.MORE;
            case '!' -> second == '=' ? Expression.Relation.UNEQUAL : null;
            default -> null;
        };
        if (relation != null) {
            boolean one = c == '=' || relation == Expression.Relation.LESS || relation == Expression.Relation.MORE;
            in.skip(one ? 1 : 2);
        }
        return relation;
    }

    private Expression sum() {
        Expression left = product();
        for (char sign = in.peek(); sign == '+' || sign == '-' || isConcatenation(sign); sign = in.peek()) {
            if (sign == '|') {
                in.skip(2);
                Expression right = product();
                left = new Expression.Call("concat", List.of(left, right), false, false, over(left, right));
                continue;
            }
            in.skip(1);
            Expression right = product();
            left = joined(sign == '+' ? Expression.Operator.ADD : Expression.Operator.SUBTRACT, left, right);
        }
        return left;
    }

    private boolean isConcatenation(char sign) {
        return sign == '|' && in.second() == '|';
    }

    private Expression product() {
        Expression left = signed();
        for (char sign = in.peek(); sign == '*' || sign == '/'; sign = in.peek()) {
            in.skip(1);
            Expression right = signed();
            left = joined(sign == '*' ? Expression.Operator.MULTIPLY : Expression.Operator.DIVIDE, left, right);
        }
        return left;
    }

    private static Expression joined(Expression.Operator operator, Expression left, Expression right) {
        return new Expression.Arithmetic(operator, left, right, over(left, right));
    }

    private static Span over(Expression left, Expression right) {
        return new Span(left.span().from(), right.span().to());
    }

    private Expression signed() {
        int from = in.start();
        if (!in.sign('-')) {
            return primary();
        }
        deeper();
        Expression of = signed();
        depth--;
        return new Expression.Negative(of, new Span(from, of.span().to()));
    }

    private Expression primary() {
        int from = in.start();
        char c = in.peek();
        if (in.sign('(')) {
            Expression inner = any();
            in.close(from);
            return inner;
        }
        if (c == '"') {
            return new Expression.ColumnName(in.quoted('"', "a column name"), in.since(from));
        }
        if (c == '\'') {
            return new Expression.TextLiteral(in.quoted('\'', "a text"), in.since(from));
        }
        if (Character.isDigit(c) || c == '.') {
            return number();
        }
        if (Character.isLetter(c) || c == '_') {
            return named(from);
        }
        throw in.unexpected();
    }

    private Expression named(int from) {
        if (in.word("case")) {
            return cases(from);
        }
        if (in.word("null")) {
            return new Expression.Blank(in.since(from));
        }
        if (in.isAhead("true") || in.isAhead("false")) {
            boolean value = in.word("true") || !in.word("false");
            return new Expression.BooleanLiteral(value, in.since(from));
        }
        String name = in.name();
        if (RESERVED.contains(name.toLowerCase(Locale.ROOT))) {
            in.backTo(from);
            throw in.unexpected();
        }
        boolean isDate = name.equalsIgnoreCase("date");
        if ((isDate || name.equalsIgnoreCase("timestamp")) && in.peek() == '\'') {
            return time(isDate, from);
        }
        if (name.equalsIgnoreCase("current_date")) {
            return new Expression.TimeLiteral(LocalDate.now().atStartOfDay(), true, in.since(from));
        }
        if (in.sign('(')) {
            return switch (name.toLowerCase(Locale.ROOT)) {
                case "extract" -> extracted(from);
                case "cast" -> cast(from);
                default -> call(name.toLowerCase(Locale.ROOT), from);
            };
        }
        return new Expression.ColumnName(name, new Span(from, from + name.length()));
    }

    private Expression time(boolean isDate, int from) {
        String written = in.quoted('\'', "a date");
        try {
            LocalDateTime value = isDate
                    ? LocalDate.parse(written).atStartOfDay()
                    : LocalDateTime.parse(written.strip().replace(' ', 'T'));
            return new Expression.TimeLiteral(value, isDate, in.since(from));
        } catch (DateTimeParseException e) {
            throw Scanner.error(
                    Text.of("expression.isNoDateWriteIt2", "written", UserException.quote(written)), from, in.end());
        }
    }

    /** {@code extract(year from day)} is {@code year(day)}. */
    private Expression extracted(int from) {
        String part = in.name().toLowerCase(Locale.ROOT);
        if (!in.word("from")) {
            throw in.unexpected();
        }
        Expression of = any();
        in.close(from);
        return new Expression.Call(part, List.of(of), false, false, in.since(from));
    }

    private Expression cast(int from) {
        Expression of = any();
        if (!in.word("as")) {
            throw in.unexpected();
        }
        int at = in.start();
        String name = in.name().toLowerCase(Locale.ROOT);
        Expression.Target target = TARGETS.get(name);
        if (target == null) {
            in.backTo(at);
            throw Scanner.error(
                    Text.of(
                            "expression.noType",
                            "name",
                            UserException.quote(name),
                            "near",
                            Nearest.hint(name, TARGETS.keySet())),
                    at,
                    at + Math.max(1, name.length()));
        }
        if (name.equals("double")) {
            in.word("precision");
        }
        Integer scale = null;
        if (in.sign('(')) { // the length of a text says nothing here: none is cut
            int last = wholeNumber();
            boolean two = in.sign(',');
            int places = two ? wholeNumber() : 0;
            scale = target == Expression.Target.DECIMAL ? (Integer) places : null;
            if (last > MAX_PRECISION || places > last) {
                throw Scanner.error(Text.of("expression.castPlaces", "most", MAX_PRECISION), at, in.end());
            }
            in.close(at);
        }
        in.close(from);
        return new Expression.Cast(of, target, scale, in.since(from));
    }

    private int wholeNumber() {
        int from = in.start();
        in.peek();
        String digits = in.digits();
        if (digits.isEmpty() || digits.length() > 4 || digits.contains(".")) {
            in.backTo(from);
            throw in.unexpected();
        }
        return Integer.parseInt(digits);
    }

    private Expression call(String name, int from) {
        boolean distinct = in.word("distinct");
        boolean star = !distinct && in.sign('*');
        List<Expression> arguments = new ArrayList<>();
        if (!star && in.peek() != ')') {
            do {
                arguments.add(any());
            } while (in.sign(','));
        }
        in.close(from);
        return new Expression.Call(name, arguments, distinct, star, in.since(from));
    }

    private Expression cases(int from) {
        Expression subject = in.isAhead("when") ? null : any();
        List<Expression.When> whens = new ArrayList<>();
        while (in.word("when")) {
            Expression condition = any();
            if (!in.word("then")) {
                throw in.unexpected();
            }
            Expression test = subject == null
                    ? condition
                    : new Expression.Comparison(Expression.Relation.EQUAL, subject, condition, condition.span());
            whens.add(new Expression.When(test, any()));
        }
        Expression otherwise = in.word("else") ? any() : null;
        if (whens.isEmpty() || !in.word("end")) {
            throw in.unexpected();
        }
        return new Expression.Case(whens, otherwise, in.since(from));
    }

    private Expression number() {
        int from = in.start();
        String digits = in.digits();
        try {
            return new Expression.Literal(new BigDecimal(digits), in.since(from));
        } catch (NumberFormatException e) {
            throw Scanner.error(
                    Text.of("expression.isNoNumberWriteIt", "digits", UserException.quote(digits)), from, in.end());
        }
    }

    private void deeper() {
        if (++depth > DEEPEST) {
            throw Scanner.error(Text.of("expression.theExpressionIsNestedToo"), in.end(), in.end());
        }
    }
}
