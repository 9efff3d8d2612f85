package keensparrow.server.backup;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import keensparrow.server.http.Json;
import keensparrow.server.store.DataFolder;
import keensparrow.server.store.Database;
import keensparrow.server.store.Secrets;

/**
 * Writes a backup while everybody works on: the records as they are at one moment, and all originals that they name,
 * which are never changed and not deleted meanwhile. Snapshots are left out: they are made again from the originals.
 */
public final class BackupService {
    static final String ABOUT = "backup.json";
    static final String RECORDS = "records.mv.db";
    static final String KEY = "secret.key";
    static final int FORMAT = 1;

    private final Database database;
    private final DataFolder folder;
    private final Clock clock;

    public BackupService(Database database, DataFolder folder, Clock clock) {
        this.database = database;
        this.folder = folder;
        this.clock = clock;
    }

    /** The first entry of a backup. @param files originals in it */
    record About(int format, String takenAt, int files) {}

    /** @param out taken whole at the end, never closed here */
    public void write(OutputStream out) throws IOException {
        Path records = folder.passing().resolve(Secrets.id() + ".zip");
        try {
            folder.requireRoom(database.sizeBytes());
            folder.whileNothingIsDeleted(() -> {
                database.backUp(records);
                write(records, new ZipOutputStream(out));
            });
        } finally {
            DataFolder.deleteQuietly(records);
        }
    }

    private void write(Path records, ZipOutputStream zip) throws IOException {
        List<Path> originals = files(folder.root().resolve("files"));
        entry(
                zip,
                ABOUT,
                Json.write(new About(FORMAT, clock.instant().toString(), originals.size()))
                        .getBytes(StandardCharsets.UTF_8));
        try (ZipInputStream in = new ZipInputStream(Files.newInputStream(records))) {
            if (in.getNextEntry() == null) {
                throw new IOException("the records could not be copied");
            }
            zip.putNextEntry(new ZipEntry(RECORDS));
            in.transferTo(zip);
            zip.closeEntry();
        }
        entry(zip, KEY, Files.readAllBytes(folder.keyFile()));
        for (Path original : originals) {
            copy(zip, "files/" + original.getFileName(), original);
        }
        for (Path warehouse : files(folder.warehouse())) {
            copy(zip, "warehouse/" + warehouse.getFileName(), warehouse);
        }
        zip.finish();
    }

    private static List<Path> files(Path of) throws IOException {
        try (Stream<Path> all = Files.list(of)) {
            return all.filter(Files::isRegularFile).sorted().toList();
        }
    }

    private static void entry(ZipOutputStream zip, String name, byte[] bytes) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(bytes);
        zip.closeEntry();
    }

    private static void copy(ZipOutputStream zip, String name, Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            zip.putNextEntry(new ZipEntry(name));
            in.transferTo(zip);
            zip.closeEntry();
        } catch (NoSuchFileException e) {
            throw new IOException("a file went while it was copied: " + file.getFileName(), e);
        }
    }
}
