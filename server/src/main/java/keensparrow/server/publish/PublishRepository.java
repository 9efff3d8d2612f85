package keensparrow.server.publish;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import keensparrow.core.app.App;
import keensparrow.server.http.Json;
import keensparrow.server.store.Database;

/** Editions and links in the store, on the caller's connection. */
final class PublishRepository {
    record Edition(int number, Instant publishedAt) {}

    /** What names an edition: it never changes. */
    record EditionId(String appId, int number) {}

    /** The newest edition of an app, without what it holds. */
    record Newest(String datasetId, EditionId id, Instant publishedAt) {}

    record Link(String slug, String appId, LinkAccess access) {}

    /** What a link leads to. */
    record Published(String appId, String datasetId, int number, Instant publishedAt, App app) {}

    /** Keeps others from publishing the app at the same moment, until the transaction ends. */
    void lock(Connection connection, String appId) throws SQLException {
        Database.list(connection, "select id from app where id = ? for update", row -> row.getString(1), appId);
    }

    int lastEdition(Connection connection, String appId) throws SQLException {
        String sql = "select coalesce(max(number), 0) from edition where app_id = ?";
        return Database.one(connection, sql, row -> row.getInt(1), appId).orElse(0);
    }

    void addEdition(Connection connection, String appId, int number, App app, Instant now) throws SQLException {
        String sql = "insert into edition (app_id, number, definition, published_at) values (?, ?, ?, ?)";
        Database.update(connection, sql, appId, number, Json.write(app), now);
    }

    List<Edition> editions(Connection connection, String appId) throws SQLException {
        String sql = "select number, published_at from edition where app_id = ? order by number desc";
        return Database.list(
                connection,
                sql,
                row -> new Edition(row.getInt("number"), row.getObject("published_at", Instant.class)),
                appId);
    }

    Optional<Link> linkOf(Connection connection, String appId) throws SQLException {
        return link(connection, "select slug, app_id, access from link where app_id = ?", appId);
    }

    Optional<Link> link(Connection connection, String slug) throws SQLException {
        return link(connection, "select slug, app_id, access from link where slug = ?", slug);
    }

    private static Optional<Link> link(Connection connection, String sql, String by) throws SQLException {
        return Database.one(
                connection,
                sql,
                row -> new Link(
                        row.getString("slug"), row.getString("app_id"), LinkAccess.valueOf(row.getString("access"))),
                by);
    }

    /** The app behind a link, and whose it is. */
    Optional<PublishService.Linked> linked(Connection connection, String slug) throws SQLException {
        return Database.one(
                connection,
                "select a.id, a.owner_id from link l join app a on a.id = l.app_id where l.slug = ?",
                row -> new PublishService.Linked(row.getString("id"), row.getLong("owner_id")),
                slug);
    }

    void addLink(Connection connection, Link link, Instant now) throws SQLException {
        String sql = "insert into link (slug, app_id, access, created_at) values (?, ?, ?, ?)";
        Database.update(
                connection, sql, link.slug(), link.appId(), link.access().name(), now);
    }

    boolean setAccess(Connection connection, String appId, LinkAccess access) throws SQLException {
        return Database.update(connection, "update link set access = ? where app_id = ?", access.name(), appId) == 1;
    }

    boolean removeLink(Connection connection, String appId) throws SQLException {
        return Database.update(connection, "delete from link where app_id = ?", appId) == 1;
    }

    List<String> publishedApps(Connection connection) throws SQLException {
        return Database.list(connection, "select app_id from link order by created_at desc", row -> row.getString(1));
    }

    Optional<Newest> newest(Connection connection, String appId) throws SQLException {
        String sql = """
                select a.dataset_id, e.number, e.published_at
                from edition e join app a on a.id = e.app_id
                where e.app_id = ? order by e.number desc fetch first 1 row only
                """;
        return Database.one(
                connection,
                sql,
                row -> new Newest(
                        row.getString("dataset_id"),
                        new EditionId(appId, row.getInt("number")),
                        row.getObject("published_at", Instant.class)),
                appId);
    }

    Optional<App> definition(Connection connection, EditionId id) throws SQLException {
        return Database.one(
                connection,
                "select definition from edition where app_id = ? and number = ?",
                row -> Json.read(row.getString("definition"), App.class),
                id.appId(),
                id.number());
    }
}
