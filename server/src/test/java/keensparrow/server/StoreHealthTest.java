package keensparrow.server;

import static keensparrow.server.TestServer.json;
import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is stored stays, goes for good when it is removed, and is missed when it is not there. */
class StoreHealthTest {
    private static final String CSV = "kind,n\na,1\nb,2\n";

    @TempDir
    Path folder;

    private Path data() {
        return folder.resolve("data");
    }

    private void refused(String... found) {
        assertThatThrownBy(() -> Server.start(TestServer.settings(data())))
                .isInstanceOf(IOException.class)
                .satisfies(e -> assertThat(e.getMessage()).contains(found).contains("Nothing was changed."));
    }

    private static long count(Path folder) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.count();
        }
    }

    /** A folder with an app that anyone may read; gives its link. */
    private String filled() throws Exception {
        try (TestServer server = new TestServer(data())) {
            TestServer.Caller anna = server.author();
            return anna.publish(
                    anna.newApp(anna.dataset("kinds.csv", CSV)).path("id").asText(), "ANYONE");
        }
    }

    @Test
    void recordsThatAreMissingEmptyCutOrForeignStopTheStart() throws Exception {
        filled();
        Path records = data().resolve("records.mv.db");
        byte[] whole = Files.readAllBytes(records);
        Files.delete(records);
        refused("records.mv.db", "are missing", "1 original files", "--begin-anew", "restore");
        Files.write(records, new byte[0]);
        refused("empty or cut off");
        Files.write(records, java.util.Arrays.copyOf(whole, whole.length / 2));
        refused("were closed with " + whole.length + " bytes and hold " + whole.length / 2);
        byte[] foreign = whole.clone();
        foreign[0] = 'X';
        Files.write(records, foreign);
        refused("do not begin as they should");
        Files.write(records, whole);
        Server.start(TestServer.settings(data())).close();
    }

    @Test
    void recordsOfANewerProgramAreNotTouched() throws Exception {
        filled();
        String url = "jdbc:h2:file:" + data().resolve("records");
        try (Connection h2 = DriverManager.getConnection(url, "sa", "")) {
            h2.createStatement()
                    .execute("insert into \"flyway_schema_history\" select 99, '99', 'later', 'SQL', 'V099', 0, 'sa',"
                            + " current_timestamp, 1, true");
        }
        Files.delete(data().resolve("records.closed")); // another program has written to them
        refused("of version 99", "knows them up to version 8");
    }

    @Test
    void aKeyThatIsMissingDamagedOrAnotherStopsTheStart() throws Exception {
        try (TestServer server = new TestServer(data())) {
            warehouse(server);
        }
        Path key = data().resolve("secret.key");
        String whole = Files.readString(key);
        Files.delete(key);
        refused("secret.key", "is missing", "--new-key");
        Files.writeString(key, "nonsense");
        refused("is damaged");
        Files.writeString(key, "ab".repeat(32));
        refused("not the one that the passwords of 1 database connections");
        Files.writeString(key, whole);
        Server.start(TestServer.settings(data())).close();
        Server.Settings anew = TestServer.settings(data(), 1 << 20, 0, false, true, Duration.ofSeconds(30));
        Server.start(anew).close();
        Server.start(TestServer.settings(data())).close(); // and from then on as usual
    }

    private static void warehouse(TestServer server) throws Exception {
        Path warehouse = server.folder().resolve("warehouse/bookings");
        try (Connection h2 = DriverManager.getConnection("jdbc:h2:file:" + warehouse, "sa", "")) {
            h2.createStatement().execute("create user READER password 'reads only'");
        }
        TestServer.Reply added = server.author()
                .call(
                        "POST",
                        "/api/connections",
                        object(
                                "name",
                                "W",
                                "kind",
                                "H2",
                                "database",
                                "bookings",
                                "username",
                                "READER",
                                "password",
                                "reads only"));
        assertThat(added.status()).as(added.body()).isEqualTo(200);
    }

    @Test
    void beginningAnewSetsAsideAndDeletesNothing() throws Exception {
        filled();
        Files.delete(data().resolve("records.mv.db"));
        Server.start(TestServer.settings(data(), 1 << 20, 0, true, false, Duration.ofSeconds(30)))
                .close();
        try (Stream<Path> all = Files.walk(data())) {
            assertThat(all.filter(path -> path.toString().contains("set-aside-"))
                            .filter(path -> path.toString().contains("/files/"))
                            .filter(Files::isRegularFile))
                    .hasSize(1);
        }
    }

    @Test
    void theFolderIsItsOwnersAlone() throws Exception {
        filled();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(data())))
                .isEqualTo("rwx------");
    }

    @Test
    void aDamagedOriginalIsToldAndTheLastVersionStays() throws Exception {
        try (TestServer server = new TestServer(data())) {
            TestServer.Caller anna = server.author();
            String dataset = anna.dataset("kinds.csv", CSV);
            Path original;
            try (Stream<Path> files = Files.list(data().resolve("files"))) {
                original = files.findFirst().orElseThrow();
            }
            Files.writeString(original, "c,900\n", StandardOpenOption.APPEND);
            var job = anna.finished(anna.call(
                    "PUT",
                    "/api/datasets/" + dataset + "/steps",
                    json("{'steps': [{'kind': 'retype', 'column': 'n', 'type': 'TEXT'}]}")));
            assertThat(job.path("state").asText()).isEqualTo("FAILED");
            assertThat(job.path("message").asText()).contains("“kinds.csv” is damaged or gone");
            assertThat(anna.get("/api/datasets/" + dataset)
                            .json()
                            .path("version")
                            .asInt())
                    .isEqualTo(1);
            assertThat(anna.call("POST", "/api/datasets/" + dataset + "/look", "{}")
                            .body())
                    .doesNotContain("900");
        }
    }

    @Test
    void whatIsRemovedIsGoneAtOnceUnlessOthersUseIt() throws Exception {
        try (TestServer server = new TestServer(data())) {
            TestServer.Caller anna = server.author();
            String first = anna.dataset("kinds.csv", CSV);
            String second = anna.dataset("again.csv", CSV); // the same content
            assertThat(count(data().resolve("files"))).isEqualTo(1);
            anna.call("DELETE", "/api/datasets/" + first, "");
            assertThat(count(data().resolve("files"))).isEqualTo(1);
            assertThat(count(data().resolve("snapshots"))).isEqualTo(1);
            anna.call("DELETE", "/api/datasets/" + second, "");
            assertThat(count(data().resolve("files"))).isZero();
            assertThat(count(data().resolve("snapshots"))).isZero();
        }
    }

    @Test
    void racesGetATrueAnswer() throws Exception {
        try (TestServer server = new TestServer(data())) {
            TestServer.Caller anna = server.author();
            String dataset = anna.dataset("kinds.csv", CSV);
            String app = anna.newApp(dataset).path("id").asText();
            List<CompletableFuture<Integer>> publishing = new ArrayList<>();
            for (int i = 0; i < 20; i++) {
                publishing.add(
                        later(() -> anna.call("POST", "/api/apps/" + app + "/editions", object("access", "ANYONE"))
                                .status()));
            }
            assertThat(publishing).allSatisfy(one -> assertThat(one.join()).isEqualTo(200));
            assertThat(anna.get("/api/apps/" + app + "/editions")
                            .json()
                            .path("editions")
                            .size())
                    .isEqualTo(20);
            anna.call("DELETE", "/api/apps/" + app, "");
            List<CompletableFuture<Integer>> making = new ArrayList<>();
            for (int i = 0; i < 10; i++) {
                making.add(later(() -> anna.call("POST", "/api/apps", object("datasetId", dataset))
                        .status()));
            }
            CompletableFuture<Integer> removing = later(
                    () -> anna.call("DELETE", "/api/datasets/" + dataset, "").status());
            assertThat(making).allSatisfy(one -> assertThat(one.join()).isIn(200, 404, 409));
            assertThat(removing.join()).isIn(204, 409);
        }
    }

    private interface Asking {
        int ask() throws Exception;
    }

    private static CompletableFuture<Integer> later(Asking asking) {
        return CompletableFuture.supplyAsync(() -> {
            try {
                return asking.ask();
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
        });
    }
}
