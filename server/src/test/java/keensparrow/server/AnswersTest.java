package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Whatever a caller sends gets a true answer: never a fault of ours, never something stored that cannot be opened. */
class AnswersTest {
    private static final String CSV = "kind,place,n,day\na,x,1,2026-01-05\nb,y,2,2026-02-06\na,y,3,2026-03-07\n";
    private static final int MUTATED = Boolean.getBoolean("sparrow.all") ? 4000 : 800;

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static String dataset;
    private static String app;
    private static String slug;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        dataset = anna.dataset("kinds.csv", CSV);
        app = anna.newApp(dataset).path("id").asText();
        slug = anna.publish(app, "ANYONE");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static void isAnswered(TestServer.Reply reply, Object sent) {
        assertThat(reply.status()).as(sent + " -> " + reply.body()).isLessThan(500);
        if (reply.status() >= 400) {
            assertThat(reply.code()).as(sent.toString()).isNotEmpty();
            assertThat(reply.detail()).isNotEmpty().doesNotContain("java.", "Exception", "keensparrow.");
        }
    }

    @Test
    void aReaderHasTheNumbersOfTheirRegionAndTheAuthorThoseOfTheServer() throws Exception {
        StringBuilder csv = new StringBuilder("kind,n\n");
        for (int row = 0; row < 12_480; row++) {
            csv.append(row % 3 == 0 ? "a," : "b,").append(row).append('\n');
        }
        String large = anna.newApp(anna.dataset("large.csv", csv.toString()))
                .path("id")
                .asText();
        String path = "/api/links/" + anna.publish(large, "ANYONE") + "/answers";
        TestServer.Caller reader = server.caller();
        assertThat(reader.callFrom("de-DE,de;q=0.9", path, "{}").body())
                .contains("12.480")
                .doesNotContain("12,480");
        assertThat(reader.call("POST", path, "{}").body()).contains("12,480").doesNotContain("12.480");
        assertThat(anna.callFrom("de-DE", "/api/apps/" + large + "/answers", "{}")
                        .body())
                .contains("12,480");
        assertThat(reader.callFrom("de-DE", "/api/links/none/answers", "{}").status())
                .isEqualTo(404);
        assertThat(reader.call("POST", path, "{}").body()).contains("12,480"); // nothing stays on the thread
    }

    @Test
    void textsStandInTheOrderOfTheReadersLanguageAndTheNumbersAreTheSame() throws Exception {
        StringBuilder csv = new StringBuilder("Stop,Zone,Riders\n");
        String[] stops = {"Zinken", "Ör", "Åby", "Abo", "Ängby"};
        for (int row = 0; row < 40; row++) {
            csv.append(stops[row % 5])
                    .append(",Z")
                    .append(row % 2)
                    .append(',')
                    .append(100 + row)
                    .append('\n');
        }
        String stopsApp = anna.newApp(anna.dataset("stops.csv", csv.toString()))
                .path("id")
                .asText();
        String path = "/api/links/" + anna.publish(stopsApp, "ANYONE") + "/answers";
        TestServer.Caller reader = server.caller();
        String own = order(reader.call("POST", path, "{}").body());
        String swedish = order(reader.callFrom("sv-SE,sv;q=0.9", path, "{}").body());
        String danish = order(reader.callFrom("da", path, "{}").body());
        assertThat(own).contains("Abo Åby Ängby Ör Zinken").doesNotContain("Zinken Åby");
        assertThat(swedish).contains("Abo Zinken Åby Ängby Ör").doesNotContain("Abo Åby");
        assertThat(danish).contains("Abo Zinken Ängby Ör Åby");
        assertThat(order(reader.call("POST", path, "{}").body())).isEqualTo(own);
        assertThat(order(anna.callFrom("sv-SE", "/api/apps/" + stopsApp + "/answers", "{}")
                        .body()))
                .isEqualTo(own); // what authors read is as it is stored
    }

    /** Values of the filter by stops, as they follow each other. */
    private static String order(String lines) {
        return lines.lines()
                .filter(line -> line.contains("\"filter\"") && line.contains("Zinken"))
                .flatMap(line ->
                        Pattern.compile("\"value\":\"([^\"]+)\"").matcher(line).results())
                .map(found -> found.group(1))
                .collect(Collectors.joining(" "));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{\"filters\":[null]}",
                "{\"filters\":null,\"marks\":[null]}",
                "{\"filters\":[{}]}",
                "{\"filters\":[{\"kind\":null}]}",
                "{\"filters\":[{\"kind\":\"oneOf\"}]}",
                "{\"filters\":[{\"kind\":\"oneOf\",\"column\":null,\"values\":null,\"blank\":null,\"exclude\":null}]}",
                "{\"filters\":[{\"kind\":\"oneOf\",\"column\":\"kind\",\"values\":[null],\"blank\":false,\"exclude\":false}]}",
                "{\"filters\":[{\"kind\":\"between\",\"column\":\"n\",\"from\":1e-999999999,\"to\":1e999999999,\"belowTo\":false,\"blanks\":false}]}",
                "{\"filters\":[{\"kind\":\"between\",\"column\":\"n\",\"from\":\"NaN\",\"to\":null,\"belowTo\":false,\"blanks\":false}]}",
                "{\"filters\":[{\"kind\":\"during\",\"column\":\"day\",\"from\":\"+999999999-12-31\",\"to\":\"-999999999-01-01\",\"blanks\":false}]}",
                "{\"filters\":[{\"kind\":\"anywhere\",\"columns\":[null],\"text\":null}]}",
                "{\"marks\":[{\"view\":null,\"filter\":null}]}",
                "{\"views\":[null]}",
                "{\"tables\":{\"x\":null}}",
                "{\"tables\":{\"x\":{\"offset\":-1,\"limit\":-5,\"sort\":[null]}}}",
                "{\"tables\":{\"x\":{\"offset\":99999999999,\"limit\":1}}}",
                "{\"finds\":{\"kind\":null}}",
                "{\"withFilters\":\"perhaps\"}",
                "[]",
                "null",
                "0",
                "\"\"",
                "{",
                "{} {}",
                "{\"unknown\":1}"
            })
    void oddQuestionsAreRefusedByPlace(String body) throws Exception {
        isAnswered(server.caller().call("POST", "/api/links/" + slug + "/answers", body), body);
        isAnswered(anna.call("POST", "/api/datasets/" + dataset + "/answers", body), body);
        isAnswered(anna.call("POST", "/api/apps/" + app + "/answers", body), body);
    }

    @Test
    void whatIsTooMuchIsRefusedWithItsLimit() throws Exception {
        String many = "\"x\",".repeat(6000) + "\"x\"";
        for (String body : List.of(
                "{\"filters\":[{\"kind\":\"oneOf\",\"column\":\"kind\",\"values\":[" + numbers(6000)
                        + "],\"blank\":false,\"exclude\":false}]}",
                "{\"filters\":[{\"kind\":\"anywhere\",\"columns\":[" + many + "],\"text\":\"x\"}]}",
                "{\"filters\":[{\"kind\":\"hasAll\",\"column\":\"kind\",\"tags\":[" + numbers(6000) + "]}]}",
                "{\"filters\":[{\"kind\":\"containing\",\"column\":\"kind\",\"text\":\"" + "x".repeat(9000) + "\"}]}",
                "{\"views\":[" + many + "]}",
                "{\"page\":\"" + "x".repeat(500) + "\"}")) {
            TestServer.Reply reply = server.caller().call("POST", "/api/links/" + slug + "/answers", body);
            assertThat(reply.status()).as(reply.body()).isEqualTo(400);
            assertThat(reply.detail()).contains("at most");
        }
        String deep = "[".repeat(3000) + "]".repeat(3000);
        isAnswered(server.caller().call("POST", "/api/links/" + slug + "/answers", deep), "deep");
        String sorts = "{\"column\":\"n\",\"descending\":true},".repeat(40) + "{\"column\":\"n\",\"descending\":true}";
        TestServer.Reply rows = anna.call(
                "POST",
                "/api/datasets/" + dataset + "/answers",
                "{\"questions\":[{\"kind\":\"rows\",\"columns\":[\"n\"],\"sort\":[" + sorts
                        + "],\"offset\":0,\"limit\":5,\"find\":null}]}");
        assertThat(rows.detail()).contains("at most 10 go together");
    }

    private static String numbers(int count) {
        StringBuilder numbers = new StringBuilder("\"0\"");
        for (int i = 1; i < count; i++) {
            numbers.append(",\"").append(i).append('"');
        }
        return numbers.toString();
    }

    /** Every mutated draft is refused with its place, or can be opened, asked and published again. */
    @Test
    void mutatedDraftsAreRefusedOrCanBeOpened() throws Exception {
        Random random = new Random(13);
        String made = anna.newApp(dataset).path("id").asText();
        JsonNode whole =
                withChoices(anna.get("/api/apps/" + made).json().path("page").path("app"));
        int revision = 1;
        int kept = 0;
        for (int i = 0; i < MUTATED; i++) {
            JsonNode mutated = whole.deepCopy();
            for (int change = 0; change <= random.nextInt(3); change++) {
                mutate(mutated, random);
            }
            TestServer.Reply saved =
                    anna.call("PUT", "/api/apps/" + made + "/draft", object("revision", revision, "app", mutated));
            isAnswered(saved, mutated);
            if (saved.status() == 200) {
                kept++;
                revision = saved.json().path("revision").asInt();
                TestServer.Reply opened = anna.get("/api/apps/" + made);
                assertThat(opened.status()).as(mutated + opened.body()).isEqualTo(200);
                if (kept % 10 == 0) {
                    TestServer.Reply answers = anna.call("POST", "/api/apps/" + made + "/answers", "{}");
                    assertThat(answers.status()).as(mutated + answers.body()).isEqualTo(200);
                    isAnswered(
                            anna.call("POST", "/api/apps/" + made + "/editions", object("access", "ANYONE")), mutated);
                }
            }
        }
        assertThat(kept).isBetween(MUTATED / 50, MUTATED * 49 / 50);
    }

    /** With a named measure and a choice that every chart follows. */
    private static JsonNode withChoices(JsonNode app) {
        ObjectNode whole = app.deepCopy();
        ObjectNode named =
                whole.putArray("measures").addObject().put("id", "m1").put("name", "All of it");
        named.putObject("measure").put("aggregate", "SUM").put("column", "n");
        named.putNull("format").putNull("good").putNull("description");
        ObjectNode choice = whole.putArray("choices")
                .addObject()
                .put("id", "c1")
                .put("title", "")
                .put("kind", "MEASURE");
        ArrayNode options = choice.putArray("options");
        options.addObject().put("id", "o1").put("measureId", "m1");
        options.addObject()
                .put("id", "o2")
                .putObject("measure")
                .put("aggregate", "ROWS")
                .putNull("column");
        ArrayNode views = choice.put("start", "o2").putArray("views");
        for (JsonNode view : whole.path("views")) {
            if (!view.path("kind").asText().equals("TABLE")) {
                views.add(view.path("id").asText());
            }
        }
        return whole;
    }

    private static void mutate(JsonNode node, Random random) {
        JsonNode at = node;
        while (true) {
            List<Object> keys = new ArrayList<>();
            if (at instanceof ObjectNode object) {
                object.fieldNames().forEachRemaining(keys::add);
            } else if (at instanceof ArrayNode array) {
                for (int i = 0; i < array.size(); i++) {
                    keys.add(i);
                }
            }
            if (keys.isEmpty()) {
                return;
            }
            Object key = keys.get(random.nextInt(keys.size()));
            JsonNode child = key instanceof String name ? at.path(name) : at.path((int) key);
            if (child.isContainerNode() && child.size() > 0 && random.nextInt(4) > 0) {
                at = child;
                continue;
            }
            JsonNode instead = odd(random);
            if (at instanceof ObjectNode object) {
                if (random.nextInt(5) == 0) {
                    object.remove((String) key);
                } else {
                    object.set((String) key, instead);
                }
            } else {
                ((ArrayNode) at).set((int) key, instead);
            }
            return;
        }
    }

    private static JsonNode odd(Random random) {
        List<String> odd = List.of(
                "null",
                "0",
                "-1",
                "1e-999999999",
                "99999999999999999999",
                "true",
                "\"\"",
                "\" \"",
                "\"kind\"",
                "\"gone\"",
                "\"" + "x".repeat(300) + "\"",
                "\"\\u0000\"",
                "[]",
                "{}",
                "[null]",
                "[[]]",
                "\"SUM\"",
                "\"BARS\"",
                "{\"column\":\"n\",\"step\":\"YEAR\"}",
                "2",
                "\"n\"",
                "1.5");
        try {
            return TestServer.JSON.readTree(odd.get(random.nextInt(odd.size())));
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "GET / HTTP/9.9\r\n\r\n",
                "NONSENSE\r\n\r\n",
                "GET /api/health HTTP/1.1\r\n\r\n",
                "GET /%zz HTTP/1.1\r\nHost: here\r\n\r\n",
                "GET /api/../../etc/passwd HTTP/1.1\r\nHost: here\r\n\r\n",
                "POST /api/session HTTP/1.1\r\nHost: here\r\nContent-Type: application/json; charset=klingon\r\nContent-Length: 2\r\n\r\n{}",
                "POST /api/session HTTP/1.1\r\nHost: here\r\nContent-Length: nine\r\n\r\n{}",
                "POST /api/links/none/answers HTTP/1.1\r\nHost: here\r\nContent-Type: text/plain; charset=none\r\nContent-Length: 2\r\n\r\n{}",
                "TRACE /api/health HTTP/1.1\r\nHost: here\r\n\r\n",
                "PATCH /api/health HTTP/1.1\r\nHost: here\r\nContent-Length: 0\r\n\r\n"
            })
    void theWebServersOwnErrorsAreProblemDetails(String request) throws Exception {
        String answer = raw(request);
        assertThat(answer).matches("(?s)HTTP/1\\.1 (4..|505) .*");
        assertThat(answer)
                .contains("application/problem+json")
                .contains("\"detail\"")
                .doesNotContain("<html");
        assertThat(answer).doesNotContain("Jetty").doesNotContain("java.");
    }

    @Test
    void headersThatAreTooLongAreProblemDetails() throws Exception {
        assertThat(raw("GET /api/health HTTP/1.1\r\nHost: here\r\nX-Long: " + "x".repeat(100_000) + "\r\n\r\n"))
                .contains("431")
                .contains("too long");
    }

    private static String raw(String request) throws IOException {
        try (Socket socket =
                new Socket("127.0.0.1", URI.create(server.address()).getPort())) {
            socket.setSoTimeout(10_000);
            socket.getOutputStream().write(request.getBytes(StandardCharsets.ISO_8859_1));
            socket.getOutputStream().flush();
            socket.shutdownOutput();
            return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Test
    void healthReadinessAndNumbersAreThereForPrograms() throws Exception {
        assertThat(server.caller().get("/api/health").body()).isEqualTo("ok");
        TestServer.Reply ready = server.caller().get("/api/ready");
        assertThat(ready.status()).isEqualTo(200);
        assertThat(ready.json().toString()).isEqualTo("{\"records\":true,\"disk\":true,\"memory\":true}");
        server.caller().call("POST", "/api/links/" + slug + "/answers", "{}");
        assertThat(server.caller().get("/metrics").status()).isEqualTo(401);
        assertThat(anna.get("/metrics").status()).isEqualTo(403);
        String metrics = server.caller().signIn("Ada").get("/metrics").body();
        assertThat(metrics)
                .contains("sparrow_questions_seconds_bucket{route=\"POST /api/links/{slug}/answers\",status=\"200\"")
                .contains("sparrow_jobs_seconds_count{state=\"DONE\"}")
                .contains("sparrow_disk_free_bytes")
                .contains("sparrow_sessions")
                .contains("sparrow_tables_bytes")
                .contains("jvm_memory_used_bytes");
        assertThat(server.caller().get("/api/session").headers().firstValue("X-Request-Id"))
                .isPresent();
    }
}
