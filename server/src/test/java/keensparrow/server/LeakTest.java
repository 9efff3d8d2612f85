package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Every route, with every role, asked with the true ids of another author's things: columns and rows that are none of the
 * caller's business appear in no answer, option, count, error or download.
 */
class LeakTest {
    private static final String CSV = """
            team,hours,salary_of_person,remark
            Red,10,410070713,confided in spring
            Red,20,420070713,confided in summer
            Blue,30,430070713,confided in autumn
            """;
    private static final List<String> SECRETS =
            List.of("410070713", "430070713", "confided", "salary", "remark", "Salary");
    private static final Set<String> OF_THE_CALLER = Set.of( // they end what the caller asks with
            "delete /api/session", "delete /api/account/sessions", "put /api/account/password");

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static final Map<String, String> ids = new LinkedHashMap<>();
    private static String openSlug;
    private static String closedSlug;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        String file = anna.upload("people.csv", CSV.getBytes(StandardCharsets.UTF_8))
                .json()
                .path("id")
                .asText();
        JsonNode job = anna.finished(anna.call("POST", "/api/datasets", object("files", List.of(file))));
        ids.put("/api/files/{id}", file);
        ids.put("/api/jobs/{id}", job.path("id").asText());
        ids.put("/api/datasets/{id}", job.path("datasetId").asText());
        openSlug = published("ANYONE");
        closedSlug = published("SIGNED_IN");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** An app that counts teams and hours, and no more. */
    private static String published(String access) throws Exception {
        JsonNode made = anna.newApp(ids.get("/api/datasets/{id}"));
        ObjectNode app = made.path("page").path("app").deepCopy();
        app.put("downloads", "ROWS");
        app.putArray("filters").addObject().put("column", "team").put("kind", "VALUES");
        ArrayNode views = app.putArray("views");
        ObjectNode bars = views.addObject().put("id", "bars").put("title", "").put("kind", "BARS");
        bars.putNull("split").put("largest", 0).putNull("order");
        bars.putArray("columns");
        bars.putArray("sort");
        bars.putObject("measure").put("aggregate", "SUM").put("column", "hours");
        bars.putObject("by").put("column", "team").putNull("step");
        bars.putObject("place").put("x", 0).put("y", 0).put("w", 6).put("h", 5);
        String id = made.path("id").asText();
        assertThat(anna.call("PUT", "/api/apps/" + id + "/draft", object("revision", 1, "app", app))
                        .status())
                .isEqualTo(200);
        ids.put("/api/apps/{id}", id);
        return anna.publish(id, access);
    }

    private static String filled(String path, String slug) {
        String filled = path.replace("{slug}", slug)
                .replace("{view}", "v1")
                .replace("{picture}", "p1")
                .replaceAll("\\{(token|runId|file|name)\\}", "1");
        for (Map.Entry<String, String> id : ids.entrySet()) {
            String start = id.getKey().substring(0, id.getKey().indexOf('{'));
            if (filled.startsWith(start + "{id}")) {
                return filled.replace("{id}", id.getValue());
            }
        }
        return filled.replace("{id}", ids.get("/api/datasets/{id}"));
    }

    @Test
    void nobodySeesMoreThanTheyMay() throws Exception {
        Map<String, TestServer.Caller> callers = new LinkedHashMap<>();
        callers.put("nobody", server.caller());
        callers.put("reader", server.caller().signIn("Rita"));
        callers.put("other author", server.caller().signIn("Otto"));
        callers.put("administrator", server.caller().signIn("Ada"));
        List<String> bodies = List.of(
                "{}",
                "{\"filters\":[{\"kind\":\"containing\",\"column\":\"remark\",\"text\":\"conf\"}],\"finds\":{\"remark\":\"c\"},\"columns\":[\"remark\"],\"questions\":[]}",
                "{\"filters\":[{\"kind\":\"where\",\"expression\":\"salary_of_perso > 1\"}],\"datasetId\":\""
                        + ids.get("/api/datasets/{id}") + "\",\"files\":[\"" + ids.get("/api/files/{id}") + "\"]}");
        JsonNode paths = server.caller().get("/api/openapi.json").json().path("paths");
        int asked = 0;
        for (Map.Entry<String, TestServer.Caller> caller : callers.entrySet()) {
            for (var names = paths.fieldNames(); names.hasNext(); ) {
                String path = names.next();
                for (var methods = paths.path(path).fieldNames(); methods.hasNext(); ) {
                    String method = methods.next();
                    boolean byDesign =
                            path.startsWith("/api/backup") && caller.getKey().equals("administrator");
                    if (byDesign || OF_THE_CALLER.contains(method + " " + path)) {
                        continue;
                    }
                    for (String slug : List.of(openSlug, closedSlug)) {
                        for (String body : method.equals("get") ? List.of("") : bodies) {
                            asked++;
                            requireNothing(caller.getKey(), caller.getValue(), method, filled(path, slug), body);
                        }
                    }
                }
            }
        }
        assertThat(asked).isGreaterThan(800);
        assertThat(anna.get("/api/datasets/" + ids.get("/api/datasets/{id}")).body())
                .contains("confided"); // all is there
        assertThat(server.caller().get("/api/links/" + openSlug).status()).isEqualTo(200);
    }

    private static void requireNothing(String who, TestServer.Caller caller, String method, String path, String body)
            throws Exception {
        TestServer.Reply reply =
                method.equals("get") ? caller.get(path) : caller.call(method.toUpperCase(Locale.ROOT), path, body);
        String told = reply.body()
                .replace("“remark”", "") // the caller's own word
                .replaceAll("T\\d\\d:\\d\\d:\\d\\d(\\.\\d+)?Z", ""); // the digits of a moment may be any
        for (String secret : SECRETS) {
            assertThat(told).as(who + " " + method + " " + path + " " + body).doesNotContain(secret);
        }
        assertThat(reply.status())
                .as(who + " " + method + " " + path + reply.body())
                .isLessThan(500);
    }
}
