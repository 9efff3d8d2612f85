package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Steps that look something up in another dataset: whose it may be, what becomes of it, and steps of all kinds in JSON. */
class LookUpTest {
    private static final String TRIPS = "id,place,n\n1,a,10\n2,b,20\n3,c,30\n";

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static String places;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        places = anna.dataset("places.csv", "name,seats\na,100\nb,200\n");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static ObjectNode look(String dataset) {
        ObjectNode step = object("kind", "lookUp", "column", "place", "dataset", dataset, "datasetName", "Places");
        step.put("key", "name").put("several", "FIRST").putArray("take").add("seats");
        return step;
    }

    private static JsonNode steps(TestServer.Caller caller, String dataset, ObjectNode... steps) throws Exception {
        ObjectNode body = object();
        ArrayNode all = body.putArray("steps");
        for (ObjectNode step : steps) {
            all.add(step);
        }
        return caller.finished(caller.call("PUT", "/api/datasets/" + dataset + "/steps", body));
    }

    private static List<String> rows(String dataset) throws Exception {
        ObjectNode asked = object();
        asked.putArray("columns").add("place").add("seats");
        asked.putArray("filters");
        asked.putArray("sort");
        return anna.call("POST", "/api/datasets/" + dataset + "/rows.csv", asked)
                .body()
                .lines()
                .skip(1)
                .toList();
    }

    @Test
    void itIsTheOwnersOtherDatasetAsItStands() throws Exception {
        String trips = anna.dataset("trips.csv", TRIPS);
        assertThat(steps(anna, trips, look(places)).path("state").asText()).isEqualTo("DONE");
        assertThat(rows(trips)).containsExactly("a,100", "b,200", "c,");
        JsonNode done =
                anna.get("/api/datasets/" + trips).json().path("stepsDone").get(0);
        assertThat(done.path("effect").asText()).isEqualTo("1 of 3 rows without a match");
        JsonNode itself = steps(anna, trips, look(trips));
        assertThat(itself.path("message").asText()).contains("cannot be looked up in itself");
        TestServer.Caller otto = server.caller();
        otto.signIn("Otto");
        String his = otto.dataset("his.csv", TRIPS);
        assertThat(steps(otto, his, look(places)).path("message").asText()).contains("not there any more");
        assertThat(rows(trips)).containsExactly("a,100", "b,200", "c,"); // nothing of it changed
    }

    @Test
    void whatIsLookedUpStaysAndASnapshotIsMadeAgain() throws Exception {
        String trips = anna.dataset("trips again.csv", TRIPS);
        steps(anna, trips, look(places));
        TestServer.Reply refused = anna.call("DELETE", "/api/datasets/" + places, "");
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.detail()).contains("looks something up in this dataset");
        server.restart();
        anna = server.author();
        Files.delete(folder.resolve("data/snapshots/" + trips + "-2.snapshot"));
        server.restart();
        anna = server.author();
        assertThat(rows(trips)).containsExactly("a,100", "b,200", "c,");
    }

    @Test
    void aStepThatIsNotUnderstoodChangesNothing() throws Exception {
        String trips = anna.dataset("trips once more.csv", TRIPS);
        ObjectNode odd = object("kind", "keepRows", "which", "SOMETIMES", "condition", "n > 1");
        assertThat(anna.call("PUT", "/api/datasets/" + trips + "/steps", wrapped(odd))
                        .status())
                .isEqualTo(400);
        JsonNode wrong = steps(anna, trips, object("kind", "keepRows", "which", "KEEP", "condition", "n >"));
        assertThat(wrong.path("message").asText())
                .startsWith("Step 1, “Keep the rows where n >.”, does not fit:")
                .contains("ends too early");
        JsonNode none = steps(anna, trips, object("kind", "keepRows", "which", "KEEP", "condition", "n > 1000"));
        assertThat(none.path("message").asText()).contains("leave out every row");
        assertThat(anna.get("/api/datasets/" + trips).json().path("rowCount").asInt())
                .isEqualTo(3);
    }

    private static ObjectNode wrapped(ObjectNode step) {
        ObjectNode body = object();
        body.putArray("steps").add(step);
        return body;
    }
}
