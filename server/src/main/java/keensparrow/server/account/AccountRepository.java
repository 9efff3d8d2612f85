package keensparrow.server.account;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import keensparrow.server.http.Caller;
import keensparrow.server.store.Database;

/** Accounts, sign-ins and tokens in the store, on the caller's connection. */
final class AccountRepository {
    record Stored(Account account, String passwordHash) {}

    record SignIn(Account account, String pageToken) {}

    record Token(String id, String label, Instant createdAt) {}

    long count(Connection connection) throws SQLException {
        return Database.one(connection, "select count(*) from account", row -> row.getLong(1))
                .orElse(0L);
    }

    /** False when the name is taken. */
    boolean add(Connection connection, String name, String passwordHash, Caller.Role role, Instant now)
            throws SQLException {
        String folded = name.toLowerCase(Locale.ROOT);
        if (find(connection, name).isPresent()) {
            return false;
        }
        String sql = "insert into account (name, name_folded, password_hash, role, created_at) values (?, ?, ?, ?, ?)";
        return Database.update(connection, sql, name, folded, passwordHash, role.name(), now) == 1;
    }

    Optional<Stored> find(Connection connection, String name) throws SQLException {
        String sql = "select id, name, role, password_hash from account where name_folded = ?";
        return Database.one(
                connection,
                sql,
                row -> new Stored(account(row), row.getString("password_hash")),
                name.toLowerCase(Locale.ROOT));
    }

    List<Account> list(Connection connection) throws SQLException {
        return Database.list(
                connection, "select id, name, role from account order by name_folded", AccountRepository::account);
    }

    boolean setPassword(Connection connection, long id, String passwordHash) throws SQLException {
        return Database.update(connection, "update account set password_hash = ? where id = ?", passwordHash, id) == 1;
    }

    void addSignIn(Connection connection, String tokenHash, long accountId, String pageToken, Instant expiresAt)
            throws SQLException {
        String sql = "insert into sign_in (token_hash, account_id, page_token, expires_at) values (?, ?, ?, ?)";
        Database.update(connection, sql, tokenHash, accountId, pageToken, expiresAt);
    }

    Optional<SignIn> findSignIn(Connection connection, String tokenHash, Instant now) throws SQLException {
        String sql = """
                select a.id, a.name, a.role, s.page_token
                from sign_in s join account a on a.id = s.account_id
                where s.token_hash = ? and s.expires_at > ?
                """;
        return Database.one(
                connection, sql, row -> new SignIn(account(row), row.getString("page_token")), tokenHash, now);
    }

    void removeSignIn(Connection connection, String tokenHash) throws SQLException {
        Database.update(connection, "delete from sign_in where token_hash = ?", tokenHash);
    }

    void removeSignIns(Connection connection, long accountId) throws SQLException {
        Database.update(connection, "delete from sign_in where account_id = ?", accountId);
    }

    void removeExpired(Connection connection, Instant now) throws SQLException {
        Database.update(connection, "delete from sign_in where expires_at <= ?", now);
    }

    void addToken(Connection connection, String id, long accountId, String label, String tokenHash, Instant now)
            throws SQLException {
        String sql = "insert into api_token (id, account_id, label, token_hash, created_at) values (?, ?, ?, ?, ?)";
        Database.update(connection, sql, id, accountId, label, tokenHash, now);
    }

    Optional<Account> findByToken(Connection connection, String tokenHash) throws SQLException {
        String sql = """
                select a.id, a.name, a.role
                from api_token t join account a on a.id = t.account_id
                where t.token_hash = ?
                """;
        return Database.one(connection, sql, AccountRepository::account, tokenHash);
    }

    List<Token> listTokens(Connection connection, long accountId) throws SQLException {
        String sql = "select id, label, created_at from api_token where account_id = ? order by created_at";
        return Database.list(
                connection,
                sql,
                row -> new Token(
                        row.getString("id"), row.getString("label"), row.getObject("created_at", Instant.class)),
                accountId);
    }

    boolean removeToken(Connection connection, long accountId, String id) throws SQLException {
        return Database.update(connection, "delete from api_token where id = ? and account_id = ?", id, accountId) == 1;
    }

    private static Account account(ResultSet row) throws SQLException {
        return new Account(row.getLong("id"), row.getString("name"), Caller.Role.valueOf(row.getString("role")));
    }
}
