package keensparrow.server.source;

import org.jspecify.annotations.Nullable;

/**
 * Cuts a statement as the database does, so that what looks like text is text there too. PostgreSQL: {@code ''} doubles a
 * quote, {@code E'\''} escapes one, {@code $tag$} to the same {@code $tag$}, comments in comments. H2 has neither escapes
 * nor tags, but {@code $$} to {@code $$}. What is not closed goes to the end, and the database refuses it.
 */
final class SqlLexer {
    private final String sql;
    private final boolean postgres;
    private int at;
    private int firstSemicolon = -1;

    SqlLexer(String sql, ConnectionKind kind) {
        this.sql = sql;
        this.postgres = kind == ConnectionKind.POSTGRESQL;
    }

    /** The statement with quoted texts, quoted names and comments as spaces. */
    String bare() {
        StringBuilder bare = new StringBuilder();
        at = 0;
        while (at < sql.length()) {
            char c = sql.charAt(at);
            if (c == '\'') {
                skipQuoted(c, postgres && isEscaping());
                bare.append(' ');
            } else if (c == '"') {
                skipQuoted(c, false);
                bare.append(' ');
            } else if (sql.startsWith("--", at)) {
                while (at < sql.length() && sql.charAt(at) != '\n' && sql.charAt(at) != '\r') {
                    at++;
                }
            } else if (sql.startsWith("/*", at)) {
                skipComment();
                bare.append(' ');
            } else {
                String tag = c == '$' && !isInName(at - 1) ? dollarTag() : null;
                if (tag == null) {
                    firstSemicolon = c == ';' && firstSemicolon < 0 ? at : firstSemicolon;
                    bare.append(c);
                    at++;
                } else {
                    skipDollars(tag);
                    bare.append(' ');
                }
            }
        }
        return bare.toString();
    }

    /** Where the first semicolon outside of texts, names and comments is, once {@link #bare} has run; −1 for none. */
    int firstSemicolon() {
        return firstSemicolon;
    }

    /** Whether the quote here begins {@code E'…'}. */
    private boolean isEscaping() {
        return at > 0 && (sql.charAt(at - 1) == 'E' || sql.charAt(at - 1) == 'e') && !isInName(at - 2);
    }

    private boolean isInName(int place) {
        return place >= 0 && (Character.isLetterOrDigit(sql.charAt(place)) || "_$".indexOf(sql.charAt(place)) >= 0);
    }

    private void skipQuoted(char quote, boolean escapes) {
        at++;
        while (at < sql.length()) {
            char c = sql.charAt(at);
            if (escapes && c == '\\') {
                at += 2;
            } else if (c == quote && at + 1 < sql.length() && sql.charAt(at + 1) == quote) {
                at += 2;
            } else if (c == quote) {
                at++;
                return;
            } else {
                at++;
            }
        }
        at = sql.length();
    }

    private void skipComment() {
        int depth = 0;
        while (at < sql.length()) {
            if (sql.startsWith("/*", at)) {
                depth++;
                at += 2;
            } else if (sql.startsWith("*/", at)) {
                depth--;
                at += 2;
                if (depth == 0) {
                    return;
                }
            } else {
                at++;
            }
        }
    }

    /** {@code $tag$} or {@code $$} here; null where it is something else. */
    private @Nullable String dollarTag() {
        int end = at + 1;
        while (postgres
                && end < sql.length()
                && (Character.isLetter(sql.charAt(end))
                        || sql.charAt(end) == '_'
                        || (end > at + 1 && Character.isDigit(sql.charAt(end))))) {
            end++;
        }
        return end < sql.length() && sql.charAt(end) == '$' ? sql.substring(at, end + 1) : null;
    }

    private void skipDollars(String tag) {
        int end = sql.indexOf(tag, at + tag.length());
        at = end < 0 ? sql.length() : end + tag.length();
    }
}
