package keensparrow.server.app;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import keensparrow.core.app.App;
import keensparrow.server.http.Json;
import keensparrow.server.store.Database;

/** Apps in the store, on the caller's connection. */
final class AppRepository {
    void add(Connection connection, AppRecord app) throws SQLException {
        String sql = """
                insert into app (id, owner_id, dataset_id, draft, revision, created_at, changed_at)
                values (?, ?, ?, ?, ?, ?, ?)
                """;
        Database.update(
                connection,
                sql,
                app.id(),
                app.ownerId(),
                app.datasetId(),
                Json.write(app.draft()),
                app.revision(),
                app.changedAt(),
                app.changedAt());
    }

    Optional<AppRecord> find(Connection connection, long ownerId, String id) throws SQLException {
        return Database.one(
                connection, "select * from app where id = ? and owner_id = ?", AppRepository::record, id, ownerId);
    }

    List<AppRecord> list(Connection connection, long ownerId) throws SQLException {
        return Database.list(
                connection,
                "select * from app where owner_id = ? order by changed_at desc",
                AppRepository::record,
                ownerId);
    }

    private static AppRecord record(ResultSet row) throws SQLException {
        return new AppRecord(
                row.getString("id"),
                row.getLong("owner_id"),
                row.getString("dataset_id"),
                Json.read(row.getString("draft"), App.class),
                row.getInt("revision"),
                row.getObject("changed_at", Instant.class));
    }

    /** Saves a draft; false when it was saved by someone else since that revision. */
    boolean save(Connection connection, long ownerId, String id, App draft, int revision, Instant now)
            throws SQLException {
        String sql = """
                update app set draft = ?, revision = revision + 1, changed_at = ?
                where id = ? and owner_id = ? and revision = ?
                """;
        return Database.update(connection, sql, Json.write(draft), now, id, ownerId, revision) == 1;
    }

    boolean remove(Connection connection, long ownerId, String id) throws SQLException {
        return Database.update(connection, "delete from app where id = ? and owner_id = ?", id, ownerId) == 1;
    }
}
