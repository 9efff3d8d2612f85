package keensparrow.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import keensparrow.server.backup.BackupCommand;
import keensparrow.server.backup.Restore;
import keensparrow.server.store.Database;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** A backup taken while people write is whole, and so is what is restored from it. */
@Timeout(value = 180, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class BackupTest {
    private static final int BACKUPS = Boolean.getBoolean("sparrow.all") ? 20 : 5;

    @TempDir
    Path folder;

    @Test
    void isWholeUnderHeavyWriting() throws Exception {
        try (TestServer server = new TestServer(folder.resolve("data"))) {
            TestServer.Caller anna = server.author();
            String app = anna.newApp(anna.dataset("kinds.csv", "kind,n\na,1\nb,2\n"))
                    .path("id")
                    .asText();
            AtomicInteger acknowledged = new AtomicInteger();
            AtomicBoolean over = new AtomicBoolean();
            AtomicInteger failures = new AtomicInteger();
            List<Thread> writers = new ArrayList<>();
            writers.add(writer(over, failures, round -> {
                anna.publish(app, "ANYONE");
                acknowledged.set(round);
            }));
            TestServer.Caller otto = server.caller().signIn("Otto");
            writers.add(writer(over, failures, round -> {
                String made = otto.dataset("made.csv", "kind,n\na," + round + "\nb,2\n");
                if (round % 2 == 0) {
                    otto.call("DELETE", "/api/datasets/" + made, "");
                }
            }));
            for (int i = 0; i < BACKUPS; i++) {
                int before = acknowledged.get();
                Path backup = folder.resolve("backup-" + i + ".zip");
                new BackupCommand(folder.resolve("data"), backup).run();
                Path restored = folder.resolve("restored-" + i);
                new Restore(backup, restored).run();
                requireWhole(restored, before);
            }
            over.set(true);
            for (Thread writer : writers) {
                writer.join();
            }
            assertThat(failures).hasValue(0);
            assertThat(acknowledged.get()).isPositive();
        }
        try (Server restored = Server.start(TestServer.settings(folder.resolve("restored-" + (BACKUPS - 1))))) {
            assertThat(restored.port()).isPositive();
        }
    }

    private interface Writing {
        void write(int round) throws Exception;
    }

    private static Thread writer(AtomicBoolean over, AtomicInteger failures, Writing writing) {
        Thread thread = new Thread(() -> {
            for (int round = 1; !over.get(); round++) {
                try {
                    writing.write(round);
                } catch (Exception e) {
                    failures.incrementAndGet();
                }
            }
        });
        thread.start();
        return thread;
    }

    /** All that was acknowledged before is there, and every original that a version names. */
    private static void requireWhole(Path restored, int editions) throws IOException {
        try (Database database = Database.inFile(restored.resolve("records"))) {
            int there = database.inTransaction(connection ->
                            Database.one(connection, "select count(*) from edition", row -> row.getInt(1)))
                    .orElse(0);
            assertThat(there).isGreaterThanOrEqualTo(editions);
            List<String> files = database.inTransaction(connection ->
                    Database.list(connection, "select files from dataset_version", row -> row.getString(1)));
            assertThat(files).isNotEmpty();
            for (String named : files) {
                String sha = named.replaceAll("(?s).*\"sha256\":\"([0-9a-f]+)\".*", "$1");
                assertThat(restored.resolve("files").resolve(sha)).exists();
            }
        }
    }

    @Test
    void isForAdministratorsAndForWhoMayReadTheFolder() throws Exception {
        try (TestServer server = new TestServer(folder.resolve("data"))) {
            TestServer.Caller ada = server.caller().signIn("Ada");
            assertThat(ada.get("/api/backup").status()).isEqualTo(200);
            assertThat(server.author().get("/api/backup").status()).isEqualTo(403);
            assertThat(server.caller().get("/api/backup").status()).isEqualTo(401);
            assertThat(server.caller().get("/api/backup/local").status()).isEqualTo(403);
            String token =
                    Files.readAllLines(folder.resolve("data/running.txt")).get(1);
            HttpRequest request = HttpRequest.newBuilder(URI.create(server.address() + "/api/backup/local"))
                    .header("X-Local-Token", token)
                    .build();
            try (InputStream body = HttpClient.newHttpClient()
                    .send(request, HttpResponse.BodyHandlers.ofInputStream())
                    .body()) {
                assertThat(body.readNBytes(2)).isEqualTo(new byte[] {'P', 'K'});
            }
        }
        assertThat(folder.resolve("data/running.txt")).doesNotExist();
    }

    @Test
    void ofAFolderThatNoServerUses() throws Exception {
        String slug;
        try (TestServer server = new TestServer(folder.resolve("data"))) {
            TestServer.Caller anna = server.author();
            slug = anna.publish(
                    anna.newApp(anna.dataset("kinds.csv", "kind,n\na,1\nb,2\n"))
                            .path("id")
                            .asText(),
                    "ANYONE");
        }
        Path backup = folder.resolve("backup.zip");
        new BackupCommand(folder.resolve("data"), backup).run();
        assertThat(new Restore(backup, folder.resolve("other")).run()).isEqualTo(1);
        try (Server other = Server.start(TestServer.settings(folder.resolve("other")))) {
            HttpRequest request = HttpRequest.newBuilder(
                            URI.create("http://127.0.0.1:" + other.port() + "/api/links/" + slug + "/answers"))
                    .header("Content-Type", "application/json")
                    .POST(HttpRequest.BodyPublishers.ofString("{}"))
                    .build();
            String answers = HttpClient.newHttpClient()
                    .send(request, HttpResponse.BodyHandlers.ofString())
                    .body();
            assertThat(answers).contains("\"passing\":2");
        }
    }

    @Test
    void whatIsNoWholeBackupRestoresNothing() throws Exception {
        try (TestServer server = new TestServer(folder.resolve("data"))) {
            server.author().dataset("kinds.csv", "kind,n\na,1\nb,2\n");
        }
        Path backup = folder.resolve("backup.zip");
        new BackupCommand(folder.resolve("data"), backup).run();
        byte[] whole = Files.readAllBytes(backup);
        Path to = folder.resolve("to");
        for (int cut : new int[] {0, 10, whole.length / 3, whole.length / 2, whole.length - 400}) {
            Path bad = Files.write(folder.resolve("bad.zip"), Arrays.copyOf(whole, cut));
            assertThatThrownBy(() -> new Restore(bad, to).run())
                    .as("cut at " + cut)
                    .isInstanceOf(IOException.class)
                    .hasMessageContaining("Nothing was restored");
            assertThat(to).doesNotExist();
        }
        assertThatThrownBy(() -> new Restore(backup, folder.resolve("data")).run())
                .hasMessageContaining("is not empty");
        assertThat(new Restore(backup, to).run()).isEqualTo(1);
    }
}
