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

/** Accounts in the store, on the caller's connection. */
final class AccountRepository {
    private static final List<String> OWNED = List.of("uploaded_file", "connection", "dataset", "app", "job");

    record Stored(Account account, String passwordHash) {}

    /** @param apps it made, @param datasets it loaded, @param tokens that let programs in */
    record Summary(Account account, int apps, int datasets, int tokens) {}

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
        String sql = "select id, name, role, disabled, password_hash from account where name_folded = ?";
        return Database.one(connection, sql, AccountRepository::stored, name.toLowerCase(Locale.ROOT));
    }

    Optional<Stored> find(Connection connection, long id) throws SQLException {
        String sql = "select id, name, role, disabled, password_hash from account where id = ?";
        return Database.one(connection, sql, AccountRepository::stored, id);
    }

    List<Summary> list(Connection connection, Instant now) throws SQLException {
        String sql = """
                select id, name, role, disabled,
                  (select count(*) from app where owner_id = account.id) as apps,
                  (select count(*) from dataset where owner_id = account.id) as datasets,
                  (select count(*) from api_token where account_id = account.id and expires_at > ?) as tokens
                from account order by name_folded
                """;
        return Database.list(
                connection,
                sql,
                row -> new Summary(account(row), row.getInt("apps"), row.getInt("datasets"), row.getInt("tokens")),
                now);
    }

    boolean setPassword(Connection connection, long id, String passwordHash) throws SQLException {
        return Database.update(connection, "update account set password_hash = ? where id = ?", passwordHash, id) == 1;
    }

    void change(Connection connection, long id, Caller.Role role, boolean disabled) throws SQLException {
        Database.update(
                connection, "update account set role = ?, disabled = ? where id = ?", role.name(), disabled, id);
    }

    /** Administrators that can sign in, besides one. */
    int otherAdministrators(Connection connection, long id) throws SQLException {
        String sql = "select count(*) from account where role = ? and not disabled and id <> ?";
        return Database.one(connection, sql, row -> row.getInt(1), Caller.Role.ADMINISTRATOR.name(), id)
                .orElse(0);
    }

    boolean ownsAnything(Connection connection, long id) throws SQLException {
        for (String table : List.of("connection", "dataset", "app")) {
            String sql = "select count(*) from " + table + " where owner_id = ?";
            if (Database.one(connection, sql, row -> row.getInt(1), id).orElse(0) > 0) {
                return true;
            }
        }
        return false;
    }

    /** Makes another account the owner of all that one owns. */
    void handOver(Connection connection, long from, long to) throws SQLException {
        for (String table : OWNED) {
            Database.update(connection, "update " + table + " set owner_id = ? where owner_id = ?", to, from);
        }
    }

    /** Files and ended jobs that nothing else names go with their account. */
    void removeLeftovers(Connection connection, long id) throws SQLException {
        Database.update(connection, "delete from uploaded_file where owner_id = ?", id);
        Database.update(connection, "delete from job where owner_id = ?", id);
    }

    void remove(Connection connection, long id) throws SQLException {
        Database.update(connection, "delete from account where id = ?", id);
    }

    private static Stored stored(ResultSet row) throws SQLException {
        return new Stored(account(row), row.getString("password_hash"));
    }

    static Account account(ResultSet row) throws SQLException {
        return new Account(
                row.getLong("id"),
                row.getString("name"),
                Caller.Role.valueOf(row.getString("role")),
                row.getBoolean("disabled"));
    }
}
