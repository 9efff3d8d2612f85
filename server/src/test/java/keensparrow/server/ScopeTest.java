package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Which rows an app shows at all, and marks that only stand out. */
class ScopeTest {
    private static final String CSV = """
            team,hours,place
            Red,10,Oslo
            Red,20,Rome
            Blue,30,Oslo
            Blue,40,Rome
            """;
    private static final ObjectMapper JSON = new ObjectMapper();

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static String id;
    private static ObjectNode app;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        JsonNode made = anna.newApp(anna.dataset("people.csv", CSV));
        id = made.path("id").asText();
        app = made.path("page").path("app").deepCopy();
        app.put("noun", "people").put("downloads", "ROWS");
        ArrayNode views = app.putArray("views");
        for (String column : new String[] {"team", "place"}) {
            ObjectNode bars = TestServer.view(views, column, "BARS", column.equals("team") ? 0 : 5);
            bars.putObject("measure").put("aggregate", "SUM").put("column", "hours");
            bars.putObject("by").put("column", column).putNull("step");
        }
        TestServer.view(views, "table", "TABLE", 10)
                .putArray("columns")
                .add("team")
                .add("place");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static TestServer.Reply save(ObjectNode changed) throws Exception {
        int revision = anna.get("/api/apps/" + id).json().path("revision").asInt();
        return anna.call("PUT", "/api/apps/" + id + "/draft", object("revision", revision, "app", changed));
    }

    /** Lines by what they answer. */
    private static Map<String, JsonNode> lines(TestServer.Caller caller, String base, String body) throws Exception {
        Map<String, JsonNode> lines = new HashMap<>();
        for (String line : caller.call("POST", base + "/answers", body).body().split("\n")) {
            JsonNode one = JSON.readTree(line);
            lines.put((one.path("line").asText() + " " + one.path("id").asText("")).strip(), one);
        }
        return lines;
    }

    private static String values(JsonNode line) {
        return line.at("/answer/measures/0/values").toString();
    }

    @Test
    void aConditionOfTheAppNarrowsNumbersRowsAndWords() throws Exception {
        assertThat(save(app.deepCopy().put("condition", "place <> 'Rome'")).status())
                .isEqualTo(200);
        String slug = anna.call("POST", "/api/apps/" + id + "/editions", "{\"access\":\"ANYONE\"}")
                .json()
                .path("slug")
                .asText();
        String base = "/api/links/" + slug;
        TestServer.Caller colleague = server.caller();
        Map<String, JsonNode> lines = lines(colleague, base, "{}");
        JsonNode head = lines.get("head");
        assertThat(head.path("passing").asInt()).isEqualTo(2);
        assertThat(head.path("all").asInt()).isEqualTo(2);
        assertThat(head.path("sentence").toString()).contains("people where place <> 'Rome'");
        assertThat(values(lines.get("view team"))).isEqualTo("[30,10]");
        assertThat(colleague.get(base + "/rows.csv").body().lines())
                .containsExactly("\uFEFFteam,place", "Red,Oslo", "Blue,Oslo");
        JsonNode explained = colleague
                .call("POST", base + "/explanations", "{\"view\":\"team\"}")
                .json();
        assertThat(explained.path("rows").asInt()).isEqualTo(2);
        assertThat(explained.path("sql").asText()).contains("where (place <> 'Rome')");
        assertThat(colleague.get(base + "/behind.csv?view=team").body().lines()).hasSize(3);
    }

    @Test
    void aConditionThatIsNoneIsRefusedAtItsPlaceAndNothingChanges() throws Exception {
        JsonNode before = anna.get("/api/apps/" + id).json().path("page").path("app");
        TestServer.Reply refused = save(app.deepCopy().put("condition", "plaice <> 'Rome'"));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body()).contains("Did you mean “place”?");
        assertThat(save(app.deepCopy().put("condition", "place <")).status()).isEqualTo(422);
        assertThat(anna.get("/api/apps/" + id).json().path("page").path("app")).isEqualTo(before);
    }

    @Test
    void marksThatHighlightLeaveAllRowsAndGiveThePartBeside() throws Exception {
        assertThat(save(app.deepCopy().put("marking", "HIGHLIGHT")).status()).isEqualTo(200);
        String mark = "\"marks\":[{\"view\":\"place\",\"filter\":{\"kind\":\"oneOf\",\"column\":\"place\","
                + "\"values\":[\"Rome\"],\"blank\":false,\"exclude\":false}}]";
        String base = "/api/apps/" + id;
        Map<String, JsonNode> narrowed = lines(anna, base, "{" + mark + "}");
        assertThat(values(narrowed.get("view team"))).isEqualTo("[40,20]");
        assertThat(narrowed).doesNotContainKey("beside team");
        Map<String, JsonNode> lines = lines(anna, base, "{\"highlight\":true," + mark + "}");
        assertThat(values(lines.get("view team"))).isEqualTo("[70,30]");
        assertThat(values(lines.get("beside team"))).isEqualTo("[40,20]");
        assertThat(values(lines.get("view place"))).isEqualTo("[60,40]");
        assertThat(lines).doesNotContainKey("beside place");
        assertThat(lines.get("view table").at("/answer/rowCount").asInt()).isEqualTo(2);
        assertThat(lines.get("head").path("passing").asInt()).isEqualTo(2);
    }

    @Test
    void sensitiveValuesNeverLeaveInFiles() throws Exception {
        String dataset = anna.dataset("staff.csv", "team,salary,person\nRed,10,Ada\nRed,20,Ben\nBlue,30,Cid\n");
        anna.finished(anna.call(
                "PUT",
                "/api/datasets/" + dataset + "/steps",
                "{\"steps\":[{\"kind\":\"setSensitive\",\"column\":\"person\",\"leaving\":\"NEVER\"},"
                        + "{\"kind\":\"setSensitive\",\"column\":\"salary\",\"leaving\":\"NEVER\"},"
                        + "{\"kind\":\"compute\",\"name\":\"doubled\",\"label\":\"Doubled\","
                        + "\"expression\":\"salary * 2\"}]}"));
        JsonNode made = anna.newApp(dataset);
        String own = made.path("id").asText();
        ObjectNode definition = made.path("page").path("app").deepCopy();
        definition.put("downloads", "ROWS");
        ArrayNode views = definition.putArray("views");
        TestServer.view(views, "table", "TABLE", 0)
                .putArray("columns")
                .add("team")
                .add("person");
        ObjectNode least = TestServer.view(views, "least", "BARS", 15);
        least.putObject("measure").put("aggregate", "MIN").put("column", "doubled");
        least.putObject("by").put("column", "team").putNull("step");
        for (String column : new String[] {"team", "person"}) {
            ObjectNode bars = TestServer.view(views, column, "BARS", column.equals("team") ? 5 : 10);
            bars.putObject("measure").put("aggregate", "ROWS");
            bars.putObject("by").put("column", column).putNull("step");
        }
        anna.call("PUT", "/api/apps/" + own + "/draft", object("revision", 1, "app", definition));
        String base = "/api/apps/" + own;
        assertThat(anna.get(base + "/rows.csv").body().lines()).containsExactly("\uFEFFteam", "Red", "Red", "Blue");
        assertThat(anna.get(base + "/behind.csv?view=team").body())
                .doesNotContain("Ada")
                .contains("team");
        assertThat(anna.call("POST", "/api/datasets/" + dataset + "/rows.csv", "{}")
                        .body()
                        .lines())
                .startsWith("\uFEFFteam", "Red"); // what is computed from it neither
        assertThat(anna.get(base + "/numbers.csv?view=team").status()).isEqualTo(200);
        TestServer.Reply refused = anna.get(base + "/numbers.csv?view=person");
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.detail()).contains("“person”, which are never downloaded");
        assertThat(anna.get(base + "/numbers.csv?view=least").detail()).contains("“Doubled”");
        JsonNode explained =
                anna.call("POST", base + "/explanations", "{\"view\":\"team\"}").json();
        assertThat(explained.at("/sample/columns").toString()).doesNotContain("person");
        assertThat(made.path("page").path("columns").toString()).contains("person"); // it can still be shown
    }
}
