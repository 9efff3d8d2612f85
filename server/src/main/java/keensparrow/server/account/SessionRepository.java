package keensparrow.server.account;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import keensparrow.server.store.Database;
import org.jspecify.annotations.Nullable;

/** Sign-ins of browsers and tokens of programs in the store, on the caller's connection. */
final class SessionRepository {
    /** @param device what the browser calls itself */
    record SignIn(String id, Account account, String pageToken) {}

    /** A sign-in as its owner sees it. @param device what the browser calls itself */
    record Listed(String id, String device, Instant startedAt, Instant expiresAt) {}

    /** @param usedAt to the hour; null while it was not used */
    record Token(
            String id,
            String label,
            Instant createdAt,
            Instant expiresAt,
            @Nullable Instant usedAt) {}

    /** Whom a token lets in. @param usedAt when that was recorded last */
    record Bearer(String tokenId, Account account, @Nullable Instant usedAt) {}

    void addSignIn(
            Connection connection,
            String id,
            String tokenHash,
            long accountId,
            String pageToken,
            String device,
            Instant now,
            Instant expiresAt)
            throws SQLException {
        String sql = """
                insert into sign_in (id, token_hash, account_id, page_token, device, started_at, expires_at)
                values (?, ?, ?, ?, ?, ?, ?)
                """;
        Database.update(connection, sql, id, tokenHash, accountId, pageToken, device, now, expiresAt);
    }

    Optional<SignIn> findSignIn(Connection connection, String tokenHash, Instant now) throws SQLException {
        String sql = """
                select s.id as sign_in_id, s.page_token, a.id, a.name, a.role, a.disabled
                from sign_in s join account a on a.id = s.account_id
                where s.token_hash = ? and s.expires_at > ? and not a.disabled
                """;
        return Database.one(
                connection,
                sql,
                row -> new SignIn(
                        row.getString("sign_in_id"), AccountRepository.account(row), row.getString("page_token")),
                tokenHash,
                now);
    }

    List<Listed> signIns(Connection connection, long accountId, Instant now) throws SQLException {
        String sql = """
                select id, device, started_at, expires_at from sign_in
                where account_id = ? and expires_at > ? order by started_at desc
                """;
        return Database.list(
                connection,
                sql,
                row -> new Listed(
                        row.getString("id"),
                        row.getString("device"),
                        row.getObject("started_at", Instant.class),
                        row.getObject("expires_at", Instant.class)),
                accountId,
                now);
    }

    int count(Connection connection, Instant now) throws SQLException {
        String sql = "select count(*) from sign_in where expires_at > ?";
        return Database.one(connection, sql, row -> row.getInt(1), now).orElse(0);
    }

    void removeSignIn(Connection connection, String tokenHash) throws SQLException {
        Database.update(connection, "delete from sign_in where token_hash = ?", tokenHash);
    }

    boolean removeSignIn(Connection connection, long accountId, String id) throws SQLException {
        return Database.update(connection, "delete from sign_in where account_id = ? and id = ?", accountId, id) == 1;
    }

    /** @param kept id of one that stays; null for none */
    void removeSignIns(Connection connection, long accountId, @Nullable String kept) throws SQLException {
        String sql = "delete from sign_in where account_id = ? and id <> ?";
        Database.update(connection, sql, accountId, kept == null ? "" : kept);
    }

    void removeExpired(Connection connection, Instant now) throws SQLException {
        Database.update(connection, "delete from sign_in where expires_at <= ?", now);
        Database.update(connection, "delete from api_token where expires_at <= ?", now);
    }

    void addToken(
            Connection connection,
            String id,
            long accountId,
            String label,
            String tokenHash,
            Instant now,
            Instant expiresAt)
            throws SQLException {
        String sql = """
                insert into api_token (id, account_id, label, token_hash, created_at, expires_at)
                values (?, ?, ?, ?, ?, ?)
                """;
        Database.update(connection, sql, id, accountId, label, tokenHash, now, expiresAt);
    }

    Optional<Bearer> findToken(Connection connection, String tokenHash, Instant now) throws SQLException {
        String sql = """
                select t.id as token_id, t.used_at, a.id, a.name, a.role, a.disabled
                from api_token t join account a on a.id = t.account_id
                where t.token_hash = ? and t.expires_at > ? and not a.disabled
                """;
        return Database.one(
                connection,
                sql,
                row -> new Bearer(
                        row.getString("token_id"),
                        AccountRepository.account(row),
                        row.getObject("used_at", Instant.class)),
                tokenHash,
                now);
    }

    void setUsed(Connection connection, String tokenId, Instant now) throws SQLException {
        Database.update(connection, "update api_token set used_at = ? where id = ?", now, tokenId);
    }

    List<Token> tokens(Connection connection, long accountId, Instant now) throws SQLException {
        String sql = """
                select id, label, created_at, expires_at, used_at from api_token
                where account_id = ? and expires_at > ? order by created_at
                """;
        return Database.list(
                connection,
                sql,
                row -> new Token(
                        row.getString("id"),
                        row.getString("label"),
                        row.getObject("created_at", Instant.class),
                        row.getObject("expires_at", Instant.class),
                        row.getObject("used_at", Instant.class)),
                accountId,
                now);
    }

    boolean removeToken(Connection connection, long accountId, String id) throws SQLException {
        return Database.update(connection, "delete from api_token where id = ? and account_id = ?", id, accountId) == 1;
    }

    void removeTokens(Connection connection, long accountId) throws SQLException {
        Database.update(connection, "delete from api_token where account_id = ?", accountId);
    }
}
