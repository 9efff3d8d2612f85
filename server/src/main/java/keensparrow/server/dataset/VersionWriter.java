package keensparrow.server.dataset;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import keensparrow.core.column.Column;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.prepare.Step;
import keensparrow.core.prepare.Steps;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.formats.snapshot.SnapshotFile;
import keensparrow.server.job.Job;
import keensparrow.server.store.DataFolder;
import keensparrow.server.store.Database;
import org.jspecify.annotations.Nullable;

/** Makes a dataset version of a table: what is in its columns, the snapshot on disk, the record. */
final class VersionWriter {
    /** Changes of steps that are taken back at once; the rows of older versions are made again where they are wanted. */
    private static final int SNAPSHOTS_KEPT = 20;

    private final Database database;
    private final DataFolder folder;
    private final EngineCache engines;
    private final Clock clock;
    private final DatasetRepository datasets = new DatasetRepository();
    private final StepHistoryRepository history = new StepHistoryRepository();
    private final Cache<Column, Profile.Known> columnProfiles =
            Caffeine.newBuilder().weakKeys().build(); // by identity, as long as a table has them

    VersionWriter(Database database, DataFolder folder, EngineCache engines, Clock clock) {
        this.database = database;
        this.folder = folder;
        this.engines = engines;
        this.clock = clock;
    }

    /** What a load made, before it is recorded. */
    record Made(DatasetLoader.Rows rows, List<Step> steps, LoadedTable raw, Steps.Run run) {}

    /** Takes over what was found in the columns of a table before. */
    void knows(Table table, Profile profile) {
        for (ColumnProfile column : profile.columns()) {
            columnProfiles.put(
                    table.column(column.name()),
                    new Profile.Known(column, table.schema().get(column.name())));
        }
    }

    /** What is in each column of a table; columns that another table shares with it are looked at once. */
    Profile profile(Table table) {
        return Profile.of(table, columnProfiles.asMap());
    }

    /**
     * Looks at the columns of a table, writes it down and last of all records it. What does not get to its end leaves
     * nothing behind.
     *
     * @param known what is in its columns, null where that is to be found out
     */
    Dataset.Version record(
            Job job, Dataset dataset, Dataset.@Nullable Version before, Made made, @Nullable Profile known) {
        Table table = made.run.table();
        if (table.rowCount() == 0) {
            throw new UserException(ErrorCode.FILE_NO_ROWS, Text.of("server.dataset.theStepsLeaveOutEvery"));
        }
        engines.requireFits(table.sizeBytes());
        int number = 1 + database.inTransaction(connection -> datasets.lastVersion(connection, dataset.id()));
        Path file = folder.snapshot(dataset.id(), number);
        CompletableFuture<@Nullable Void> written = writing(table, file);
        boolean recorded = false;
        try {
            job.says(Words.say("server.dataset.lookingAtTheColumns"), table.rowCount(), table.rowCount());
            Profile profile = known == null ? profile(table) : known;
            job.says(Words.say("server.dataset.storing"), table.rowCount(), table.rowCount());
            Dataset.Version version = new Dataset.Version(
                    dataset.id(),
                    number,
                    made.rows.files(),
                    made.rows.reading(),
                    made.steps,
                    made.raw.plan(),
                    made.raw.report(),
                    made.run.done(),
                    profile,
                    table.schema(),
                    table.rowCount(),
                    clock.instant());
            waitFor(written);
            job.stopIfCancelled();
            commit(version, before);
            recorded = true;
            engines.put(new DatasetRepository.VersionId(dataset.id(), number), table);
            folder.deleteUnlessCopied(folder.snapshot(dataset.id(), number - SNAPSHOTS_KEPT));
            return version;
        } finally {
            if (!recorded) {
                written.exceptionally(failure -> null).join(); // not deleted while it is being written
                DataFolder.deleteQuietly(file);
            }
        }
    }

    /** Writes a table to a file beside what else there is to do: most of it is waiting for the disk. */
    private CompletableFuture<@Nullable Void> writing(Table table, Path file) {
        return CompletableFuture.runAsync(
                () -> {
                    try {
                        folder.requireRoom(table.sizeBytes());
                        SnapshotFile.write(table, file);
                    } catch (IOException e) {
                        throw DataFolder.diskFailure(e);
                    }
                },
                work -> new Thread(work, "snapshot").start());
    }

    /** @throws RuntimeException what stopped the writing, as it was thrown */
    private static void waitFor(CompletableFuture<@Nullable Void> written) {
        try {
            written.join();
        } catch (CompletionException e) {
            if (e.getCause() instanceof RuntimeException failure) {
                throw failure;
            }
            if (e.getCause() instanceof Error error) {
                throw error;
            }
            throw e;
        }
    }

    private void commit(Dataset.Version version, Dataset.@Nullable Version before) {
        int expected = before == null ? 0 : before.number();
        database.change(connection -> {
            if (!datasets.addVersion(connection, version, expected)) {
                throw new UserException(ErrorCode.CONFLICT, Text.of("server.dataset.theDatasetWasChangedMeanwhile"));
            }
            history.record(connection, version.datasetId(), before == null ? null : before.steps(), version.steps());
            return true;
        });
    }
}
