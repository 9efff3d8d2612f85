package keensparrow.server.dataset;

import java.io.IOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.layout.TableChoice;
import keensparrow.core.prepare.Proposals;
import keensparrow.core.prepare.Retype;
import keensparrow.core.prepare.Step;
import keensparrow.core.prepare.Steps;
import keensparrow.core.prepare.Tables;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.formats.document.Document;
import keensparrow.formats.document.Reading;
import keensparrow.formats.snapshot.DamagedSnapshotException;
import keensparrow.formats.snapshot.SnapshotFile;
import keensparrow.server.job.Job;
import keensparrow.server.memory.MemoryWatch;
import keensparrow.server.store.DataFolder;
import keensparrow.server.store.Database;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** From files to a dataset version: read, prepare, look, write the snapshot, and last of all record it. */
final class DatasetLoader {
    private static final Logger LOG = LoggerFactory.getLogger(DatasetLoader.class);

    /** It is written by us: a line of names, then every row, whatever they look like. */
    private static final ReadingChoices RESULT_OF_A_QUERY = new ReadingChoices(
            "UTF-8",
            ",",
            "\"",
            "",
            "",
            '.',
            null,
            List.of(new TableChoice(null, null, null, 1L, 1, 0L, 0, null, false, null, null, null)));

    private static final int MOST_DENSE = 8; // bytes of a text that take one in a table: hardly any table is denser

    private final StepResults results = new StepResults();
    private final RawSnapshots rawSnapshots;
    private final Database database;
    private final DataFolder folder;
    private final MemoryWatch memory;
    private final Documents documents;
    private final EngineCache engines;
    private final VersionWriter writer;
    private final DatasetRepository datasets = new DatasetRepository();

    DatasetLoader(
            Database database,
            DataFolder folder,
            MemoryWatch memory,
            Documents documents,
            EngineCache engines,
            Clock clock) {
        this.memory = memory;
        this.documents = documents;
        this.database = database;
        this.folder = folder;
        this.rawSnapshots = new RawSnapshots(folder);
        this.engines = engines;
        this.writer = new VersionWriter(database, folder, engines, clock);
    }

    /**
     * Where the rows of a version come from.
     *
     * @param afresh whether columns are named and typed anew, whatever the version before had
     */
    record Rows(List<Dataset.FileRef> files, ReadingChoices reading, boolean afresh, List<String> notes) {
        Rows(List<Dataset.FileRef> files, ReadingChoices reading, boolean afresh) {
            this(files, reading, afresh, List.of());
        }

        static Rows of(Dataset.Version version) {
            return new Rows(version.files(), version.reading(), false);
        }
    }

    /**
     * Makes the next version of a dataset from files and steps.
     *
     * @param before the version it stands at, null for the first
     */
    Dataset.Version load(Job job, Dataset dataset, Dataset.@Nullable Version before, Rows rows, List<Step> steps) {
        return load(job, dataset, before, rows, steps, before == null ? List.of() : before.steps());
    }

    /** @param mayMiss steps that are kept, and skipped, where they do not fit; any other one must fit */
    Dataset.Version load(
            Job job,
            Dataset dataset,
            Dataset.@Nullable Version before,
            Rows rows,
            List<Step> steps,
            List<Step> mayMiss) {
        requireRoom(before, rows);
        List<ColumnPlan> earlier = before == null || rows.afresh ? List.of() : earlier(before, steps);
        StepResults.Source source = source(dataset, rows, steps, earlier);
        LoadedTable raw = (rows.afresh ? Optional.<LoadedTable>empty() : known(source))
                .orElseGet(() -> read(dataset, rows, steps, earlier, watch(job), job::isCancelled));
        results.put(source(dataset, rows, steps, raw.plan()), raw);
        job.says(Words.say("server.dataset.replayingTheSteps"), 0, 0);
        boolean first = before == null && steps.isEmpty();
        Proposals proposals = first
                ? Proposals.of(raw.table())
                : new Proposals(List.of(), List.of(), questions(before, rows, raw.table()));
        List<Step> all = first ? proposals.steps() : steps;
        Steps.Run run = Steps.run(raw.table(), all, 1, others(dataset), Set.copyOf(mayMiss));
        Dataset.Version version = writer.record(
                job,
                dataset,
                before,
                new VersionWriter.Made(
                        rows,
                        all,
                        raw.noting(proposals.notes(), proposals.ambiguities()).noting(rows.notes, List.of()),
                        run),
                null);
        if (!all.isEmpty()) {
            rawSnapshots.keep(source(dataset, rows, all, raw.plan()), raw);
        }
        return version;
    }

    /** How columns were read; those whose type no step says any more as they were before one said it. */
    private List<ColumnPlan> earlier(Dataset.Version before, List<Step> steps) {
        Set<String> freed = new HashSet<>(Steps.wantedTypes(before.steps()).keySet());
        freed.removeAll(Steps.wantedTypes(steps).keySet());
        Map<String, ColumnPlan> found = new HashMap<>();
        for (int number = before.number() - 1; number > 0 && !freed.isEmpty(); number--) {
            int at = number;
            database.inTransaction(connection -> datasets.findVersion(connection, before.datasetId(), at))
                    .ifPresent(version -> {
                        Set<String> said = Steps.wantedTypes(version.steps()).keySet();
                        version.plan().stream()
                                .filter(plan -> !said.contains(plan.name()) && freed.remove(plan.name()))
                                .forEach(plan -> found.put(plan.name(), plan));
                    });
        }
        return before.plan().stream()
                .map(plan -> found.getOrDefault(plan.name(), plan))
                .toList();
    }

    /** Of the same rows what was asked before, of others what they ask for. */
    private static List<LoadReport.Ambiguity> questions(Dataset.@Nullable Version before, Rows rows, Table read) {
        if (before == null
                || rows.afresh
                || !before.files().equals(rows.files)
                || !before.reading().equals(rows.reading)) {
            return Proposals.questions(read);
        }
        return before.report().ambiguities().stream()
                .filter(one -> one.otherStep() != null) // the others are found while reading
                .toList();
    }

    /** What was read before, in memory or on disk. */
    private Optional<LoadedTable> known(StepResults.Source source) {
        return Optional.ofNullable(results.find(source)).or(() -> rawSnapshots.find(source));
    }

    /** Refused before it begins: what surely will not fit, by the version before or by the size of the files. */
    private void requireRoom(Dataset.@Nullable Version before, Rows rows) {
        long ofFiles = rows.files.stream().mapToLong(Dataset.FileRef::sizeBytes).sum() / MOST_DENSE;
        long bytes = before != null && before.files().equals(rows.files) && !rows.afresh
                ? folder.snapshotBytes(before.datasetId(), before.number())
                : ofFiles;
        engines.makeRoomFor(bytes);
        memory.requireRoom(bytes);
    }

    /**
     * Applies steps that were added at the end to the table as it stands, without reading the files again.
     *
     * @param mayMiss those of them that are kept, and skipped, where they do not fit
     */
    Dataset.Version extend(Job job, Dataset dataset, Dataset.Version before, List<Step> steps, List<Step> mayMiss) {
        List<Step> added = steps.subList(before.steps().size(), steps.size());
        job.says(Words.say("server.dataset.applyingTheStep"), 0, 0);
        Table now = inMemory(before);
        writer.knows(now, before.profile());
        Steps.Run run = Steps.run(now, added, before.steps().size() + 1, others(dataset), Set.copyOf(mayMiss));
        List<Steps.Done> done = new ArrayList<>(before.stepsDone());
        done.addAll(run.done());
        LoadedTable raw = new LoadedTable(now, before.plan(), before.report());
        Rows rows = Rows.of(before);
        Dataset.Version version = writer.record(
                job, dataset, before, new VersionWriter.Made(rows, steps, raw, new Steps.Run(run.table(), done)), null);
        if (before.steps().isEmpty()) {
            rawSnapshots.keepCopy(
                    source(dataset, rows, steps, before.plan()), raw, folder.snapshot(dataset.id(), before.number()));
        }
        return version;
    }

    static boolean canExtend(Dataset.Version before, List<Step> steps) {
        int old = before.steps().size();
        return steps.size() > old
                && steps.subList(0, old).equals(before.steps())
                && steps.subList(old, steps.size()).stream().noneMatch(Retype.class::isInstance);
    }

    private LoadedTable read(
            Dataset dataset,
            Rows rows,
            List<Step> steps,
            List<ColumnPlan> earlier,
            LoadWatch watch,
            BooleanSupplier stopped) {
        ReadingChoices choices = dataset.query() == null ? rows.reading : RESULT_OF_A_QUERY;
        List<Documents.Lease> leases = new ArrayList<>();
        try {
            List<Document> opened = new ArrayList<>();
            for (Dataset.FileRef file : rows.files) {
                Documents.Lease lease = documents.open(file, choices, stopped);
                leases.add(lease);
                opened.add(lease.document());
            }
            return new Reading(opened, choices).load(Steps.wantedTypes(steps), earlier, watch);
        } finally {
            leases.forEach(Documents.Lease::close);
        }
    }

    /** Makes the next version of an earlier one that was read of the same files with the same steps. */
    Dataset.Version again(Job job, Dataset dataset, Dataset.Version before, Dataset.Version same) {
        Table table = inMemory(same);
        LoadedTable raw = new LoadedTable(table, same.plan(), same.report());
        VersionWriter.Made made =
                new VersionWriter.Made(Rows.of(same), same.steps(), raw, new Steps.Run(table, same.stepsDone()));
        return writer.record(job, dataset, before, made, same.profile());
    }

    /**
     * An earlier version that was made of the same files by these steps alone; none where other datasets have to do with
     * it, or the day.
     */
    Optional<Dataset.Version> same(Dataset.Version before, List<Step> steps) {
        if (!steps.stream().allMatch(StepResults::isLasting)) {
            return Optional.empty();
        }
        return database.inTransaction(connection -> datasets.findSame(connection, before, steps))
                .filter(same -> folder.snapshotBytes(same.datasetId(), same.number()) > 0);
    }

    private Table inMemory(Dataset.Version version) {
        return engines.get(
                        new DatasetRepository.VersionId(version.datasetId(), version.number()),
                        folder.snapshotBytes(version.datasetId(), version.number()),
                        () -> table(version))
                .table();
    }

    /** The table of a version from its snapshot; a damaged one is made again from the original files. */
    Table table(Dataset.Version version) {
        try {
            Table stored = SnapshotFile.read(folder.snapshot(version.datasetId(), version.number()));
            return new Table(version.schema(), stored.columns(), stored.rowCount());
        } catch (DamagedSnapshotException | java.nio.file.NoSuchFileException e) {
            LOG.warn(
                    "the snapshot of dataset {} version {} is damaged ({}); it is made again",
                    version.datasetId(),
                    version.number(),
                    e.getMessage());
            return rebuilt(version);
        } catch (IOException e) {
            throw DataFolder.diskFailure(e);
        }
    }

    private Table rebuilt(Dataset.Version version) {
        Dataset dataset = database.inTransaction(connection -> datasets.findAny(connection, version.datasetId()))
                .orElseThrow();
        LoadedTable raw = read(dataset, Rows.of(version), version.steps(), version.plan(), LoadWatch.NONE, () -> false);
        Table table = Steps.run(raw.table(), version.steps(), 1, others(dataset), Set.copyOf(version.steps()))
                .table();
        try {
            SnapshotFile.write(table, folder.snapshot(version.datasetId(), version.number()));
        } catch (IOException e) {
            throw DataFolder.diskFailure(e);
        }
        return table;
    }

    /** What is in each column of a table that was made here. */
    List<ColumnProfile> profiles(Table table) {
        return writer.profile(table).columns();
    }

    /**
     * The table as it is after some of the steps of a version; what was read for it is kept in memory for a while, and on
     * disk.
     *
     * @param count of steps, from the first; 0 for the table as it was read
     * @param gone whether nobody waits for it any more
     */
    Table after(Dataset dataset, Dataset.Version version, int count, BooleanSupplier gone) {
        if (count == version.steps().size()) {
            return inMemory(version);
        }
        Rows rows = Rows.of(version);
        StepResults.Source source = source(dataset, rows, version.steps(), version.plan());
        LoadedTable raw = results.read(source, () -> {
            requireRoom(version, rows);
            return rawSnapshots.find(source).orElseGet(() -> {
                LoadedTable read = read(dataset, rows, version.steps(), version.plan(), LoadWatch.NONE, gone);
                rawSnapshots.keep(source, read);
                return read;
            });
        });
        return results.after(
                source,
                version.steps().subList(0, count),
                raw,
                (done, table) -> run(dataset, version, done, count, table));
    }

    private static StepResults.Source source(Dataset dataset, Rows rows, List<Step> steps, List<ColumnPlan> earlier) {
        return new StepResults.Source(dataset.id(), rows.files, rows.reading, Steps.wantedTypes(steps), earlier);
    }

    /** What the step of a number makes of the table before it. */
    Table next(Dataset dataset, Dataset.Version version, int number, Table before) {
        return run(dataset, version, number - 1, number, before);
    }

    private Table run(Dataset dataset, Dataset.Version version, int from, int to, Table table) {
        return Steps.run(
                        table,
                        version.steps().subList(from, to),
                        from + 1,
                        others(dataset),
                        Set.copyOf(version.steps()))
                .table();
    }

    /** The other datasets of the same owner as they stand now. */
    private Tables others(Dataset dataset) {
        return id -> {
            if (id.equals(dataset.id())) {
                throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("server.dataset.looksUpItself"));
            }
            Dataset.Version version = database.inTransaction(connection -> {
                        Dataset other =
                                datasets.find(connection, dataset.ownerId(), id).orElseThrow(Tables::gone);
                        return datasets.findVersion(connection, id, other.currentVersion());
                    })
                    .orElseThrow(Tables::gone);
            return inMemory(version);
        };
    }

    private static LoadWatch watch(Job job) {
        return new LoadWatch() {
            @Override
            public void looking(long rows) {
                job.says(Words.say("server.dataset.findingOutTheTypes"), rows, 0);
            }

            @Override
            public void reading(long rows, long ofRows) {
                job.says(Words.say("server.dataset.readingTheRows"), rows, ofRows);
            }
        };
    }
}
