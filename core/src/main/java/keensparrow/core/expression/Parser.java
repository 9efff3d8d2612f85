package keensparrow.core.expression;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.Span;
import keensparrow.core.error.UserException;
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
            "between",
            "case",
            "when",
            "then",
            "else",
            "end",
            "true",
            "false",
            "distinct");

    private final String text;
    private int at;
    private int depth;

    Parser(String text) {
        this.text = text;
    }

    /** @throws UserException EXPRESSION_SYNTAX with the place */
    Expression parse() {
        Expression whole = any();
        if (peek() != 0) {
            throw unexpected();
        }
        return whole;
    }

    private Expression any() {
        deeper();
        Expression left = both();
        while (word("or")) {
            Expression right = both();
            left = new Expression.Logic(false, left, right, over(left, right));
        }
        depth--;
        return left;
    }

    private Expression both() {
        Expression left = negated();
        while (word("and")) {
            Expression right = negated();
            left = new Expression.Logic(true, left, right, over(left, right));
        }
        return left;
    }

    private Expression negated() {
        int from = start();
        if (!word("not")) {
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
            } else if (word("is")) {
                boolean not = word("not");
                if (!word("null")) {
                    throw unexpected();
                }
                Span span = new Span(left.span().from(), at);
                left = turned(not, new Expression.IsBlank(left, span), span);
            } else if (ahead("in") || ahead("between") || ahead("not")) {
                boolean not = word("not");
                Expression list = word("in") ? in(left) : between(left);
                left = turned(not, list, list.span());
            } else {
                return left;
            }
        }
    }

    private static Expression turned(boolean not, Expression expression, Span span) {
        return not ? new Expression.Not(expression, span) : expression;
    }

    private Expression in(Expression left) {
        if (!sign('(')) {
            throw unexpected();
        }
        Expression all = null;
        do {
            Expression right = sum();
            Expression one = new Expression.Comparison(Expression.Relation.EQUAL, left, right, over(left, right));
            all = all == null ? one : new Expression.Logic(false, all, one, over(left, right));
        } while (sign(','));
        close(left.span().from());
        return all;
    }

    private Expression between(Expression left) {
        if (!word("between")) {
            throw unexpected();
        }
        Expression low = sum();
        if (!word("and")) {
            throw unexpected();
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
        char c = peek();
        char second = at + 1 < text.length() ? text.charAt(at + 1) : 0;
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
            at += one ? 1 : 2;
        }
        return relation;
    }

    private Expression sum() {
        Expression left = product();
        for (char sign = peek(); sign == '+' || sign == '-'; sign = peek()) {
            at++;
            Expression right = product();
            left = joined(sign == '+' ? Expression.Operator.ADD : Expression.Operator.SUBTRACT, left, right);
        }
        return left;
    }

    private Expression product() {
        Expression left = signed();
        for (char sign = peek(); sign == '*' || sign == '/'; sign = peek()) {
            at++;
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
        int from = start();
        if (!sign('-')) {
            return primary();
        }
        deeper();
        Expression of = signed();
        depth--;
        return new Expression.Negative(of, new Span(from, of.span().to()));
    }

    private Expression primary() {
        int from = start();
        char c = peek();
        if (sign('(')) {
            Expression inner = any();
            close(from);
            return inner;
        }
        if (c == '"') {
            return new Expression.ColumnName(quoted('"', "a column name"), new Span(from, at));
        }
        if (c == '\'') {
            return new Expression.TextLiteral(quoted('\'', "a text"), new Span(from, at));
        }
        if (Character.isDigit(c) || c == '.') {
            return number();
        }
        if (Character.isLetter(c) || c == '_') {
            return named(from);
        }
        throw unexpected();
    }

    private Expression named(int from) {
        if (word("case")) {
            return cases(from);
        }
        if (word("null")) {
            return new Expression.Blank(new Span(from, at));
        }
        if (ahead("true") || ahead("false")) {
            boolean value = word("true") || !word("false");
            return new Expression.TruthLiteral(value, new Span(from, at));
        }
        String name = name();
        if (RESERVED.contains(name.toLowerCase(Locale.ROOT))) {
            at = from;
            throw unexpected();
        }
        boolean isDate = name.equalsIgnoreCase("date");
        if ((isDate || name.equalsIgnoreCase("timestamp")) && peek() == '\'') {
            return time(isDate, from);
        }
        if (sign('(')) {
            return call(name.toLowerCase(Locale.ROOT), from);
        }
        return new Expression.ColumnName(name, new Span(from, from + name.length()));
    }

    private Expression time(boolean isDate, int from) {
        String written = quoted('\'', "a date");
        try {
            LocalDateTime value = isDate
                    ? LocalDate.parse(written).atStartOfDay()
                    : LocalDateTime.parse(written.strip().replace(' ', 'T'));
            return new Expression.TimeLiteral(value, isDate, new Span(from, at));
        } catch (DateTimeParseException e) {
            throw error(UserException.quote(written) + " is no date. Write it like 2026-01-31.", from, at);
        }
    }

    private Expression call(String name, int from) {
        boolean distinct = word("distinct");
        boolean star = !distinct && sign('*');
        List<Expression> arguments = new ArrayList<>();
        if (!star && peek() != ')') {
            do {
                arguments.add(any());
            } while (sign(','));
        }
        close(from);
        return new Expression.Call(name, arguments, distinct, star, new Span(from, at));
    }

    private Expression cases(int from) {
        Expression subject = ahead("when") ? null : any();
        List<Expression.When> whens = new ArrayList<>();
        while (word("when")) {
            Expression condition = any();
            if (!word("then")) {
                throw unexpected();
            }
            Expression test = subject == null
                    ? condition
                    : new Expression.Comparison(Expression.Relation.EQUAL, subject, condition, condition.span());
            whens.add(new Expression.When(test, any()));
        }
        Expression otherwise = word("else") ? any() : null;
        if (whens.isEmpty() || !word("end")) {
            throw unexpected();
        }
        return new Expression.Case(whens, otherwise, new Span(from, at));
    }

    private Expression number() {
        int from = at;
        while (at < text.length() && (Character.isDigit(text.charAt(at)) || text.charAt(at) == '.')) {
            at++;
        }
        String digits = text.substring(from, at);
        try {
            return new Expression.Literal(new BigDecimal(digits), new Span(from, at));
        } catch (NumberFormatException e) {
            throw error(UserException.quote(digits) + " is no number. Write it like 12.5.", from, at);
        }
    }

    private String quoted(char quote, String what) {
        int from = at++;
        StringBuilder name = new StringBuilder();
        while (at < text.length()) {
            char c = text.charAt(at++);
            if (c != quote) {
                name.append(c);
            } else if (at < text.length() && text.charAt(at) == quote) {
                name.append(c);
                at++;
            } else {
                return name.toString();
            }
        }
        String kind = quote == '"' ? "double" : "single";
        throw error("The closing " + kind + " quote of " + what + " is missing.", from, text.length());
    }

    private void deeper() {
        if (++depth > DEEPEST) {
            throw error("The expression is nested too deeply. Split it over two computed columns.", at, at);
        }
    }

    private void close(int from) {
        if (!sign(')')) {
            throw error("A closing parenthesis is missing.", from, Math.max(at, from + 1));
        }
    }

    private boolean sign(char wanted) {
        if (peek() != wanted) {
            return false;
        }
        at++;
        return true;
    }

    /** Takes the word if it comes next. */
    private boolean word(String wanted) {
        if (!ahead(wanted)) {
            return false;
        }
        at += wanted.length();
        return true;
    }

    private boolean ahead(String wanted) {
        int from = start();
        int end = from + wanted.length();
        return text.regionMatches(true, from, wanted, 0, wanted.length())
                && (end >= text.length() || !isOfName(text.charAt(end)));
    }

    private String name() {
        int from = at;
        while (at < text.length() && isOfName(text.charAt(at))) {
            at++;
        }
        return text.substring(from, at);
    }

    private static boolean isOfName(char c) {
        return Character.isLetterOrDigit(c) || c == '_';
    }

    /** Where the next character that is no space stands. */
    private int start() {
        peek();
        return at;
    }

    /** The next character that is no space, or a zero at the end. */
    private char peek() {
        while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
            at++;
        }
        return at < text.length() ? text.charAt(at) : 0;
    }

    private UserException unexpected() {
        if (peek() == 0) {
            return error("The expression ends too early. A number or a column name is expected.", at, at);
        }
        String found = UserException.quote(text.substring(at, at + 1));
        return error(
                found + " is not expected at character " + (at + 1)
                        + ". Use column names, numbers, 'texts', + - * /, comparisons, and, or, not, case and parentheses.",
                at,
                at + 1);
    }

    private static UserException error(String message, int from, int to) {
        return new UserException(ErrorCode.EXPRESSION_SYNTAX, message, new Span(from, to));
    }
}
