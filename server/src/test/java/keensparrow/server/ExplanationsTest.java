package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** How a number is made: told to everybody, the rows behind only to whom the app gives rows. */
class ExplanationsTest {
    private static final String CSV = """
            team,hours,salary_of_person,place
            Red,10,41007,Oslo
            Red,,42007,Rome
            Blue,30,43007,Oslo
            Blue,40,44007,Rome
            """;
    private static final String RED =
            "{\"kind\":\"oneOf\",\"column\":\"team\",\"values\":[\"Red\"],\"blank\":false,\"exclude\":false}";

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static String dataset;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        dataset = anna.dataset("people.csv", CSV);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static String draft(String downloads, boolean table) throws Exception {
        JsonNode made = anna.newApp(dataset);
        ObjectNode app = made.path("page").path("app").deepCopy();
        app.put("downloads", downloads);
        app.putArray("filters").addObject().put("column", "team").put("kind", "VALUES");
        ArrayNode views = app.putArray("views");
        ObjectNode bars = TestServer.view(views, "bars", "BARS", 0).put("condition", "place <> 'Rome'");
        bars.putObject("measure").put("aggregate", "AVERAGE").put("column", "hours");
        bars.putObject("by").put("column", "team").putNull("step");
        ObjectNode all = TestServer.view(views, "all", "BARS", 5);
        all.putObject("measure").put("aggregate", "AVERAGE").put("column", "hours");
        all.putObject("by").put("column", "team").putNull("step");
        if (table) {
            TestServer.view(views, "table", "TABLE", 9)
                    .putArray("columns")
                    .add("team")
                    .add("hours");
        }
        String id = made.path("id").asText();
        TestServer.Reply saved = anna.call("PUT", "/api/apps/" + id + "/draft", object("revision", 1, "app", app));
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
        return id;
    }

    private static JsonNode explained(TestServer.Caller caller, String base, String body) throws Exception {
        TestServer.Reply reply = caller.call("POST", base + "/explanations", body);
        assertThat(reply.status()).as(reply.body()).isEqualTo(200);
        return reply.json();
    }

    @Test
    void theAuthorSeesHowANumberIsMadeAndEveryColumnOfItsRows() throws Exception {
        String base = "/api/apps/" + draft("NOTHING", false);
        JsonNode all = explained(anna, base, "{\"view\":\"all\"}");
        assertThat(all.path("rows").asInt()).isEqualTo(4);
        assertThat(all.at("/measures/0/blanks").asInt()).isEqualTo(1);
        assertThat(all.at("/measures/0/meaning").asText()).startsWith("Average of hours: the sum of the values");
        assertThat(all.path("sql").asText())
                .startsWith(
                        "select \"team\",\n       avg(\"hours\")\nfrom \"People\"\ngroup by \"team\"\norder by 2 desc\n--");
        assertThat(all.at("/sample/columns").toString())
                .isEqualTo("[\"team\",\"hours\",\"salary_of_person\",\"place\"]"); // what the view reads first
        assertThat(all.at("/sample/rows").size()).isEqualTo(4);
    }

    @Test
    void aTableIsExplainedAsItsReaderLooksInIt() throws Exception {
        String base = "/api/apps/" + draft("ROWS", true);
        JsonNode found = explained(anna, base, "{\"view\":\"table\",\"find\":\"re\",\"headings\":[" + RED + "]}");
        assertThat(found.path("rows").asInt()).isEqualTo(2);
        assertThat(found.path("part").asText()).contains("team is Red").contains("re");
        String headings = URLEncoder.encode("[" + RED + "]", StandardCharsets.UTF_8);
        assertThat(anna.get(base + "/behind.csv?view=table&headings=" + headings)
                        .body()
                        .lines())
                .hasSize(3);
        assertThat(anna.get(base + "/behind.csv?view=table&find=ROME").body().lines())
                .hasSize(1); // of columns that the table does not show nothing is found
        JsonNode bars = explained(anna, base, "{\"view\":\"all\",\"find\":\"re\"}");
        assertThat(bars.path("rows").asInt()).isEqualTo(4); // nobody looks in bars
        String hidden =
                "{\"view\":\"table\",\"headings\":[{\"kind\":\"oneOf\",\"column\":\"place\",\"values\":[\"Rome\"]}]}";
        assertThat(anna.call("POST", base + "/explanations", hidden).status()).isEqualTo(400);
    }

    @Test
    void whatIsMarkedAndWhatTheViewLeavesOutNarrowIt() throws Exception {
        String base = "/api/apps/" + draft("ROWS", true);
        JsonNode red =
                explained(anna, base, "{\"view\":\"all\",\"marks\":[{\"view\":\"all\",\"filter\":" + RED + "}]}");
        assertThat(red.path("part").asText()).isEqualTo("team is Red");
        assertThat(red.path("rows").asInt()).isEqualTo(2);
        assertThat(red.path("sql").asText()).contains("where \"team\" = 'Red'");
        JsonNode own = explained(anna, base, "{\"view\":\"bars\",\"filters\":[" + RED + "]}");
        assertThat(own.path("rows").asInt()).isEqualTo(1);
        assertThat(own.path("sql").asText()).contains("\"team\" = 'Red'").contains("(place <> 'Rome')");
        assertThat(own.path("part").isNull()).isTrue();
        String selection = URLEncoder.encode("{\"filters\":[" + RED + "]}", StandardCharsets.UTF_8);
        assertThat(anna.get(base + "/behind.csv?view=bars&selection=" + selection)
                        .body()
                        .lines())
                .containsExactly("\uFEFFteam,hours,place,salary_of_person", "Red,10,Oslo,41007");
    }

    @Test
    void aColleagueSeesTheColumnsOfTheAppsTablesWhereItGivesRows() throws Exception {
        String link = "/api/links/" + anna.publish(draft("ROWS", true), "ANYONE");
        JsonNode all = explained(server.caller(), link, "{\"view\":\"all\",\"filters\":[" + RED + "]}");
        assertThat(all.path("rows").asInt()).isEqualTo(2);
        assertThat(all.path("sample").path("columns").toString()).isEqualTo("[\"team\",\"hours\"]");
        assertThat(server.caller().get(link + "/behind.csv?view=all").body().lines())
                .containsExactly("\uFEFFteam,hours", "Red,10", "Red,", "Blue,30", "Blue,40");
        assertThat(all.toString()).doesNotContain("salary");
    }

    @Test
    void anAppOfAggregatesGivesNoRows() throws Exception {
        for (String id : new String[] {draft("VIEWS", true), draft("ROWS", false), draft("NOTHING", true)}) {
            String link = "/api/links/" + anna.publish(id, "ANYONE");
            JsonNode all = explained(server.caller(), link, "{\"view\":\"all\"}");
            assertThat(all.path("rows").asInt()).isEqualTo(4);
            assertThat(all.path("sample").isNull()).isTrue();
            assertThat(server.caller().get(link + "/behind.csv?view=all").status())
                    .isEqualTo(403);
            assertThat(server.caller().get(link + "/behind.xlsx?view=all").status())
                    .isEqualTo(403);
        }
    }

    @Test
    void whatIsNotThereIsSaid() throws Exception {
        String base = "/api/apps/" + draft("ROWS", true);
        for (String body : new String[] {"{}", "{\"view\":\"nowhere\"}"}) {
            assertThat(anna.call("POST", base + "/explanations", body).status()).isEqualTo(422);
        }
        JsonNode odd = explained(
                anna, base, "{\"view\":\"all\",\"filters\":[" + RED.replace("team", "salary_of_person") + "]}");
        assertThat(odd.path("rows").asInt()).isEqualTo(4); // no filter of the app: left out
    }

    @Test
    void oneThatTakesTooLongIsToldAsThat() throws Exception {
        String base = "/api/apps/" + draft("ROWS", true);
        Server.Settings usual = TestServer.settings(server.folder());
        server.restart(TestServer.settings(usual.data(), 1 << 20, 0, false, false, Duration.ZERO));
        TestServer.Reply late = server.author().call("POST", base + "/explanations", "{\"view\":\"all\"}");
        server.restart();
        anna = server.author();
        assertThat(late.status()).isBetween(400, 499);
        assertThat(late.detail()).startsWith("This takes longer to read than the server allows.");
        assertThat(explained(anna, base, "{\"view\":\"all\"}").path("rows").asInt())
                .isEqualTo(4);
    }
}
