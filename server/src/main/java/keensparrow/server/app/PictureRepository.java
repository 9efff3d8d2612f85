package keensparrow.server.app;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Optional;
import keensparrow.server.store.Database;

/** Pictures in the store, on the caller's connection. */
final class PictureRepository {
    void add(Connection connection, String id, String appId, PictureFile picture, Instant now) throws SQLException {
        String sql = """
                insert into picture (id, app_id, type, content, width, height, created_at)
                values (?, ?, ?, ?, ?, ?, ?)
                """;
        Database.update(
                connection, sql, id, appId, picture.type(), picture.content(), picture.width(), picture.height(), now);
    }

    int count(Connection connection, String appId) throws SQLException {
        String sql = "select count(*) from picture where app_id = ?";
        return Database.one(connection, sql, row -> row.getInt(1), appId).orElse(0);
    }

    /** Removes those from before a moment that neither the draft of their app nor an edition names. */
    void removeUnused(Connection connection, String appId, Instant before) throws SQLException {
        String sql = """
                delete from picture p where p.app_id = ? and p.created_at < ?
                and not exists (select 1 from app a where a.id = p.app_id and locate(p.id, a.draft) > 0)
                and not exists (select 1 from edition e where e.app_id = p.app_id and locate(p.id, e.definition) > 0)
                """;
        Database.update(connection, sql, appId, before);
    }

    Optional<PictureFile> find(Connection connection, String appId, String id) throws SQLException {
        return Database.one(
                connection, "select * from picture where app_id = ? and id = ?", PictureRepository::picture, appId, id);
    }

    private static PictureFile picture(ResultSet row) throws SQLException {
        return new PictureFile(
                row.getString("type"), row.getBytes("content"), row.getInt("width"), row.getInt("height"));
    }
}
