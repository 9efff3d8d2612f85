package keensparrow.server.source;

import java.sql.SQLException;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import org.postgresql.core.NativeQuery;
import org.postgresql.core.Parser;

/** Lets through one statement that reads. The database refuses the rest: the transaction is read-only as well. */
final class SqlText {
    private static final Set<String> READING = Set.of("select", "with", "values", "table");

    private SqlText() {}

    /**
     * The statement without a semicolon at its end.
     *
     * @param kind of the database, whose own rules say where texts, names and comments end
     * @throws UserException QUERY_NOT_READ_ONLY
     */
    static String single(String sql, ConnectionKind kind) {
        SqlLexer lexer = new SqlLexer(sql, kind);
        String bare = lexer.bare().strip();
        while (bare.endsWith(";")) {
            bare = bare.substring(0, bare.length() - 1).strip();
        }
        if (bare.isEmpty()) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.source.theQueryIsEmptyWrite"));
        }
        if (bare.indexOf(';') >= 0) {
            throw new UserException(ErrorCode.QUERY_NOT_READ_ONLY, Text.of("server.source.thisIsMoreThanOne"));
        }
        String first =
                bare.replaceFirst("^[(\\s]+", "").split("[^A-Za-z]", 2)[0].toLowerCase(Locale.ROOT);
        if (!READING.contains(first)) {
            throw new UserException(
                    ErrorCode.QUERY_NOT_READ_ONLY,
                    Text.of(
                            "server.source.aQueryMayOnlyRead2",
                            "root",
                            UserException.quote(first.toUpperCase(Locale.ROOT))));
        }
        int end = lexer.firstSemicolon();
        String trimmed = (end < 0 ? sql : sql.substring(0, end)).strip();
        if (kind == ConnectionKind.POSTGRESQL) {
            requireOneForDriver(trimmed);
        }
        return trimmed;
    }

    /** The driver cuts by itself as well, and would run each piece: what it would cut is refused before. */
    private static void requireOneForDriver(String sql) {
        try {
            List<NativeQuery> pieces = Parser.parseJdbcSql(sql, true, true, true, false, false);
            boolean parameters = pieces.stream().anyMatch(piece -> piece.bindPositions.length > 0);
            if (parameters) {
                throw new UserException(ErrorCode.QUERY_FAILED, Text.of("server.source.aQuestionMarkStandsFor"));
            }
            if (pieces.size() != 1) {
                throw new UserException(ErrorCode.QUERY_NOT_READ_ONLY, Text.of("server.source.thisIsMoreThanOne"));
            }
        } catch (SQLException e) {
            throw new UserException(
                    ErrorCode.QUERY_FAILED,
                    Text.of("server.source.theQueryCannotBeRead", "e", Connections.firstLine(e)));
        }
    }
}
