package keensparrow.server.source;

import java.util.Locale;
import java.util.Set;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;

/** Lets through one statement that reads. The database refuses the rest: the transaction is read-only as well. */
final class SqlText {
    private static final Set<String> READING = Set.of("select", "with", "values", "table");

    private SqlText() {}

    /** The statement without a semicolon at its end. @throws UserException QUERY_NOT_READ_ONLY */
    static String single(String sql) {
        String bare = withoutQuotesAndComments(sql).strip();
        while (bare.endsWith(";")) {
            bare = bare.substring(0, bare.length() - 1).strip();
        }
        if (bare.isEmpty()) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, "The query is empty. Write one that starts with SELECT.");
        }
        if (bare.indexOf(';') >= 0) {
            throw new UserException(
                    ErrorCode.QUERY_NOT_READ_ONLY, "This is more than one statement. Write a single SELECT.");
        }
        String first =
                bare.replaceFirst("^[(\\s]+", "").split("[^A-Za-z]", 2)[0].toLowerCase(Locale.ROOT);
        if (!READING.contains(first)) {
            throw new UserException(
                    ErrorCode.QUERY_NOT_READ_ONLY,
                    "A query may only read. Start it with SELECT or WITH, not with "
                            + UserException.quote(first.toUpperCase(Locale.ROOT)) + ".");
        }
        String trimmed = sql.strip();
        while (trimmed.endsWith(";")) {
            trimmed = trimmed.substring(0, trimmed.length() - 1).strip();
        }
        return trimmed;
    }

    /** Quoted text, names and comments as spaces, so that a semicolon inside them does not count. */
    private static String withoutQuotesAndComments(String sql) {
        StringBuilder bare = new StringBuilder();
        int at = 0;
        while (at < sql.length()) {
            char c = sql.charAt(at);
            if (c == '\'' || c == '"') {
                int end = sql.indexOf(c, at + 1);
                at = end < 0 ? sql.length() : end + 1;
                bare.append(' ');
            } else if (sql.startsWith("--", at)) {
                int end = sql.indexOf('\n', at);
                at = end < 0 ? sql.length() : end;
            } else if (sql.startsWith("/*", at)) {
                int end = sql.indexOf("*/", at + 2);
                at = end < 0 ? sql.length() : end + 2;
                bare.append(' ');
            } else {
                bare.append(c);
                at++;
            }
        }
        return bare.toString();
    }
}
