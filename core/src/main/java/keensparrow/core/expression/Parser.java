package keensparrow.core.expression;

import java.math.BigDecimal;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.Span;
import keensparrow.core.error.UserException;

/**
 * Reads arithmetic in SQL's scalar syntax: {@code + - * /}, parentheses, numbers, column names, and names with
 * spaces in double quotes (a quote inside is doubled).
 */
final class Parser {
    private static final int DEEPEST = 200;

    private final String text;
    private int at;
    private int depth;

    Parser(String text) {
        this.text = text;
    }

    /** @throws UserException EXPRESSION_SYNTAX with the place */
    Expression parse() {
        Expression whole = sum();
        skipSpace();
        if (at < text.length()) {
            throw unexpected();
        }
        return whole;
    }

    private Expression sum() {
        if (++depth > DEEPEST) {
            throw error("The expression is nested too deeply. Split it over two computed columns.", at, at);
        }
        Expression left = product();
        for (char sign = peek(); sign == '+' || sign == '-'; sign = peek()) {
            at++;
            Expression right = product();
            left = joined(sign == '+' ? Expression.Operator.ADD : Expression.Operator.SUBTRACT, left, right);
        }
        depth--;
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
        Span span = new Span(left.span().from(), right.span().to());
        return new Expression.Arithmetic(operator, left, right, span);
    }

    private Expression signed() {
        if (peek() == '-') {
            if (++depth > DEEPEST) {
                throw error("The expression is nested too deeply. Split it over two computed columns.", at, at);
            }
            int from = at++;
            Expression of = signed();
            depth--;
            return new Expression.Negative(of, new Span(from, of.span().to()));
        }
        return primary();
    }

    private Expression primary() {
        char c = peek();
        int from = at;
        if (c == '(') {
            at++;
            Expression inner = sum();
            if (peek() != ')') {
                throw error("A closing parenthesis is missing.", from, Math.max(at, from + 1));
            }
            at++;
            return inner;
        }
        if (c == '"') {
            return quotedName();
        }
        if (Character.isDigit(c) || c == '.') {
            return number();
        }
        if (Character.isLetter(c) || c == '_') {
            while (at < text.length() && (Character.isLetterOrDigit(text.charAt(at)) || text.charAt(at) == '_')) {
                at++;
            }
            return new Expression.ColumnName(text.substring(from, at), new Span(from, at));
        }
        throw unexpected();
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

    private Expression quotedName() {
        int from = at++;
        StringBuilder name = new StringBuilder();
        while (at < text.length()) {
            char c = text.charAt(at++);
            if (c != '"') {
                name.append(c);
            } else if (at < text.length() && text.charAt(at) == '"') {
                name.append(c);
                at++;
            } else {
                return new Expression.ColumnName(name.toString(), new Span(from, at));
            }
        }
        throw error("The closing double quote of a column name is missing.", from, text.length());
    }

    /** The next character that is no space, or a zero at the end. */
    private char peek() {
        skipSpace();
        return at < text.length() ? text.charAt(at) : 0;
    }

    private void skipSpace() {
        while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
            at++;
        }
    }

    private UserException unexpected() {
        if (at >= text.length()) {
            return error("The expression ends too early. A number or a column name is expected.", at, at);
        }
        String found = UserException.quote(text.substring(at, at + 1));
        return error(
                found + " is not expected at character " + (at + 1)
                        + ". Use column names, numbers, + - * / and parentheses.",
                at,
                at + 1);
    }

    private static UserException error(String message, int from, int to) {
        return new UserException(ErrorCode.EXPRESSION_SYNTAX, message, new Span(from, to));
    }
}
