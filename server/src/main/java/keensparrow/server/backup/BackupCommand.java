package keensparrow.server.backup;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.util.List;
import keensparrow.server.store.DataFolder;
import keensparrow.server.store.Database;
import keensparrow.server.store.Secrets;

/** {@code backup FILE}: asks the server that runs on the folder, or reads the folder where none does. */
public final class BackupCommand {
    private final Path data;
    private final Path file;

    public BackupCommand(Path data, Path file) {
        this.data = data;
        this.file = file.toAbsolutePath();
    }

    /** The file is whole afterwards or not there. */
    public void run() throws IOException {
        if (!Files.isDirectory(data.resolve("files"))) {
            throw new IOException(data + " is no data folder");
        }
        Path beside = file.resolveSibling(file.getFileName() + ".part");
        Secrets.writePrivately(beside, "");
        try {
            try (OutputStream out = Files.newOutputStream(beside)) {
                Path running = data.resolve("running.txt");
                if (!Files.exists(running) || !asked(Files.readAllLines(running), out)) {
                    readFolder(out);
                }
            }
            Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(beside);
        }
    }

    /** Whether a server answered. */
    private static boolean asked(List<String> running, OutputStream out) throws IOException {
        HttpRequest request = HttpRequest.newBuilder(URI.create(running.get(0) + "/api/backup/local"))
                .header("X-Local-Token", running.get(1))
                .build();
        try {
            HttpResponse<InputStream> response =
                    HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofInputStream());
            try (InputStream in = response.body()) {
                if (response.statusCode() != 200) {
                    throw new IOException("the server answered " + response.statusCode());
                }
                in.transferTo(out);
            }
            return true;
        } catch (ConnectException e) {
            return false; // it was killed and left its note behind
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("interrupted", e);
        }
    }

    private void readFolder(OutputStream out) throws IOException {
        DataFolder.requireSound(data, false, false);
        DataFolder folder = new DataFolder(data, Long.MAX_VALUE, 0);
        try (Database database = Database.inFile(folder.records())) {
            folder.noteClosed(null);
            new BackupService(database, folder, Clock.systemUTC()).write(out);
        }
    }
}
