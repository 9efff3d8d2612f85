package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Steps over HTTP: skipped where they fit no more, switched off, and the table after any of them. */
class PrepareTest {
    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static ObjectNode compute(String label, String expression) {
        return object("kind", "compute", "name", label.toLowerCase(), "label", label, "expression", expression);
    }

    private static final ObjectNode HALF = compute("Half", "n / 2");
    private static final ObjectNode KEPT = object("kind", "keepRows", "which", "KEEP", "condition", "half > 5");

    private static JsonNode steps(String dataset, ObjectNode... steps) throws Exception {
        ObjectNode body = object();
        ArrayNode all = body.putArray("steps");
        List.of(steps).forEach(all::add);
        return anna.finished(anna.call("PUT", "/api/datasets/" + dataset + "/steps", body));
    }

    private static JsonNode details(String dataset) throws Exception {
        return anna.get("/api/datasets/" + dataset).json();
    }

    private static TestServer.Reply after(String dataset, Object count) throws Exception {
        return anna.call("POST", "/api/datasets/" + dataset + "/after", "{\"steps\":" + count + "}");
    }

    @Test
    void aStepThatFitsNoMoreIsToldAndTheRestRuns() throws Exception {
        String trips = anna.dataset("trips.csv", "id,n\n1,10\n2,20\n3,30\n");
        assertThat(steps(trips, HALF, KEPT).path("state").asText()).isEqualTo("DONE");
        assertThat(details(trips).path("rowCount").asInt()).isEqualTo(2);
        ObjectNode label = object("kind", "relabel", "column", "n", "label", "Number");
        assertThat(steps(trips, KEPT, label).path("message").asText()).doesNotContain("does not fit");
        JsonNode now = details(trips);
        assertThat(now.path("rowCount").asInt()).isEqualTo(3);
        assertThat(now.at("/stepsDone/0/problem").asText())
                .startsWith("Skipped")
                .contains("half");
        assertThat(now.at("/stepsDone/1/problem").isNull()).isTrue();
        assertThat(now.at("/columns/1/info/label").asText()).isEqualTo("Number");
        JsonNode app = anna.newApp(trips);
        assertThat(app.at("/page/data/skipped").asInt()).isEqualTo(1); // colleagues are told
        JsonNode wrong = steps(trips, KEPT, label, compute("More", "half + 1"));
        assertThat(wrong.path("message").asText()).startsWith("Step 3,"); // one that is new must fit
    }

    @Test
    void stepsOfAnotherSourceAreKeptThoughSomeDoNotFit() throws Exception {
        String trips = anna.dataset("trips from elsewhere.csv", "id,n\n1,10\n2,20\n3,30\n");
        ObjectNode body = object("ofAnotherSource", true);
        body.putArray("steps")
                .add(HALF)
                .add(object("kind", "retype", "column", "length", "type", "DECIMAL"))
                .add(object("kind", "leaveOutColumn", "column", "gauge"))
                .add(KEPT);
        JsonNode done = anna.finished(anna.call("PUT", "/api/datasets/" + trips + "/steps", body));
        assertThat(done.path("state").asText()).as(done.toString()).isEqualTo("DONE");
        JsonNode now = details(trips);
        assertThat(now.path("rowCount").asInt()).isEqualTo(2);
        assertThat(now.path("steps")).hasSize(4);
        assertThat(now.at("/stepsDone/1/problem").asText())
                .startsWith("Skipped")
                .contains("length");
        assertThat(now.at("/stepsDone/2/problem").asText())
                .startsWith("Skipped")
                .contains("gauge");
        assertThat(now.at("/stepsDone/3/problem").isNull()).isTrue();
    }

    @Test
    void aStepIsSwitchedOffAndOn() throws Exception {
        String trips = anna.dataset("trips again.csv", "id,n\n1,10\n2,20\n3,30\n");
        ObjectNode off = object("kind", "switchedOff");
        off.set("step", KEPT);
        steps(trips, HALF, off);
        JsonNode now = details(trips);
        assertThat(now.path("rowCount").asInt()).isEqualTo(3);
        assertThat(now.at("/steps/1/step/kind").asText()).isEqualTo("keepRows");
        assertThat(now.at("/stepsDone/1/effect").asText()).isEqualTo("switched off");
        steps(trips, HALF, KEPT);
        assertThat(details(trips).path("rowCount").asInt()).isEqualTo(2);
        ObjectNode twice = object("kind", "switchedOff");
        twice.set("step", off);
        ObjectNode body = object();
        body.putArray("steps").add(twice);
        assertThat(anna.call("PUT", "/api/datasets/" + trips + "/steps", body).status())
                .isEqualTo(400);
    }

    /** With another step that stays, so that there is no earlier version with just the same steps. */
    @Test
    void aTypeThatNoStepSaysAnyMoreIsAsItWasFound() throws Exception {
        String trips = anna.dataset("trips typed.csv", "id,n\n1,10\n2,20\n3,30\n");
        ObjectNode text = object("kind", "retype", "column", "n", "type", "TEXT");
        steps(trips, text);
        assertThat(details(trips).at("/columns/1/info/type").asText()).isEqualTo("TEXT");
        steps(trips, object("kind", "relabel", "column", "n", "label", "Number"), text);
        steps(trips, object("kind", "relabel", "column", "n", "label", "Number"));
        assertThat(details(trips).at("/columns/1/info/type").asText()).isEqualTo("WHOLE");
    }

    @Test
    void theTableIsSeenAfterAnyStep() throws Exception {
        String trips = anna.dataset("trips once more.csv", "id,n\n1,10\n2,\n3,30\n");
        steps(trips, HALF, KEPT);
        List<String> sizes = new ArrayList<>();
        for (int count = 0; count <= 2; count++) {
            JsonNode table = after(trips, count).json();
            sizes.add(table.path("rowCount").asInt() + " × "
                    + table.path("columns").size());
        }
        assertThat(sizes).containsExactly("3 × 2", "3 × 3", "1 × 3");
        assertThat(after(trips, 1).json().path("rows").toString())
                .isEqualTo("[[\"1\",\"10\",\"5\"],[\"2\",null,null],[\"3\",\"30\",\"15\"]]");
        assertThat(after(trips, 3).status()).isEqualTo(400);
        assertThat(after(trips, -1).status()).isEqualTo(400);
        assertThat(after(trips, "null").status()).isEqualTo(400);
        TestServer.Caller otto = server.caller();
        otto.signIn("Otto");
        assertThat(otto.call("POST", "/api/datasets/" + trips + "/after", "{\"steps\":0}")
                        .status())
                .isEqualTo(404);
    }

    @Test
    void whatAStepChangedIsToldRowByRowAndWhatIsInEachColumnAfterIt() throws Exception {
        String trips = anna.dataset("compared.csv", "id,n\n1,10\n2,\n3,30\n");
        steps(trips, HALF, KEPT);
        JsonNode kept = anna.call(
                        "POST",
                        "/api/datasets/" + trips + "/after",
                        "{\"steps\":2,\"compared\":true,\"profiled\":true}")
                .json();
        assertThat(kept.at("/change/rowsBefore").asInt()).isEqualTo(3);
        assertThat(kept.at("/change/gone").asInt()).isEqualTo(2);
        assertThat(kept.at("/change/rows").size()).isEqualTo(2);
        assertThat(kept.at("/change/rows/0/state").asText()).isEqualTo("GONE");
        assertThat(kept.at("/change/rows/0/cells").toString()).isEqualTo("[\"1\",\"10\",\"5\"]");
        assertThat(kept.at("/profiles/2/name").asText()).isEqualTo("half");
        assertThat(kept.at("/profiles/2/distinct").asInt()).isEqualTo(1);
        JsonNode made = anna.call("POST", "/api/datasets/" + trips + "/after", "{\"steps\":1,\"compared\":true}")
                .json();
        assertThat(made.at("/change/columnsNew").asInt()).isEqualTo(1);
        assertThat(made.at("/profiles").size()).isZero();
        JsonNode read = anna.call("POST", "/api/datasets/" + trips + "/after", "{\"steps\":0,\"compared\":true}")
                .json();
        assertThat(read.path("change").isNull()).isTrue(); // nothing stands before it
    }

    private static void put(String dataset, JsonNode steps) throws Exception {
        ObjectNode body = object();
        body.set("steps", steps);
        JsonNode done = anna.finished(anna.call("PUT", "/api/datasets/" + dataset + "/steps", body));
        assertThat(done.path("state").asText()).isEqualTo("DONE");
    }

    @Test
    void changesAreTakenBackAndMadeAgainAlsoAfterARestart() throws Exception {
        String trips = anna.dataset("undone.csv", "id,n\n1,10\n2,20\n3,30\n");
        assertThat(details(trips).path("undo").isNull()).isTrue();
        steps(trips, HALF);
        steps(trips, HALF, KEPT);
        steps(trips, HALF, KEPT, compute("More", "half + 1"));
        put(trips, details(trips).path("undo"));
        assertThat(details(trips).path("steps").size()).isEqualTo(2);
        put(trips, details(trips).path("undo"));
        server.restart();
        anna = server.author();
        assertThat(details(trips).path("steps").size()).isEqualTo(1);
        assertThat(details(trips).path("rowCount").asInt()).isEqualTo(3);
        put(trips, details(trips).path("redo"));
        put(trips, details(trips).path("redo"));
        JsonNode again = details(trips);
        assertThat(again.path("steps").size()).isEqualTo(3);
        assertThat(again.path("rowCount").asInt()).isEqualTo(2);
        assertThat(again.path("redo").isNull()).isTrue();
        assertThat(again.at("/stepsDone").size()).isEqualTo(3);
        for (int i = 0; i < 3; i++) {
            put(trips, details(trips).path("undo"));
        }
        assertThat(details(trips).path("steps").size()).isZero();
        assertThat(details(trips).path("undo").isNull()).isTrue();
        steps(trips, compute("Other", "n + 1")); // another change: the ones taken back are gone
        assertThat(details(trips).path("redo").isNull()).isTrue();
        assertThat(details(trips).path("undo").size()).isZero();
    }

    @Test
    void rowsOfOldVersionsAreNotKeptAndMadeAgainWhereTheyAreWanted() throws Exception {
        String trips = anna.dataset("often.csv", "id,n\n1,10\n2,20\n3,30\n");
        for (int i = 0; i < 22; i++) {
            steps(trips, compute("Plus " + i, "n + " + i));
        }
        try (Stream<Path> snapshots = Files.list(server.folder().resolve("snapshots"))) {
            assertThat(snapshots.filter(file -> file.getFileName().toString().matches(trips + "-[0-9]+\\.snapshot")))
                    .hasSize(20);
        }
        for (int i = 0; i < 22; i++) {
            put(trips, details(trips).path("undo"));
        }
        assertThat(details(trips).path("steps").size()).isZero();
        assertThat(details(trips).path("rowCount").asInt()).isEqualTo(3);
        put(trips, details(trips).path("redo"));
        assertThat(details(trips).at("/steps/0").toString()).contains("Plus 0");
    }
}
