package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** One app over two datasets, from its draft to a colleague's page and downloads. */
class SeveralDatasetsAppTest {
    private static final String ORDERS = "region,amount\nNorth,100\nNorth,50\nSouth,30\n";
    private static final String TARGETS = "area,target,bonus_of_owner\nNorth,90,4711\nNorth,80,4712\nSouth,40,4713\n";
    private static final String NORTH =
            "{\"filters\":[{\"kind\":\"oneOf\",\"column\":\"region\",\"values\":[\"North\"],\"blank\":false,\"exclude\":false}]}";

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static String orders;
    private static String targets;
    private static String id;
    private static String slug;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        orders = anna.dataset("orders.csv", ORDERS);
        targets = anna.dataset("targets.csv", TARGETS);
        JsonNode made = anna.newApp(orders);
        id = made.path("id").asText();
        ObjectNode app = app(made, targets);
        app.put("downloads", "ROWS");
        TestServer.Reply saved = anna.call("PUT", "/api/apps/" + id + "/draft", object("revision", 1, "app", app));
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
        slug = anna.publish(id, "ANYONE");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static ObjectNode app(JsonNode made, String second) {
        ObjectNode app = made.path("page").path("app").deepCopy();
        app.putArray("datasets")
                .addObject()
                .put("name", "plan")
                .put("dataset", second)
                .put("noun", "targets");
        ObjectNode region =
                app.putArray("filters").addObject().put("column", "region").put("kind", "VALUES");
        region.putArray("also").addObject().put("dataset", "plan").put("column", "area");
        ArrayNode views = app.putArray("views");
        figure(views, "sold", "amount", 0);
        figure(views, "planned", "target", 3).put("dataset", "plan");
        ObjectNode rows = TestServer.view(views, "rows", "TABLE", 6).put("dataset", "plan");
        rows.putArray("columns").add("area").add("target");
        return app;
    }

    private static ObjectNode figure(ArrayNode views, String name, String column, int y) {
        ObjectNode figure = TestServer.view(views, name, "FIGURE", y);
        figure.putObject("measure").put("aggregate", "SUM").put("column", column);
        return figure;
    }

    private static Map<String, JsonNode> lines(String path, String request) throws Exception {
        Map<String, JsonNode> lines = new TreeMap<>();
        for (String line : server.caller().call("POST", path, request).body().split("\n")) {
            JsonNode read = TestServer.json(line);
            lines.put(read.path("line").asText() + " " + read.path("id").asText(""), read);
        }
        return lines;
    }

    @Test
    void aFilterNarrowsBoth() throws Exception {
        Map<String, JsonNode> lines = lines("/api/links/" + slug + "/answers", NORTH);
        JsonNode head = lines.get("head ");
        assertThat(head.path("passing").asInt()).isEqualTo(2);
        assertThat(head.path("datasets").get(0).toString())
                .isEqualTo("{\"name\":\"plan\",\"passing\":2,\"all\":3,\"version\":1}");
        StringBuilder said = new StringBuilder();
        head.path("sentence")
                .path("parts")
                .forEach(part -> said.append(part.path("text").asText()));
        assertThat(said).hasToString("Reading 2 of 3 rows, 2 of 3 targets: region is North.");
        assertThat(lines.get("view sold").at("/answer/measures/0/values/0").asInt())
                .isEqualTo(150);
        assertThat(lines.get("view planned").at("/answer/measures/0/values/0").asInt())
                .isEqualTo(170);
        assertThat(lines.get("view planned").at("/shown/title").asText()).isEqualTo("target");
        assertThat(lines).containsKeys("filter region", "view rows", "end ");
    }

    @Test
    void aColleagueGetsWhatIsShownOfBoth() throws Exception {
        TestServer.Reply opened = server.caller().get("/api/links/" + slug);
        JsonNode plan = opened.json().path("page").path("datasets").get(0);
        assertThat(plan.path("columns").findValuesAsText("name")).containsExactly("area", "target");
        assertThat(plan.path("data").path("rowCount").asInt()).isEqualTo(3);
        assertThat(opened.body()).doesNotContain(targets, orders, "bonus");
        String selection = URLEncoder.encode(NORTH, StandardCharsets.UTF_8);
        assertThat(server.caller()
                        .get("/api/links/" + slug + "/rows.csv?view=rows&selection=" + selection)
                        .body()
                        .lines())
                .containsExactly("\uFEFFarea,target", "North,90", "North,80");
        assertThat(server.caller()
                        .get("/api/links/" + slug + "/numbers.csv?view=planned&selection=" + selection)
                        .body())
                .contains("170");
        String asked = NORTH.replace("region", "bonus_of_owner");
        assertThat(lines("/api/links/" + slug + "/answers", asked).toString()).doesNotContain("4711", "4713");
    }

    @Test
    void itReadsTheOwnersDatasetsAlone() throws Exception {
        TestServer.Caller otto = server.caller();
        otto.signIn("Otto");
        JsonNode made = otto.newApp(otto.dataset("his.csv", ORDERS));
        TestServer.Reply refused = otto.call(
                "PUT",
                "/api/apps/" + made.path("id").asText() + "/draft",
                object("revision", 1, "app", app(made, targets)));
        assertThat(refused.status()).isEqualTo(404);
        assertThat(refused.body()).doesNotContain("bonus");
    }

    @Test
    void aDatasetThatADraftOrTheNewestEditionReadsStays() throws Exception {
        String third = anna.dataset("third.csv", TARGETS);
        JsonNode made = anna.newApp(orders);
        String other = made.path("id").asText();
        anna.call("PUT", "/api/apps/" + other + "/draft", object("revision", 1, "app", app(made, third)));
        assertThat(anna.call("DELETE", "/api/datasets/" + third, "").status()).isEqualTo(409);
        anna.publish(other, "ANYONE");
        JsonNode without = made.path("page").path("app");
        assertThat(anna.call("PUT", "/api/apps/" + other + "/draft", object("revision", 2, "app", without))
                        .status())
                .isEqualTo(200);
        assertThat(anna.call("DELETE", "/api/datasets/" + third, "").status()).isEqualTo(409);
        anna.publish(other, "ANYONE");
        assertThat(anna.call("DELETE", "/api/datasets/" + third, "").status()).isEqualTo(204);
    }
}
