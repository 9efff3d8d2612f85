package keensparrow.server.source;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import keensparrow.server.store.Database;

/** Connections in the store, on the caller's connection to it. */
final class ConnectionRepository {
    void add(Connection connection, ConnectionRecord added, Instant now) throws SQLException {
        String sql = """
                insert into connection (id, owner_id, name, kind, host, port, database_name, username, secret, created_at)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """;
        Database.update(
                connection,
                sql,
                added.id(),
                added.ownerId(),
                added.name(),
                added.kind().name(),
                added.host(),
                added.port(),
                added.database(),
                added.username(),
                added.secret(),
                now);
    }

    List<ConnectionRecord> list(Connection connection, long ownerId) throws SQLException {
        return Database.list(
                connection,
                "select * from connection where owner_id = ? order by name",
                ConnectionRepository::record,
                ownerId);
    }

    Optional<ConnectionRecord> find(Connection connection, long ownerId, String id) throws SQLException {
        return Database.one(
                connection,
                "select * from connection where id = ? and owner_id = ?",
                ConnectionRepository::record,
                id,
                ownerId);
    }

    /** All that are kept, encrypted. */
    List<String> secrets(Connection connection) throws SQLException {
        return Database.list(connection, "select secret from connection where secret <> ''", row -> row.getString(1));
    }

    void forgetSecrets(Connection connection) throws SQLException {
        Database.update(connection, "update connection set secret = ''");
    }

    boolean remove(Connection connection, long ownerId, String id) throws SQLException {
        return Database.update(connection, "delete from connection where id = ? and owner_id = ?", id, ownerId) == 1;
    }

    private static ConnectionRecord record(ResultSet row) throws SQLException {
        return new ConnectionRecord(
                row.getString("id"),
                row.getLong("owner_id"),
                row.getString("name"),
                ConnectionKind.valueOf(row.getString("kind")),
                row.getString("host"),
                row.getInt("port"),
                row.getString("database_name"),
                row.getString("username"),
                row.getString("secret"));
    }
}
