package keensparrow.server.dataset;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.formats.snapshot.DamagedSnapshotException;
import keensparrow.formats.snapshot.SnapshotFile;
import keensparrow.server.http.Json;
import keensparrow.server.store.DataFolder;
import keensparrow.server.store.StoreException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Tables as they were read, before any step, on disk: who looks at steps another day does not wait until the files are
 * read again. One a dataset, the last that was asked for. All of it can be made again.
 */
final class RawSnapshots {
    private static final Logger LOG = LoggerFactory.getLogger(RawSnapshots.class);

    private final DataFolder folder;

    RawSnapshots(DataFolder folder) {
        this.folder = folder;
    }

    /** What a snapshot does not hold of what was read. */
    private record Beside(Schema schema, List<ColumnPlan> plan, LoadReport report) {}

    Optional<LoadedTable> find(StepResults.Source source) {
        Path file = file(source);
        try {
            if (!Files.exists(file)) {
                return Optional.empty();
            }
            Beside beside = Json.read(Files.readString(beside(file)), Beside.class);
            Table stored = SnapshotFile.read(file);
            Table table = new Table(beside.schema, stored.columns(), stored.rowCount());
            return Optional.of(new LoadedTable(table, beside.plan, beside.report));
        } catch (DamagedSnapshotException | NoSuchFileException | IllegalArgumentException | StoreException e) {
            LOG.warn("what was read of dataset {} is damaged on disk; its files are read again", source.datasetId());
            remove(file);
            return Optional.empty();
        } catch (IOException e) {
            throw DataFolder.diskFailure(e);
        }
    }

    /** In place of the dataset's last one. Where the disk has no room for it, nothing is kept. */
    void keep(StepResults.Source source, LoadedTable read) {
        keep(source, read, file -> SnapshotFile.write(read.table(), file));
    }

    /** Keeps a table that stands on disk already, as that of a version without steps. */
    void keepCopy(StepResults.Source source, LoadedTable read, Path snapshot) {
        keep(source, read, file -> Files.copy(snapshot, file));
    }

    private interface Writing {
        void to(Path file) throws IOException;
    }

    private void keep(StepResults.Source source, LoadedTable read, Writing writing) {
        Path file = file(source);
        if (Files.exists(file)) {
            return;
        }
        try {
            folder.requireRoom(read.table().sizeBytes());
            Beside beside = new Beside(read.table().schema(), read.plan(), read.report());
            Files.writeString(beside(file), Json.write(beside));
            writing.to(file);
            folder.removeRawSnapshots(source.datasetId(), file);
        } catch (IOException | UserException | StoreException e) {
            LOG.warn("what was read of dataset {} could not be kept: {}", source.datasetId(), e.getMessage());
            remove(file);
        }
    }

    private static void remove(Path file) {
        DataFolder.deleteQuietly(file);
        DataFolder.deleteQuietly(beside(file));
    }

    private Path file(StepResults.Source source) {
        String all =
                Json.write(List.of(source.files(), source.reading(), new TreeMap<>(source.types()), source.plan()));
        return folder.rawSnapshot(source.datasetId(), UUID.nameUUIDFromBytes(all.getBytes(StandardCharsets.UTF_8)));
    }

    private static Path beside(Path file) {
        return file.resolveSibling(file.getFileName() + ".json");
    }
}
