package keensparrow.server.dataset;

import com.fasterxml.jackson.core.type.TypeReference;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.prepare.Step;
import keensparrow.core.prepare.Steps;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.Schema;
import keensparrow.server.http.Json;
import keensparrow.server.store.DataFolder;
import keensparrow.server.store.Database;
import org.jspecify.annotations.Nullable;

/** Files, datasets and versions in the store, on the caller's connection: the service decides where it ends. */
final class DatasetRepository {
    /** Every call of a page looks its dataset up: what its steps are is read once. */
    private final Cache<String, List<Step>> stepsRead =
            Caffeine.newBuilder().maximumSize(200).build();

    private static final TypeReference<List<Step>> STEPS = new TypeReference<>() {};
    private static final TypeReference<List<Dataset.FileRef>> FILES = new TypeReference<>() {};
    private static final TypeReference<List<ColumnPlan>> PLAN = new TypeReference<>() {};
    private static final TypeReference<List<Steps.Done>> DONE = new TypeReference<>() {};

    void addFile(Connection connection, String id, long ownerId, String name, DataFolder.Stored stored, Instant now)
            throws SQLException {
        String sql =
                "insert into uploaded_file (id, owner_id, name, sha256, size_bytes, created_at) values (?, ?, ?, ?, ?, ?)";
        Database.update(connection, sql, id, ownerId, name, stored.sha256(), stored.sizeBytes(), now);
    }

    Optional<Dataset.FileRef> findFile(Connection connection, long ownerId, String id) throws SQLException {
        String sql = "select name, sha256, size_bytes from uploaded_file where id = ? and owner_id = ?";
        return Database.one(
                connection,
                sql,
                row -> new Dataset.FileRef(row.getString("name"), row.getString("sha256"), row.getLong("size_bytes")),
                id,
                ownerId);
    }

    void add(Connection connection, Dataset dataset, Instant now) throws SQLException {
        String sql = """
                insert into dataset (id, owner_id, name, noun, steps, connection_id, query, link, file_pattern, current_version, created_at)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """;
        Database.update(
                connection,
                sql,
                dataset.id(),
                dataset.ownerId(),
                dataset.name(),
                dataset.noun(),
                Json.writeList(dataset.steps(), STEPS),
                dataset.connectionId(),
                dataset.query(),
                dataset.link(),
                dataset.filePattern(),
                dataset.currentVersion(),
                now);
    }

    Optional<Dataset> find(Connection connection, long ownerId, String id) throws SQLException {
        return Database.one(
                connection, "select * from dataset where id = ? and owner_id = ?", this::dataset, id, ownerId);
    }

    /** For a colleague who came by a link: access has been decided by the link. */
    Optional<Dataset> findAny(Connection connection, String id) throws SQLException {
        return Database.one(connection, "select * from dataset where id = ?", this::dataset, id);
    }

    private Dataset dataset(ResultSet row) throws SQLException {
        return new Dataset(
                row.getString("id"),
                row.getLong("owner_id"),
                row.getString("name"),
                row.getString("noun"),
                stepsRead.get(row.getString("steps"), json -> Json.read(json, STEPS)),
                row.getString("connection_id"),
                row.getString("query"),
                row.getString("link"),
                row.getString("file_pattern"),
                row.getInt("current_version"));
    }

    List<Dataset.Summary> list(Connection connection, long ownerId) throws SQLException {
        String sql = """
                select d.id, d.name, d.noun, v.number, v.row_count, v.loaded_at
                from dataset d join dataset_version v on v.dataset_id = d.id and v.number = d.current_version
                where d.owner_id = ? order by v.loaded_at desc
                """;
        return Database.list(
                connection,
                sql,
                row -> new Dataset.Summary(
                        row.getString("id"),
                        row.getString("name"),
                        row.getString("noun"),
                        row.getInt("number"),
                        row.getInt("row_count"),
                        row.getObject("loaded_at", Instant.class)),
                ownerId);
    }

    /** Names of the owner's datasets whose current version was made of files with those contents, in any order. */
    List<String> madeOf(Connection connection, long ownerId, List<String> sha256s) throws SQLException {
        String sql = """
                select d.name, v.files from dataset d
                join dataset_version v on v.dataset_id = d.id and v.number = d.current_version
                where d.owner_id = ? and position(?, v.files) > 0 order by v.loaded_at desc
                """;
        List<String> wanted = sha256s.stream().sorted().toList();
        record Made(String name, List<String> of) {}
        return Database.list(
                        connection,
                        sql,
                        row -> new Made(
                                row.getString("name"),
                                contents(row.getString("files")).stream()
                                        .sorted()
                                        .toList()),
                        ownerId,
                        wanted.get(0))
                .stream()
                .filter(made -> made.of.equals(wanted))
                .map(Made::name)
                .toList();
    }

    /** Contents of all files that the versions of a dataset came from. */
    Set<String> contentsOf(Connection connection, String datasetId) throws SQLException {
        Set<String> contents = new HashSet<>();
        String sql = "select files from dataset_version where dataset_id = ?";
        for (String files : Database.list(connection, sql, row -> row.getString(1), datasetId)) {
            contents.addAll(contents(files));
        }
        return contents;
    }

    /** Contents that some version of a dataset names. */
    Set<String> contentsOfVersions(Connection connection) throws SQLException {
        Set<String> contents = new HashSet<>();
        Database.list(connection, "select files from dataset_version", row -> row.getString(1))
                .forEach(files -> contents.addAll(contents(files)));
        return contents;
    }

    /** Contents that some version of a dataset, or some upload, names. */
    Set<String> contentsInUse(Connection connection) throws SQLException {
        Set<String> contents = contentsOfVersions(connection);
        contents.addAll(Database.list(connection, "select sha256 from uploaded_file", row -> row.getString(1)));
        return contents;
    }

    private static List<String> contents(String files) {
        return Json.read(files, FILES).stream().map(Dataset.FileRef::sha256).toList();
    }

    /** Forgets the uploads of an owner with that content. */
    void removeUploads(Connection connection, long ownerId, String sha256) throws SQLException {
        Database.update(connection, "delete from uploaded_file where owner_id = ? and sha256 = ?", ownerId, sha256);
    }

    /** Forgets uploads that were never loaded and are older than that. */
    void removeUploadsBefore(Connection connection, Instant time) throws SQLException {
        Database.update(connection, """
                delete from uploaded_file u where created_at < ? and not exists
                  (select 1 from dataset_version v where position(u.sha256, v.files) > 0)
                """, time);
    }

    /** Forgets datasets whose first load never ended. */
    void removeUnfinished(Connection connection) throws SQLException {
        Database.update(connection, "delete from dataset where current_version = 0");
    }

    List<Integer> versionNumbers(Connection connection, String datasetId) throws SQLException {
        return Database.list(
                connection, "select number from dataset_version where dataset_id = ?", row -> row.getInt(1), datasetId);
    }

    boolean setFilePattern(Connection connection, long ownerId, String id, @Nullable String pattern)
            throws SQLException {
        String sql = "update dataset set file_pattern = ? where id = ? and owner_id = ?";
        return Database.update(connection, sql, pattern, id, ownerId) == 1;
    }

    boolean rename(Connection connection, long ownerId, String id, String name, String noun) throws SQLException {
        String sql = "update dataset set name = ?, noun = ? where id = ? and owner_id = ?";
        return Database.update(connection, sql, name, noun, id, ownerId) == 1;
    }

    /** Keeps others from changing or removing it until the transaction ends; false when the owner has no such. */
    boolean lock(Connection connection, long ownerId, String id) throws SQLException {
        String sql = "select id from dataset where id = ? and owner_id = ? for update";
        return Database.one(connection, sql, row -> row.getString(1), id, ownerId)
                .isPresent();
    }

    boolean remove(Connection connection, long ownerId, String id) throws SQLException {
        return Database.update(connection, "delete from dataset where id = ? and owner_id = ?", id, ownerId) == 1;
    }

    int appsOn(Connection connection, String id) throws SQLException {
        String sql = """
                select count(*) from app a
                where a.dataset_id = ? or position(?, a.draft) > 0 or exists (
                  select 1 from edition e where e.app_id = a.id and position(?, e.definition) > 0
                  and e.number = (select max(last.number) from edition last where last.app_id = a.id))
                """;
        String named = "\"dataset\":\"" + id + "\"";
        return Database.one(connection, sql, row -> row.getInt(1), id, named, named)
                .orElse(0);
    }

    int lastVersion(Connection connection, String id) throws SQLException {
        String sql = "select coalesce(max(number), 0) from dataset_version where dataset_id = ?";
        return Database.one(connection, sql, row -> row.getInt(1), id).orElse(0);
    }

    /** Adds the version and moves the dataset over to it; false when the dataset has moved on from {@code expected}. */
    boolean addVersion(Connection connection, Dataset.Version version, int expected) throws SQLException {
        String insert = """
                insert into dataset_version (dataset_id, number, files, reading, steps, plan, report, steps_done, profile,
                  columns, row_count, loaded_at)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """;
        Database.update(
                connection,
                insert,
                version.datasetId(),
                version.number(),
                Json.writeList(version.files(), FILES),
                Json.write(version.reading()),
                Json.writeList(version.steps(), STEPS),
                Json.writeList(version.plan(), PLAN),
                Json.write(version.report()),
                Json.writeList(version.stepsDone(), DONE),
                Json.write(version.profile()),
                Json.write(version.schema()),
                version.rowCount(),
                version.loadedAt());
        String move = "update dataset set current_version = ?, steps = ? where id = ? and current_version = ?";
        return Database.update(
                        connection,
                        move,
                        version.number(),
                        Json.writeList(version.steps(), STEPS),
                        version.datasetId(),
                        expected)
                == 1;
    }

    /** Names of the owner's datasets with a step that looks something up in this one. */
    List<String> lookedUpBy(Connection connection, long ownerId, String id) throws SQLException {
        return Database.list(
                connection,
                "select name from dataset where owner_id = ? and id <> ? and position(?, steps) > 0 order by name",
                row -> row.getString(1),
                ownerId,
                id,
                "\"dataset\":\"" + id + "\"");
    }

    /** The newest of the versions before that was made of other files. */
    Optional<Dataset.Version> findLoadBefore(Connection connection, Dataset.Version version) throws SQLException {
        String sql = """
                select number from dataset_version where dataset_id = ? and number < ? and files <> ?
                order by number desc limit 1
                """;
        Optional<Integer> number = Database.one(
                connection,
                sql,
                row -> row.getInt(1),
                version.datasetId(),
                version.number(),
                Json.writeList(version.files(), FILES));
        return number.isEmpty() ? Optional.empty() : findVersion(connection, version.datasetId(), number.get());
    }

    /** The newest version that was made of the same files, read in the same way, by these steps. */
    Optional<Dataset.Version> findSame(Connection connection, Dataset.Version like, List<Step> steps)
            throws SQLException {
        String sql = """
                select number from dataset_version where dataset_id = ? and files = ? and reading = ? and steps = ?
                order by number desc limit 1
                """;
        Optional<Integer> number = Database.one(
                connection,
                sql,
                row -> row.getInt(1),
                like.datasetId(),
                Json.writeList(like.files(), FILES),
                Json.write(like.reading()),
                Json.writeList(steps, STEPS));
        return number.isEmpty() ? Optional.empty() : findVersion(connection, like.datasetId(), number.get());
    }

    Optional<Dataset.Version> findVersion(Connection connection, String datasetId, int number) throws SQLException {
        return Database.one(
                connection,
                "select * from dataset_version where dataset_id = ? and number = ?",
                row -> new Dataset.Version(
                        datasetId,
                        number,
                        Json.read(row.getString("files"), FILES),
                        reading(row.getString("reading")),
                        Json.read(row.getString("steps"), STEPS),
                        Json.read(row.getString("plan"), PLAN),
                        Json.read(row.getString("report"), LoadReport.class),
                        Json.read(row.getString("steps_done"), DONE),
                        Json.read(row.getString("profile"), Profile.class),
                        Json.read(row.getString("columns"), Schema.class),
                        row.getInt("row_count"),
                        row.getObject("loaded_at", Instant.class)),
                datasetId,
                number);
    }

    private static ReadingChoices reading(@Nullable String json) {
        return json == null ? ReadingChoices.AS_FOUND : Json.read(json, ReadingChoices.class);
    }

    /** A version by its dataset and number. */
    record VersionId(String datasetId, int number) {}

    /** The version each dataset stands at and the few before it. */
    List<VersionId> keptVersions(Connection connection, int kept) throws SQLException {
        String sql = """
                select v.dataset_id, v.number
                from dataset_version v join dataset d on d.id = v.dataset_id
                where v.number > d.current_version - ?
                """;
        return Database.list(
                connection, sql, row -> new VersionId(row.getString("dataset_id"), row.getInt("number")), kept);
    }
}
