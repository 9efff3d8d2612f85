package keensparrow.core.expression;

import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.Span;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/** Walks the text of an expression: signs, words, names and quoted parts, with spaces passed over before each. */
final class Scanner {
    private final String text;
    private int at;

    Scanner(String text) {
        this.text = text;
    }

    /** Where the next character that is no space stands. */
    int start() {
        peek();
        return at;
    }

    /** Behind what was taken last. */
    int end() {
        return at;
    }

    void backTo(int place) {
        at = place;
    }

    /** From a place to behind what was taken last. */
    Span since(int from) {
        return new Span(from, at);
    }

    /** The next character that is no space, or a zero at the end. */
    char peek() {
        while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
            at++;
        }
        return at < text.length() ? text.charAt(at) : 0;
    }

    /** The character behind the next one, or a zero at the end. */
    char second() {
        peek();
        return at + 1 < text.length() ? text.charAt(at + 1) : 0;
    }

    void skip(int characters) {
        at += characters;
    }

    /** Takes the sign if it comes next. */
    boolean sign(char wanted) {
        if (peek() != wanted) {
            return false;
        }
        at++;
        return true;
    }

    /** Takes the word if it comes next. */
    boolean word(String wanted) {
        if (!isAhead(wanted)) {
            return false;
        }
        at += wanted.length();
        return true;
    }

    boolean isAhead(String wanted) {
        int from = start();
        int end = from + wanted.length();
        return text.regionMatches(true, from, wanted, 0, wanted.length())
                && (end >= text.length() || !isOfName(text.charAt(end)));
    }

    String name() {
        int from = at;
        while (at < text.length() && isOfName(text.charAt(at))) {
            at++;
        }
        return text.substring(from, at);
    }

    private static boolean isOfName(char c) {
        return Character.isLetterOrDigit(c) || c == '_';
    }

    /** Digits and points. */
    String digits() {
        int from = at;
        while (at < text.length() && (Character.isDigit(text.charAt(at)) || text.charAt(at) == '.')) {
            at++;
        }
        return text.substring(from, at);
    }

    /** What stands in quotes; a quote inside is doubled. */
    String quoted(char quote, String what) {
        int from = at++;
        StringBuilder inside = new StringBuilder();
        while (at < text.length()) {
            char c = text.charAt(at++);
            if (c != quote) {
                inside.append(c);
            } else if (at < text.length() && text.charAt(at) == quote) {
                inside.append(c);
                at++;
            } else {
                return inside.toString();
            }
        }
        String kind = quote == '"' ? Words.say("expression.double") : Words.say("expression.single");
        throw error(Text.of("expression.theClosingQuoteOfIs", "kind", kind, "what", what), from, text.length());
    }

    /** @param from where the parenthesis was opened */
    void close(int from) {
        if (!sign(')')) {
            throw error(Text.of("expression.aClosingParenthesisIsMissing"), from, Math.max(at, from + 1));
        }
    }

    UserException unexpected() {
        if (peek() == 0) {
            return error(Text.of("expression.theExpressionEndsTooEarly"), at, at);
        }
        String found = UserException.quote(text.substring(at, at + 1));
        return error(Text.of("expression.isNotExpectedAtCharacter", "found", found, "at", at + 1), at, at + 1);
    }

    static UserException error(Text message, int from, int to) {
        return new UserException(ErrorCode.EXPRESSION_SYNTAX, message, new Span(from, to));
    }
}
