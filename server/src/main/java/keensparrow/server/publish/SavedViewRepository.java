package keensparrow.server.publish;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import keensparrow.server.store.Database;

/** Saved views in the store, on the caller's connection. */
final class SavedViewRepository {
    /** All of an app: those of its guided reading first, in their order, the others by their names. */
    List<SavedView> of(Connection connection, String appId) throws SQLException {
        String sql = """
                select v.*, a.name as owner_name from saved_view v join account a on a.id = v.owner_id
                where v.app_id = ? order by v.place nulls last, v.name, v.id
                """;
        return Database.list(
                connection,
                sql,
                row -> new SavedView(
                        row.getString("id"),
                        row.getLong("owner_id"),
                        row.getString("owner_name"),
                        row.getString("name"),
                        row.getString("state"),
                        row.getBoolean("shared"),
                        row.getObject("place", Integer.class),
                        row.getString("note"),
                        row.getBoolean("begins")),
                appId);
    }

    void add(Connection connection, String appId, SavedView view, Instant now) throws SQLException {
        String sql = """
                insert into saved_view (id, app_id, owner_id, name, state, shared, place, note, begins, created_at)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """;
        Database.update(
                connection,
                sql,
                view.id(),
                appId,
                view.ownerId(),
                view.name(),
                view.state(),
                view.shared(),
                view.place(),
                view.note(),
                view.begins(),
                now);
    }

    void change(Connection connection, SavedView view) throws SQLException {
        String sql = """
                update saved_view set name = ?, state = ?, shared = ?, place = ?, note = ?, begins = ? where id = ?
                """;
        Database.update(
                connection,
                sql,
                view.name(),
                view.state(),
                view.shared(),
                view.place(),
                view.note(),
                view.begins(),
                view.id());
    }

    void remove(Connection connection, String id) throws SQLException {
        Database.update(connection, "delete from saved_view where id = ?", id);
    }
}
