package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What colleagues choose, over HTTP: the words travel with the answers, files follow, nothing else can be asked for. */
class ChoicesTest {
    private static final String CSV = """
            team,city,hours,salary
            Red,Oslo,10,4100
            Red,Rome,20,4200
            Blue,Rome,30,4300
            """;

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static String app;
    private static ObjectNode definition;
    private static String slug;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        JsonNode made = anna.newApp(anna.dataset("people.csv", CSV));
        app = made.path("id").asText();
        definition = made.path("page").path("app").deepCopy();
        definition.putArray("filters");
        ArrayNode views = definition.putArray("views");
        view(views, "bars", 0);
        view(views, "more", 5);
        ObjectNode named =
                definition.putArray("measures").addObject().put("id", "m1").put("name", "Effort");
        named.putObject("measure").put("aggregate", "SUM").put("column", "hours");
        named.putObject("format").put("kind", "DURATION").put("unit", "h");
        ArrayNode choices = definition.putArray("choices");
        ArrayNode measures = choice(choices, "what", "MEASURE", "bars").putArray("options");
        measures.addObject().put("id", "rows").putObject("measure").put("aggregate", "ROWS");
        measures.addObject().put("id", "effort").put("measureId", "m1");
        ArrayNode groups = choice(choices, "by", "GROUPING", "bars").putArray("options");
        groups.addObject().put("id", "team").putObject("by").put("column", "team");
        groups.addObject()
                .put("id", "city")
                .put("label", "Town")
                .putObject("by")
                .put("column", "city");
        ArrayNode shown = choice(choices, "also", "SHOWN", "more").putArray("options");
        shown.addObject().put("id", "yes").put("shown", true);
        shown.addObject().put("id", "no").put("shown", false);
        TestServer.Reply saved = save(definition, 1);
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
        slug = anna.publish(app, "ANYONE");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static void view(ArrayNode views, String id, int y) {
        ObjectNode view = views.addObject().put("id", id).put("title", "").put("kind", "BARS");
        view.putObject("measure").put("aggregate", "ROWS");
        view.putObject("by").put("column", "team");
        view.putArray("columns");
        view.putArray("sort");
        view.put("largest", 0);
        view.putObject("place").put("x", 0).put("y", y).put("w", 6).put("h", 5);
    }

    private static ObjectNode choice(ArrayNode choices, String id, String kind, String view) {
        ObjectNode choice = choices.addObject().put("id", id).put("title", "").put("kind", kind);
        choice.putArray("views").add(view);
        return choice;
    }

    private static TestServer.Reply save(JsonNode changed, int revision) throws Exception {
        return anna.call("PUT", "/api/apps/" + app + "/draft", object("revision", revision, "app", changed));
    }

    private static JsonNode line(String body, String line, String id) throws Exception {
        return server.caller().call("POST", "/api/links/" + slug + "/answers", body).lines().stream()
                .filter(each -> each.path("line").asText().equals(line))
                .filter(each -> id.isEmpty() || each.path("id").asText().equals(id))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void wordsAndNumbersTravelTogether() throws Exception {
        JsonNode start = line("{}", "view", "bars");
        assertThat(start.path("shown").path("title").asText()).isEqualTo("Rows by team");
        JsonNode picked = line("{\"choices\":{\"what\":\"effort\",\"by\":\"city\"}}", "view", "bars");
        assertThat(picked.path("shown").path("title").asText()).isEqualTo("Effort by city");
        assertThat(picked.path("shown").path("view").path("by").path("column").asText())
                .isEqualTo("city");
        JsonNode answer = picked.path("answer");
        assertThat(answer.path("measures").get(0).path("values").toString()).isEqualTo("[50,10]");
        assertThat(answer.path("measures").get(0).path("format").path("kind").asText())
                .isEqualTo("DURATION");
        JsonNode page = anna.get("/api/apps/" + app).json().path("page");
        assertThat(page.path("choices").path("by").toString())
                .isEqualTo("{\"name\":\"Grouped by\",\"options\":[\"Team\",\"Town\"]}");
        assertThat(page.path("words").path("bars").path("title").asText()).isEqualTo("Rows by team");
    }

    @Test
    void whatIsHiddenIsNotAnswered() throws Exception {
        String body = "{\"choices\":{\"also\":\"no\"}}";
        assertThat(line(body, "head", "").path("hidden").toString()).isEqualTo("[\"more\"]");
        assertThat(server.caller()
                        .call("POST", "/api/links/" + slug + "/answers", body)
                        .lines())
                .noneMatch(each -> each.path("id").asText().equals("more"));
        assertThat(line("{}", "head", "").path("hidden")).isEmpty();
    }

    @Test
    void whatIsNotOfferedCannotBeChosen() throws Exception {
        for (String body : new String[] {
            "{\"choices\":{\"by\":\"salary\",\"nothing\":\"x\"}}", "{\"choices\":{\"by\":\"\"}}", "{\"choices\":null}"
        }) {
            assertThat(line(body, "view", "bars").path("shown").path("title").asText())
                    .isEqualTo("Rows by team");
        }
        String all = server.caller().get("/api/links/" + slug).body()
                + server.caller()
                        .call("POST", "/api/links/" + slug + "/answers", "{}")
                        .body();
        assertThat(all).doesNotContain("salary").doesNotContain("4100").contains("city");
    }

    @Test
    void filesFollowTheChoice() throws Exception {
        String selection =
                URLEncoder.encode("{\"choices\":{\"what\":\"effort\",\"by\":\"city\"}}", StandardCharsets.UTF_8);
        String csv = server.caller()
                .get("/api/links/" + slug + "/numbers.csv?view=bars&selection=" + selection)
                .body();
        assertThat(csv.replace("\uFEFF", "").lines()).containsExactly("city,Effort by city", "Rome,50", "Oslo,10");
    }

    @Test
    void whatDoesNotHoldTogetherIsRefusedAndChangesNothing() throws Exception {
        JsonNode before = anna.get("/api/apps/" + app).json();
        int revision = before.path("revision").asInt();
        ObjectNode twice = definition.deepCopy();
        ((ArrayNode) twice.path("measures"))
                .add(definition.path("measures").get(0).deepCopy());
        ObjectNode gone = definition.deepCopy();
        gone.putArray("measures");
        ObjectNode newer = definition.deepCopy().put("format", 9);
        ObjectNode unknown = definition.deepCopy().put("colour", "red");
        for (ObjectNode wrong : new ObjectNode[] {twice, gone, newer, unknown}) {
            TestServer.Reply reply = save(wrong, revision);
            assertThat(reply.status()).as(reply.body()).isEqualTo(400);
            assertThat(reply.detail()).isNotBlank();
        }
        assertThat(anna.get("/api/apps/" + app).json()).isEqualTo(before);
    }

    /** Stored documents of both forms are what the published schema says; others are not. */
    @Test
    void theDocumentHasASchema() throws Exception {
        JsonNode schema = server.caller().get("/api/schemas/app.json").json();
        JsonSchema app =
                JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(schema);
        assertThat(app.validate(definition)).isEmpty();
        ObjectNode first = definition.deepCopy().put("format", 1);
        first.remove("measures");
        first.remove("choices");
        assertThat(app.validate(first)).isEmpty();
        assertThat(app.validate(definition.deepCopy().put("title", 7))).isNotEmpty();
        ObjectNode unnamed = definition.deepCopy();
        ((ObjectNode) unnamed.path("measures").get(0)).remove("name");
        assertThat(app.validate(unnamed)).isNotEmpty();
        Path kept = Path.of("../docs/app.schema.json");
        if (Boolean.getBoolean("contract.write")) {
            Files.writeString(kept, schema.toPrettyString() + "\n");
        }
        assertThat(TestServer.JSON.readTree(Files.readString(kept)))
                .as("run ./sparrow contract")
                .isEqualTo(schema);
    }

    /** A draft stored in the first form is opened, answered and stored in the second. */
    @Test
    void documentsOfTheFirstFormGoOn() throws Exception {
        String other = anna.newApp(anna.dataset("old.csv", CSV)).path("id").asText();
        JsonNode draft = anna.get("/api/apps/" + other).json();
        ObjectNode first = draft.path("page").path("app").deepCopy();
        first.put("format", 1).remove(List.of("measures", "choices", "pages", "downloads"));
        for (JsonNode view : first.path("views")) {
            ((ObjectNode) view).remove(List.of("measureId", "measures", "across", "panels", "settings", "page"));
        }
        TestServer.Reply saved = anna.call("PUT", "/api/apps/" + other + "/draft", object("revision", 1, "app", first));
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
        JsonNode now = anna.get("/api/apps/" + other).json().path("page").path("app");
        assertThat(now.path("format").asInt()).isEqualTo(2);
        assertThat(now.path("views")).hasSameSizeAs(first.path("views"));
        assertThat(anna.call("POST", "/api/apps/" + other + "/answers", "{}").lines())
                .filteredOn(line -> line.path("line").asText().equals("view"))
                .isNotEmpty()
                .allSatisfy(line -> assertThat(line.path("failure").isNull()).isTrue());
    }

    @Test
    void proposalsAreForTheAuthorAlone() throws Exception {
        JsonNode proposals =
                anna.get("/api/apps/" + app + "/views/bars/choices").json().path("proposals");
        assertThat(proposals.findValuesAsText("kind")).contains("MEASURE", "GROUPING", "SPLIT", "SHOWN");
        assertThat(proposals.toString()).contains("Average of salary");
        assertThat(server.caller()
                        .get("/api/apps/" + app + "/views/bars/choices")
                        .status())
                .isEqualTo(401);
        assertThat(anna.get("/api/apps/" + app + "/views/none/choices").status())
                .isEqualTo(404);
    }
}
