package keensparrow.server;

import static keensparrow.server.TestServer.json;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** What other programs can ask over HTTP: every kind of filter, grouping and measure, and what is wrong with them. */
@Timeout(value = 60, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class QuestionsTest {
    private static final String CSV = """
            route,delay,fare,day,at,tags,late
            A,10,100.00,2025-01-06,2025-01-06T06:15,weather;crew,yes
            A,20,50.50,2026-01-05,2026-01-05T22:45,,yes
            B,4,30.00,2026-01-07,2026-01-07T22:05,crew,no
            C,,10.25,2026-03-02,2026-03-02T06:59,weather,
            ,7,,2026-03-08,2026-03-08T07:00,weather;crew;signal,no
            """;

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static String dataset;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        dataset = anna.dataset("departures.csv", CSV);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static TestServer.Reply ask(String filters, String questions) throws Exception {
        return anna.call(
                "POST",
                "/api/datasets/" + dataset + "/answers",
                json("{'filters': [" + filters + "], 'questions': [" + questions + "]}"));
    }

    /** The answers by the place of their question. */
    private static Map<String, JsonNode> answers(String filters, String questions) throws Exception {
        TestServer.Reply reply = ask(filters, questions);
        assertThat(reply.status()).as(reply.body()).isEqualTo(200);
        Map<String, JsonNode> answers = new TreeMap<>();
        reply.lines().forEach(line -> answers.put(line.path("id").asText(), line));
        return answers;
    }

    private static String groups(String by, String measure) {
        return "{'kind': 'groups', 'by': [" + by + "], 'measures': [" + measure + "], 'order': 'LABEL'}";
    }

    private static String values(JsonNode line) {
        assertThat(line.path("failure").isNull()).as(line.toString()).isTrue();
        return line.path("answer").path("measures").get(0).path("values").toString();
    }

    private static int passing(String filter) throws Exception {
        JsonNode line = answers(filter, groups("", "{'aggregate': 'ROWS'}"))
                .values()
                .iterator()
                .next();
        return line.path("answer").path("rowCount").asInt();
    }

    @Test
    void everyKindOfFilter() throws Exception {
        assertThat(passing("{'kind': 'namedPeriod', 'column': 'day', 'name': 'THIS_MONTH', 'blanks': false}"))
                .isEqualTo(2);
        assertThat(passing("{'kind': 'anywhere', 'columns': ['route', 'fare'], 'text': '50'}"))
                .isEqualTo(1);
        assertThat(passing("{'kind': 'where', 'expression': 'delay > 5 and not late is null'}"))
                .isEqualTo(3);
        assertThat(
                        passing(
                                "{'kind': 'both', 'first': {'kind': 'between', 'column': 'delay', 'from': 0, 'to': 15, 'belowTo': false, 'blanks': false},"
                                        + "'second': {'kind': 'between', 'column': 'fare', 'from': 20, 'to': null, 'belowTo': false, 'blanks': false}}"))
                .isEqualTo(2);
    }

    @Test
    void everyKindOfGrouping() throws Exception {
        String rows = "{'aggregate': 'ROWS'}";
        Map<String, JsonNode> answers = answers(
                "",
                String.join(
                        ",",
                        groups(
                                "{'grouping': {'kind': 'byPart', 'column': 'at', 'part': 'HOUR_OF_DAY'}, 'largest': 0}",
                                rows),
                        groups("{'grouping': {'kind': 'byBins', 'column': 'delay', 'width': 10}, 'largest': 0}", rows),
                        groups(
                                "{'grouping': {'kind': 'byExpression', 'expression': 'delay >= 10'}, 'largest': 0}",
                                rows),
                        groups("{'grouping': {'kind': 'byTime', 'column': 'day', 'step': 'YEAR'}, 'largest': 0}", rows),
                        groups("{'grouping': {'kind': 'byValue', 'column': 'fare'}, 'largest': 2}", rows)));
        assertThat(answers.values().stream().map(QuestionsTest::values))
                .containsExactly("[2,1,2]", "[2,2,1]", "[2,2,1]", "[1,4]", "[1,1,3]");
    }

    @Test
    void everyKindOfMeasure() throws Exception {
        Map<String, JsonNode> answers = answers(
                "",
                String.join(
                        ",",
                        groups("", "{'aggregate': 'MEDIAN', 'column': 'delay'}"),
                        groups("", "{'aggregate': 'PERCENTILE', 'column': 'delay', 'percent': 75}"),
                        groups("", "{'aggregate': 'WEIGHTED_AVERAGE', 'column': 'delay', 'with': 'fare'}"),
                        groups("", "{'aggregate': 'RATIO', 'column': 'fare', 'with': 'delay'}"),
                        groups("", "{'aggregate': 'LAST', 'column': 'delay', 'with': 'day'}"),
                        groups("", "{'aggregate': 'FORMULA', 'expression': 'sum(fare) / count(fare)'}"),
                        groups("", "{'aggregate': 'SUM', 'expression': 'fare * 2'}"),
                        groups(
                                "{'grouping': {'kind': 'byValue', 'column': 'late'}, 'largest': 0}",
                                "{'aggregate': 'ROWS', 'derived': 'SHARE_OF_TOTAL'}")));
        assertThat(answers.values().stream().map(QuestionsTest::values))
                .containsExactly(
                        "[8.5]",
                        "[12.5]",
                        "[11.8005540166205]",
                        "[4.652439024390244]",
                        "[7]",
                        "[47.6875]",
                        "[381.5]",
                        "[0.4,0.4,0.2]");
    }

    @Test
    void linesComePackedWhereTheCallerTakesThat() throws Exception {
        var body = json("{'filters': [], 'questions': [" + groups("", "{'aggregate': 'ROWS'}") + "]}");
        var packed = anna.packed("/api/datasets/" + dataset + "/answers", body);
        assertThat(packed.headers().firstValue("Content-Encoding")).contains("gzip");
        assertThat(packed.headers().firstValue("Content-Type").orElseThrow()).startsWith("application/x-ndjson");
        String plain =
                anna.call("POST", "/api/datasets/" + dataset + "/answers", body).body();
        try (var stream = new GZIPInputStream(new ByteArrayInputStream(packed.body()))) {
            assertThat(new String(stream.readAllBytes(), StandardCharsets.UTF_8))
                    .isEqualTo(plain);
        }
        var refused = anna.packed("/api/datasets/" + dataset + "/answers", json("{'filters': []}"));
        assertThat(refused.statusCode()).isEqualTo(400);
        assertThat(refused.headers().firstValue("Content-Type").orElseThrow()).contains("problem+json");
    }

    @Test
    void aTableIsSearchedInAllItsColumns() throws Exception {
        JsonNode line = answers(
                        "",
                        "{'kind': 'rows', 'columns': ['route', 'delay'], 'sort': [{'column': 'delay', 'descending': true}],"
                                + "'offset': 0, 'limit': 10, 'find': '0'}")
                .get("0");
        assertThat(line.path("answer").path("rowCount").asInt()).isEqualTo(2);
        assertThat(line.path("answer").path("rows").toString()).isEqualTo("[[\"A\",\"20\"],[\"A\",\"10\"]]");
    }

    @Test
    void whatDoesNotFitIsSaidInItsPlaceAndTheOthersGoOn() throws Exception {
        Map<String, JsonNode> answers = answers(
                "",
                String.join(
                        ",",
                        groups("", "{'aggregate': 'MEDIAN', 'column': 'route'}"),
                        groups("", "{'aggregate': 'FORMULA', 'expression': 'fare / 2'}"),
                        groups(
                                "{'grouping': {'kind': 'byPart', 'column': 'day', 'part': 'HOUR_OF_DAY'}, 'largest': 0}",
                                "{'aggregate': 'ROWS'}"),
                        groups("", "{'aggregate': 'PERCENTILE', 'column': 'delay', 'percent': 120}"),
                        groups("", "{'aggregate': 'ROWS'}")));
        assertThat(answers.values().stream()
                        .map(line -> line.path("failure").path("code").asText("answered")))
                .containsExactly("TYPE_MISMATCH", "EXPRESSION_SYNTAX", "TYPE_MISMATCH", "INVALID_REQUEST", "answered");
    }

    @Test
    void aFilterThatDoesNotFitIsRefusedBeforeAnythingIsAsked() throws Exception {
        String rows = groups("", "{'aggregate': 'ROWS'}");
        TestServer.Reply misspelt = ask("{'kind': 'where', 'expression': 'delai > 5'}", rows);
        assertThat(misspelt.status()).isEqualTo(422);
        assertThat(misspelt.code()).isEqualTo("COLUMN_NOT_FOUND");
        assertThat(misspelt.detail()).contains("“delay”");
        assertThat(misspelt.json().path("span").toString()).isEqualTo("{\"from\":0,\"to\":5}");
        TestServer.Reply untagged = ask("{'kind': 'hasAll', 'column': 'route', 'tags': ['A']}", rows);
        assertThat(untagged.status()).isEqualTo(422);
        assertThat(untagged.detail()).contains("lists of tags").contains("text");
        TestServer.Reply unknown = ask("{'kind': 'near', 'column': 'route'}", rows);
        assertThat(unknown.status()).isEqualTo(400);
    }
}
