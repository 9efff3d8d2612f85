package keensparrow.server;

import static keensparrow.server.TestServer.json;
import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is left after a stop, a crash and damage. */
class RestartTest {
    private static final String CSV = "kind,n\na,1\nb,2\na,3\n";

    @TempDir
    Path folder;

    private static int rows(TestServer server, String slug) throws Exception {
        TestServer.Reply reply = server.caller().call("POST", "/api/links/" + slug + "/answers", json("{}"));
        assertThat(reply.status()).as(reply.body()).isEqualTo(200);
        return reply.lines().stream() // what is known already comes first, whichever line it is
                .filter(line -> line.path("line").asText().equals("head"))
                .mapToInt(line -> line.path("all").asInt())
                .sum();
    }

    @Test
    void allOfItIsStillThere() throws Exception {
        try (TestServer server = new TestServer(folder)) {
            TestServer.Caller anna = server.author();
            String slug = anna.publish(
                    anna.newApp(anna.dataset("kinds.csv", CSV)).path("id").asText(), "ANYONE");
            server.restart(new Server.Settings(folder, "127.0.0.1", 0, 1 << 20, 0, 1000)); // asks itself first
            assertThat(rows(server, slug)).isEqualTo(3);
            assertThat(anna.get("/api/apps").json().path("apps").size()).isEqualTo(1);
        }
    }

    @Test
    void aDamagedOrMissingSnapshotIsMadeAgainFromTheOriginal() throws Exception {
        try (TestServer server = new TestServer(folder)) {
            TestServer.Caller anna = server.author();
            String dataset = anna.dataset("kinds.csv", CSV);
            anna.finished(anna.call(
                    "PUT",
                    "/api/datasets/" + dataset + "/steps",
                    json("{'steps': [{'kind': 'leaveOutRows', 'column': 'kind', 'values': ['b'], 'blank': false}]}")));
            String slug = anna.publish(anna.newApp(dataset).path("id").asText(), "ANYONE");
            Path snapshot = folder.resolve("snapshots").resolve(dataset + "-2.snapshot");
            byte[] bytes = Files.readAllBytes(snapshot);
            bytes[bytes.length / 2] ^= 4;
            Files.write(snapshot, bytes);
            server.restart();
            assertThat(rows(server, slug)).isEqualTo(2);
            Files.delete(snapshot);
            server.restart();
            assertThat(rows(server, slug)).isEqualTo(2);
            assertThat(snapshot).exists();
        }
    }

    /** The original goes, so that only what was kept can tell; then that is damaged, and the original is back. */
    @Test
    void whatWasReadIsKeptForTheNextLookAtSteps() throws Exception {
        try (TestServer server = new TestServer(folder)) {
            TestServer.Caller anna = server.author();
            String dataset = anna.dataset("kinds.csv", CSV);
            String gone = anna.dataset("gone.csv", "a,b\n1,2\n");
            for (String id : List.of(dataset, gone)) {
                anna.finished(anna.call(
                        "PUT",
                        "/api/datasets/" + id + "/steps",
                        json("{'steps': [{'kind': 'keepLargest', 'column': '" + (id.equals(gone) ? "b" : "n")
                                + "', 'count': 3, 'which': 'LARGEST', 'within': null}]}")));
            }
            assertThat(anna.call("DELETE", "/api/datasets/" + gone, "").status())
                    .isEqualTo(204);
            assertThat(raw(gone)).isEmpty();
            Path kept = raw(dataset).get(0);
            Files.writeString(kept.resolveSibling(kept.getFileName() + ".part"), "half");
            Path original;
            try (var files = Files.list(folder.resolve("files"))) {
                original = files.findAny().orElseThrow();
            }
            Path aside = Files.move(original, folder.resolve("aside"));
            server.restart();
            assertThat(raw(dataset)).containsExactly(kept);
            assertThat(asRead(anna, dataset).at("/rows").toString())
                    .isEqualTo("[[\"a\",\"1\"],[\"b\",\"2\"],[\"a\",\"3\"]]");
            Files.writeString(kept, "damaged");
            Files.move(aside, original);
            server.restart();
            assertThat(asRead(anna, dataset).path("rowCount").asInt()).isEqualTo(3);
            assertThat(Files.size(kept)).as("whole again").isGreaterThan("damaged".length());
        }
    }

    private List<Path> raw(String dataset) throws Exception {
        try (var files = Files.list(folder.resolve("snapshots"))) {
            return files.filter(file -> file.getFileName().toString().matches(dataset + "-raw-.*snapshot(.part)?"))
                    .toList();
        }
    }

    private static JsonNode asRead(TestServer.Caller anna, String dataset) throws Exception {
        TestServer.Reply reply = anna.call("POST", "/api/datasets/" + dataset + "/after", "{\"steps\":0}");
        assertThat(reply.status()).as(reply.body()).isEqualTo(200);
        return reply.json();
    }

    @Test
    void changesOfStepsThatAnOlderProgramDidNotRecordAreTakenBackAllTheSame() throws Exception {
        try (TestServer server = new TestServer(folder)) {
            TestServer.Caller anna = server.author();
            String dataset = anna.dataset("kinds.csv", CSV);
            String path = "/api/datasets/" + dataset;
            for (String label : List.of("Sort", "Manner")) {
                anna.finished(anna.call(
                        "PUT",
                        path + "/steps",
                        json("{'steps': [{'kind': 'relabel', 'column': 'kind', 'label': '" + label + "'}]}")));
            }
            server.close();
            try (Connection records =
                            DriverManager.getConnection("jdbc:h2:file:" + folder.resolve("records"), "sa", "");
                    Statement statement = records.createStatement()) {
                statement.execute("delete from step_history");
            }
            server.restart();
            anna = server.author();
            JsonNode undo = anna.get(path).json().path("undo");
            assertThat(undo.at("/0/label").asText()).isEqualTo("Sort");
            anna.finished(anna.call("PUT", path + "/steps", object("steps", undo)));
            JsonNode after = anna.get(path).json();
            assertThat(after.at("/steps/0/label").asText()).isEqualTo("Sort");
            assertThat(after.at("/redo/0/label").asText()).isEqualTo("Manner");
            assertThat(after.path("undo").isArray()).isTrue();
            assertThat(after.path("undo")).isEmpty(); // as it was read
        }
    }

    @Test
    void leftoversAreSweptAndCutOffJobsTold() throws Exception {
        try (TestServer server = new TestServer(folder)) {
            TestServer.Caller anna = server.author();
            String dataset = anna.dataset("kinds.csv", CSV);
            Files.writeString(folder.resolve("uploads/half"), "half an upload");
            Files.writeString(folder.resolve("snapshots/0123-9.snapshot"), "of no version");
            Files.writeString(folder.resolve("snapshots/0123-9.snapshot.part"), "half");
            server.close();
            try (Connection records =
                            DriverManager.getConnection("jdbc:h2:file:" + folder.resolve("records"), "sa", "");
                    Statement statement = records.createStatement()) {
                statement.execute("update job set state = 'RUNNING'");
            }
            server.restart();
            try (var uploads = Files.list(folder.resolve("uploads"));
                    var snapshots = Files.list(folder.resolve("snapshots"))) {
                assertThat(uploads).isEmpty();
                assertThat(snapshots)
                        .containsExactly(folder.resolve("snapshots").resolve(dataset + "-1.snapshot"));
            }
            JsonNode jobs = anna.get("/api/jobs").json().path("jobs");
            assertThat(jobs.get(0).path("state").asText()).isEqualTo("INTERRUPTED");
            assertThat(jobs.get(0).path("message").asText()).contains("Do it again");
            assertThat(anna.call("DELETE", "/api/jobs/" + jobs.get(0).path("id").asText(), "")
                            .status())
                    .isEqualTo(204);
            assertThat(anna.get("/api/jobs").json().path("jobs").size()).isZero();
        }
    }

    /** A page whose answers take too long says so, and keeps those that came in time. */
    @Test
    void answersThatTakeTooLongAreToldAsLate() throws Exception {
        try (TestServer server = new TestServer(folder)) {
            TestServer.Caller anna = server.author();
            String app = anna.newApp(anna.dataset("kinds.csv", CSV)).path("id").asText();
            String slug = anna.publish(app, "ANYONE");
            server.restart(TestServer.settings(folder, 1 << 20, 0, false, false, Duration.ZERO));
            TestServer.Reply reply = server.caller().call("POST", "/api/links/" + slug + "/answers", "{}");
            assertThat(reply.status()).isEqualTo(200);
            assertThat(reply.body().strip()).endsWith("{\"line\":\"cancelled\",\"late\":true}");
            server.restart();
            assertThat(rows(server, slug)).isEqualTo(3);
        }
    }

    @Test
    void aDiskWithoutRoomIsSaidAndNothingStored() throws Exception {
        try (TestServer server = new TestServer(folder)) {
            server.close();
            Server.Settings full =
                    TestServer.settings(folder, 1 << 20, Long.MAX_VALUE / 2, false, false, Duration.ofSeconds(30));
            try (Server tight = Server.start(full)) {
                var http = java.net.http.HttpClient.newBuilder()
                        .cookieHandler(new java.net.CookieManager())
                        .build();
                String address = "http://127.0.0.1:" + tight.port();
                var signIn = java.net.http.HttpRequest.newBuilder(java.net.URI.create(address + "/api/session"))
                        .header("Content-Type", "application/json")
                        .POST(java.net.http.HttpRequest.BodyPublishers.ofString(
                                object("name", "Anna", "password", TestServer.PASSWORD)
                                        .toString()))
                        .build();
                String token = TestServer.JSON
                        .readTree(http.send(signIn, java.net.http.HttpResponse.BodyHandlers.ofString())
                                .body())
                        .path("pageToken")
                        .asText();
                var upload = java.net.http.HttpRequest.newBuilder(
                                java.net.URI.create(address + "/api/files?name=a.csv"))
                        .header("X-Page-Token", token)
                        .POST(java.net.http.HttpRequest.BodyPublishers.ofString(CSV))
                        .build();
                var reply = http.send(upload, java.net.http.HttpResponse.BodyHandlers.ofString());
                assertThat(reply.statusCode()).isEqualTo(507);
                assertThat(reply.body()).contains("DISK_FULL").contains("make room");
            }
            server.restart();
            assertThat(server.author()
                            .get("/api/datasets")
                            .json()
                            .path("datasets")
                            .size())
                    .isZero();
        }
    }

    @Test
    void aLoadCanBeCancelled() throws Exception {
        try (TestServer server = new TestServer(folder)) {
            TestServer.Caller anna = server.author();
            StringBuilder csv = new StringBuilder("kind,n\n");
            while (csv.length() < 1_000_000) {
                csv.append("abc,").append(csv.length()).append('\n');
            }
            String file = anna.upload("many.csv", csv.toString().getBytes())
                    .json()
                    .path("id")
                    .asText();
            for (int i = 0; i < 4; i++) { // the last of them wait for their turn
                String job = anna.call("POST", "/api/datasets", object("files", List.of(file)))
                        .json()
                        .path("id")
                        .asText();
                anna.call("DELETE", "/api/jobs/" + job, "");
                JsonNode ended = anna.finished(anna.get("/api/jobs/" + job));
                assertThat(ended.path("state").asText()).isIn("CANCELLED", "DONE");
                if (ended.path("state").asText().equals("CANCELLED")) {
                    assertThat(ended.path("message").asText()).contains("Nothing was changed");
                }
            }
            assertThat(anna.get("/api/jobs/unknown").status()).isEqualTo(404);
        }
    }
}
