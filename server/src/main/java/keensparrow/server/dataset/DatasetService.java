package keensparrow.server.dataset;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import keensparrow.core.draft.FirstDraft;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.prepare.Step;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.job.Job;
import keensparrow.server.job.Jobs;
import keensparrow.server.job.PerPerson;
import keensparrow.server.memory.MemoryWatch;
import keensparrow.server.source.QueryService;
import keensparrow.server.store.DataFolder;
import keensparrow.server.store.Database;
import keensparrow.server.store.Secrets;
import org.jspecify.annotations.Nullable;

/** Files, datasets and their versions. */
public final class DatasetService {
    private static final int VERSIONS_KEPT = 5;
    private static final int VERSIONS_IN_USE = 200;
    private static final int MAX_STEPS = 200;
    private static final int MAX_LOOKS = 4;
    private static final Duration UPLOADS_KEPT = Duration.ofDays(14); // of those that nobody loaded

    private final Database database;
    private final DataFolder folder;
    private final Jobs jobs;
    private final QueryService queries;
    private final Clock clock;
    private final DatasetRepository datasets = new DatasetRepository();
    private final EngineCache engines;
    private final Documents documents;
    private final UrlFetcher links;
    private final MemoryWatch memory;
    private final PerPerson looks = new PerPerson(MAX_LOOKS, Words.say("server.dataset.looksAtFiles"));
    private final DatasetLoader loads;
    private final ChosenFiles files;
    private final Preparation preparation;
    private final Cache<DatasetRepository.VersionId, Dataset.Version> versions =
            Caffeine.newBuilder().maximumSize(VERSIONS_IN_USE).build();

    /** @param memoryBytes that tables may take together */
    public DatasetService(
            Database database,
            DataFolder folder,
            Jobs jobs,
            QueryService queries,
            UrlFetcher links,
            long memoryBytes,
            MemoryWatch memory,
            ParallelRunner workers,
            Clock clock) {
        this.database = database;
        this.folder = folder;
        this.jobs = jobs;
        this.queries = queries;
        this.clock = clock;
        this.engines = new EngineCache(memoryBytes, workers);
        this.documents = new Documents(folder);
        this.links = links;
        this.memory = memory;
        this.files = new ChosenFiles(database, datasets);
        this.loads = new DatasetLoader(database, folder, memory, documents, engines, clock);
        this.preparation = new Preparation(this, loads, database, datasets);
    }

    /** A file as stored. */
    record Uploaded(String id, String name, long sizeBytes) {}

    /** Stores an upload as it streams in. @param expectedBytes −1 when not announced */
    Uploaded upload(long ownerId, String name, InputStream in, long expectedBytes) {
        DataFolder.Stored stored = folder.store(in, expectedBytes);
        String id = Secrets.id();
        database.act(connection -> {
            datasets.addFile(connection, id, ownerId, name, stored, clock.instant());
        });
        if (!Files.exists(folder.file(stored.sha256()))) { // the last dataset with this content went at this moment
            throw new UserException(
                    ErrorCode.UPLOAD_INCOMPLETE, Text.of("server.dataset.theUploadWasDisturbedNothing"));
        }
        return new Uploaded(id, name, stored.sizeBytes());
    }

    /** Starts to load files into a new dataset; the job says how it gets on and which dataset it became. */
    Job createFromFiles(long ownerId, List<String> fileIds, @Nullable String name, ReadingChoices reading) {
        List<Dataset.FileRef> chosen = files.of(ownerId, fileIds);
        String title = name == null || name.isBlank()
                ? FirstDraft.titleFrom(chosen.get(0).name())
                : name.strip();
        String noun = FirstDraft.nounFrom(chosen.get(0).name());
        String pattern = FilePattern.proposed(
                        chosen.stream().map(Dataset.FileRef::name).toList())
                .map(FilePattern::pattern)
                .orElse(null);
        Dataset dataset = new Dataset(Secrets.id(), ownerId, title, noun, List.of(), null, null, null, pattern, 0);
        return jobs.start(
                ownerId,
                Words.say("server.dataset.load", "files", chosen.get(0).name()),
                job -> create(
                        job, dataset, new DatasetLoader.Rows(chosen, reading, true, files.notes(ownerId, chosen))));
    }

    /** Starts to fetch a file and to load it into a new dataset. */
    Job createFromLink(long ownerId, String link, @Nullable String name, ReadingChoices reading) {
        UrlFetcher.Target target = links.target(link);
        String title = name == null || name.isBlank() ? FirstDraft.titleFrom(target.fileName()) : name.strip();
        String noun = FirstDraft.nounFrom(target.fileName());
        Dataset dataset = new Dataset(Secrets.id(), ownerId, title, noun, List.of(), null, null, link, null, 0);
        return jobs.start(ownerId, Words.say("server.dataset.fetch", "fileName", target.fileName()), job -> {
            Dataset.FileRef file = links.fetch(job, target, folder);
            List<Dataset.FileRef> fetched = List.of(file);
            create(job, dataset, new DatasetLoader.Rows(fetched, reading, true, files.notes(ownerId, fetched)));
        });
    }

    /** A look at an uploaded file before it is loaded. @param gone whether nobody waits for it any more */
    FilePreview look(
            long ownerId,
            String fileId,
            ReadingChoices choices,
            @Nullable Integer part,
            @Nullable Integer fromColumn,
            BooleanSupplier gone) {
        Dataset.FileRef file = files.of(ownerId, List.of(fileId)).get(0);
        return looks.run(ownerId, () -> look(file, choices, part, fromColumn, gone));
    }

    /** A look at the first file of a dataset, as it is read or would be read with other choices. */
    FilePreview lookAgain(
            long ownerId,
            String id,
            @Nullable ReadingChoices choices,
            @Nullable Integer part,
            @Nullable Integer fromColumn,
            BooleanSupplier gone) {
        Dataset dataset = get(ownerId, id);
        requireFile(dataset);
        Dataset.Version version = version(dataset);
        ReadingChoices reading = choices == null ? version.reading() : choices;
        return looks.run(ownerId, () -> look(version.files().get(0), reading, part, fromColumn, gone));
    }

    private FilePreview look(
            Dataset.FileRef file,
            ReadingChoices choices,
            @Nullable Integer part,
            @Nullable Integer fromColumn,
            BooleanSupplier gone) {
        memory.requireRoom();
        try (Documents.Lease lease = documents.open(file, choices, gone)) {
            return FilePreview.of(lease.document(), choices, part, fromColumn);
        }
    }

    private static void requireFile(Dataset dataset) {
        if (dataset.query() != null) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.dataset.thisDatasetIsTheResult"));
        }
    }

    /** Reads the same files in another way. While an app shows the dataset, its columns must stay. */
    Job readAgain(long ownerId, String id, ReadingChoices choices) {
        Dataset dataset = get(ownerId, id);
        requireFile(dataset);
        Dataset.Version before = version(dataset);
        boolean afresh = database.inTransaction(connection -> datasets.appsOn(connection, id)) == 0;
        return jobs.start(ownerId, Words.say("server.dataset.readAgain", "dataset", dataset.name()), job -> {
            job.concerns(id);
            loads.load(job, dataset, before, new DatasetLoader.Rows(before.files(), choices, afresh), dataset.steps());
        });
    }

    /** Starts to load the result of a query into a new dataset. */
    Job createFromQuery(long ownerId, QueryService.Query query, String name) {
        queries.requireRunnable(ownerId, query);
        String noun = FirstDraft.nounFrom(name);
        Dataset dataset = new Dataset(
                Secrets.id(), ownerId, name, noun, List.of(), query.connectionId(), query.sql(), null, null, 0);
        return jobs.start(
                ownerId,
                Words.say("server.dataset.loadQuery", "name", name),
                job -> create(
                        job,
                        dataset,
                        new DatasetLoader.Rows(
                                List.of(run(job, ownerId, query, name)), ReadingChoices.AS_FOUND, true)));
    }

    private Dataset.FileRef run(Job job, long ownerId, QueryService.Query query, String name) {
        DataFolder.Stored stored = queries.spool(job, ownerId, query, folder);
        return new Dataset.FileRef(name, stored.sha256(), stored.sizeBytes());
    }

    private void create(Job job, Dataset dataset, DatasetLoader.Rows rows) {
        database.act(connection -> {
            datasets.add(connection, dataset, clock.instant());
        });
        boolean made = false;
        try {
            Dataset.Version version = loads.load(job, dataset, null, rows, dataset.steps());
            String noun = FirstDraft.nounFor(version.schema(), version.profile(), dataset.noun());
            database.change(
                    connection -> datasets.rename(connection, dataset.ownerId(), dataset.id(), dataset.name(), noun));
            job.concerns(dataset.id());
            made = true;
        } finally {
            if (!made) { // nothing of a dataset without a version stays
                database.inTransaction(connection -> datasets.remove(connection, dataset.ownerId(), dataset.id()));
            }
        }
    }

    /**
     * Loads newer files into a dataset: same steps, same app, new rows. The last version stays if they do not fit. Files
     * that all fit the dataset's pattern join those that are there.
     */
    Job refreshFromFiles(long ownerId, String id, List<String> fileIds) {
        Dataset dataset = get(ownerId, id);
        List<Dataset.FileRef> coming = files.of(ownerId, fileIds);
        return jobs.start(
                ownerId, Words.say("server.dataset.load", "files", coming.get(0).name()), job -> {
                    job.concerns(id);
                    Dataset.Version before = version(dataset);
                    List<Dataset.FileRef> next = files.next(dataset, before, coming);
                    loads.load(
                            job,
                            dataset,
                            before,
                            new DatasetLoader.Rows(next, before.reading(), false, ChosenFiles.notes(before, next)),
                            dataset.steps());
                });
    }

    /** Runs the query of a dataset again, or fetches its link again. @throws UserException INVALID_REQUEST when it has none */
    Job refreshFromSource(long ownerId, String id) {
        Dataset dataset = get(ownerId, id);
        String link = dataset.link();
        if (link != null) {
            UrlFetcher.Target target = links.target(link);
            return jobs.start(ownerId, Words.say("server.dataset.fetch", "fileName", target.fileName()), job -> {
                job.concerns(id);
                Dataset.FileRef file = links.fetch(job, target, folder);
                Dataset.Version before = version(dataset);
                loads.load(
                        job,
                        dataset,
                        before,
                        new DatasetLoader.Rows(List.of(file), before.reading(), false),
                        dataset.steps());
            });
        }
        String connectionId = dataset.connectionId();
        String sql = dataset.query();
        if (connectionId == null || sql == null) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.dataset.thisDatasetComesFromA"));
        }
        QueryService.Query query = new QueryService.Query(connectionId, sql, null, null);
        return jobs.start(ownerId, Words.say("server.dataset.runQuery", "dataset", dataset.name()), job -> {
            job.concerns(id);
            Dataset.FileRef result = run(job, ownerId, query, dataset.name());
            loads.load(
                    job,
                    dataset,
                    version(dataset),
                    new DatasetLoader.Rows(List.of(result), ReadingChoices.AS_FOUND, false),
                    dataset.steps());
        });
    }

    /**
     * Replays with other steps; the last version stays if one does not fit that is new.
     *
     * @param ofAnotherSource where new ones that do not fit are kept, and skipped: they fitted another source
     */
    Job changeSteps(long ownerId, String id, List<Step> steps, boolean ofAnotherSource) {
        if (steps.size() > MAX_STEPS) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, Text.of("server.dataset.aDatasetHasAtMost", "maxSteps", MAX_STEPS));
        }
        Dataset dataset = get(ownerId, id);
        Dataset.Version before = version(dataset);
        return jobs.start(ownerId, Words.say("server.dataset.prepare", "dataset", dataset.name()), job -> {
            job.concerns(id);
            Optional<Dataset.Version> same = loads.same(before, steps);
            if (same.isPresent()) {
                loads.again(job, dataset, before, same.get());
            } else if (DatasetLoader.canExtend(before, steps)) {
                loads.extend(job, dataset, before, steps, ofAnotherSource ? steps : List.of());
            } else {
                loads.load(
                        job,
                        dataset,
                        before,
                        DatasetLoader.Rows.of(before),
                        steps,
                        ofAnotherSource ? steps : before.steps());
            }
        });
    }

    /** What steps make of datasets, one after the other. */
    Preparation preparation() {
        return preparation;
    }

    void remember(Job job, Job.Repeat call) {
        jobs.remember(job.id(), call);
    }

    List<Dataset.Summary> list(long ownerId) {
        return database.inTransaction(connection -> datasets.list(connection, ownerId));
    }

    /** @throws UserException NOT_FOUND when the owner has no such dataset */
    public Dataset get(long ownerId, String id) {
        return database.inTransaction(connection -> datasets.find(connection, ownerId, id))
                .orElseThrow(DatasetService::notFound);
    }

    /** For links, which decide access themselves. */
    public Dataset getForLink(String id) {
        return database.inTransaction(connection -> datasets.findAny(connection, id))
                .orElseThrow(DatasetService::notFound);
    }

    private static UserException notFound() {
        return new UserException(ErrorCode.NOT_FOUND, Text.of("server.dataset.thereIsNoSuchDataset"));
    }

    /** The version a dataset stands at. Versions never change: each is read from the records once while it is in use. */
    public Dataset.Version version(Dataset dataset) {
        return versions.get(
                new DatasetRepository.VersionId(dataset.id(), dataset.currentVersion()),
                id -> database.inTransaction(
                                connection -> datasets.findVersion(connection, id.datasetId(), id.number()))
                        .orElseThrow(DatasetService::notFound));
    }

    /** The engine over the rows of a version. */
    public QueryEngine engine(Dataset.Version version) {
        return loaded(version);
    }

    /** The rows of a version. */
    Table table(Dataset.Version version) {
        return loaded(version).table();
    }

    private MemoryEngine loaded(Dataset.Version version) {
        return engines.get(
                new DatasetRepository.VersionId(version.datasetId(), version.number()),
                folder.snapshotBytes(version.datasetId(), version.number()),
                () -> loads.table(version));
    }

    /** @param pattern null for none @throws UserException INVALID_REQUEST for one that names nothing */
    void setFilePattern(long ownerId, String id, @Nullable String pattern) {
        String kept = pattern == null || pattern.isBlank()
                ? null
                : FilePattern.of(pattern).pattern();
        if (!database.change(connection -> datasets.setFilePattern(connection, ownerId, id, kept))) {
            throw notFound();
        }
    }

    void rename(long ownerId, String id, String name, String noun) {
        if (!database.change(connection -> datasets.rename(connection, ownerId, id, name, noun))) {
            throw notFound();
        }
    }

    /** @throws UserException CONFLICT while an app shows it */
    void remove(long ownerId, String id) {
        get(ownerId, id);
        List<Integer> versions = new ArrayList<>();
        Set<String> contents = new HashSet<>();
        database.change(connection -> {
            if (!datasets.lock(connection, ownerId, id)) {
                throw notFound();
            }
            if (datasets.appsOn(connection, id) > 0) {
                throw new UserException(ErrorCode.CONFLICT, Text.of("server.dataset.anAppShowsThisDataset"));
            }
            List<String> users = datasets.lookedUpBy(connection, ownerId, id);
            if (!users.isEmpty()) {
                throw new UserException(
                        ErrorCode.CONFLICT, Text.of("server.dataset.isLookedUp", "names", Wording.all(users)));
            }
            versions.addAll(datasets.versionNumbers(connection, id));
            contents.addAll(datasets.contentsOf(connection, id));
            datasets.remove(connection, ownerId, id);
            contents.removeAll(datasets.contentsOfVersions(connection));
            for (String content : contents) {
                datasets.removeUploads(connection, ownerId, content);
            }
            return true;
        });
        engines.remove(id);
        folder.whileNobodyCopies(() -> {
            versions.forEach(number -> DataFolder.deleteQuietly(folder.snapshot(id, number)));
            folder.removeRawSnapshots(id, null);
            contents.removeAll(database.inTransaction(datasets::contentsInUse));
            contents.forEach(content -> DataFolder.deleteQuietly(folder.file(content)));
        });
    }

    /** Removes the originals that no dataset and no upload names any more. */
    private void removeUnusedFiles() {
        Set<String> used = database.inTransaction(datasets::contentsInUse);
        try {
            folder.removeFilesBut(used);
        } catch (IOException e) {
            throw DataFolder.diskFailure(e);
        }
    }

    /** Keeps a dataset from being removed until the transaction ends. @throws UserException NOT_FOUND */
    public void lock(Connection connection, long ownerId, String id) throws SQLException {
        if (!datasets.lock(connection, ownerId, id)) {
            throw notFound();
        }
    }

    /** At the start: removes what a crash left and the snapshots that are no longer needed. */
    public void sweep() throws IOException {
        database.inTransaction(connection -> {
            datasets.removeUnfinished(connection);
            datasets.removeUploadsBefore(connection, clock.instant().minus(UPLOADS_KEPT));
            return true;
        });
        removeUnusedFiles();
        List<DatasetRepository.VersionId> kept =
                database.inTransaction(connection -> datasets.keptVersions(connection, VERSIONS_KEPT));
        Set<Path> inUse = new HashSet<>();
        kept.forEach(version -> inUse.add(folder.snapshot(version.datasetId(), version.number())));
        folder.sweep(inUse);
    }

    /** Loads the newest tables of all datasets, so that the first reader does not wait for them. */
    public void loadAll() {
        for (DatasetRepository.VersionId id :
                database.inTransaction(connection -> datasets.keptVersions(connection, 1))) {
            database.inTransaction(connection -> datasets.findVersion(connection, id.datasetId(), id.number()))
                    .ifPresent(this::engine);
        }
    }

    /** Reads a made-up table, so that the first real load is not the first of the process; ends when one comes. */
    public void rehearseLoad(BooleanSupplier stopped) {
        new LoadRehearsal(folder.rehearsal(), () -> stopped.getAsBoolean() || jobs.isBusy()).run();
    }

    /** Heap of tables and of what is kept to answer sooner. */
    public long tableBytes() {
        return engines.sizeBytes();
    }

    /** Lets go of temporary files. */
    public void close() {
        documents.close();
    }
}
