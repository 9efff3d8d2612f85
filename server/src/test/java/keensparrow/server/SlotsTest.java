package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** All that the editor offers, taken: the server stores it, answers it, and offers it as what stands now. */
class SlotsTest {
    private static final String CSV = """
            when,day,team,city,tags,ok,hours,salary,north,east
            2026-01-05T06:15:00,2026-01-05,Red,Oslo,new;late,yes,10,4100.50,59.91,10.75
            2026-01-06T07:15:00,2026-01-06,Red,Rome,late,no,20,4200.25,41.90,12.49
            2026-02-02T06:30:00,2026-02-02,Blue,Rome,,yes,30,4300.75,41.91,12.50
            2026-02-09T23:00:00,2026-02-09,Blue,Oslo,new,no,40,4400.00,59.92,10.76
            """;
    private static final int MAX_VIEWS = 60;
    private static final ObjectMapper MAPPER = new ObjectMapper();

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static String app;
    private static JsonNode page;
    private static int revision;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        JsonNode made = anna.newApp(anna.dataset("people.csv", CSV));
        app = made.path("id").asText();
        page = made.path("page");
        revision = made.path("revision").asInt();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static JsonNode slots(JsonNode view) throws Exception {
        ObjectNode asked = MAPPER.createObjectNode();
        asked.set("view", view);
        TestServer.Reply reply = anna.call("POST", "/api/apps/" + app + "/slots", asked);
        assertThat(reply.status()).as(reply.body()).isEqualTo(200);
        return reply.json().path("slots");
    }

    private static void set(ObjectNode fields, String path, JsonNode value) {
        String[] keys = path.split("/");
        ObjectNode at = fields;
        for (int i = 0; i < keys.length - 1; i++) {
            at = at.path(keys[i]).isObject() ? (ObjectNode) at.path(keys[i]) : at.putObject(keys[i]);
        }
        at.set(keys[keys.length - 1], value);
    }

    private static JsonNode at(JsonNode fields, String path) {
        JsonNode at = fields;
        for (String key : path.split("/")) {
            at = key.matches("\\d+") ? at.path(Integer.parseInt(key)) : at.path(key);
        }
        return at;
    }

    private static ObjectNode taken(JsonNode view, JsonNode option) {
        ObjectNode next = view.deepCopy();
        option.path("set").fields().forEachRemaining(each -> set(next, each.getKey(), each.getValue()));
        return next;
    }

    /** The options of a slot and of its parts that set something. */
    private static List<JsonNode> options(JsonNode slots) {
        List<JsonNode> all = new ArrayList<>();
        for (JsonNode slot : slots) {
            if (slot.path("type").asText().equals("PICK")) {
                slot.path("options").forEach(option -> {
                    if (option.path("set").isObject()) {
                        all.add(option);
                    }
                });
            }
            all.addAll(options(slot.path("parts")));
        }
        return all;
    }

    private static void answered(List<ObjectNode> views) throws Exception {
        ObjectNode definition = page.path("app").deepCopy();
        definition.putArray("filters");
        ArrayNode all = definition.putArray("views");
        for (int i = 0; i < views.size(); i++) {
            all.add(views.get(i).put("id", "v" + i));
        }
        ObjectNode draft = MAPPER.createObjectNode().put("revision", revision);
        draft.set("app", definition);
        TestServer.Reply saved = anna.call("PUT", "/api/apps/" + app + "/draft", draft);
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
        revision = saved.json().path("revision").asInt();
        String lines =
                anna.call("POST", "/api/apps/" + app + "/answers", object()).body();
        int answers = 0;
        for (String line : lines.strip().split("\n")) {
            JsonNode one = MAPPER.readTree(line);
            if (one.path("line").asText().equals("view")) {
                answers++;
                int at = Integer.parseInt(one.path("id").asText().substring(1));
                assertThat(one.path("failure").isNull())
                        .as(views.get(at) + " " + line)
                        .isTrue();
            }
        }
        assertThat(answers).isEqualTo(views.size());
    }

    @Test
    void whateverIsPickedInASentenceIsStoredAndAnswered() throws Exception {
        assertThat(page.path("kinds")).hasSizeGreaterThan(13);
        int taken = 0;
        for (JsonNode kind : page.path("kinds")) {
            ObjectNode asked = MAPPER.createObjectNode();
            asked.set("kind", kind);
            JsonNode view = anna.call("POST", "/api/apps/" + app + "/drawn-as", asked)
                    .json()
                    .path("view");
            List<ObjectNode> views = new ArrayList<>();
            for (JsonNode option : options(slots(view))) {
                views.add(taken(view, option));
                taken++;
                if (views.size() == MAX_VIEWS) {
                    answered(views);
                    views.clear();
                }
            }
            answered(views);
        }
        assertThat(taken).isGreaterThan(500);
    }

    @Test
    void whatWasPickedIsWhatStands() throws Exception {
        JsonNode view = page.path("app").path("views").get(1);
        for (JsonNode slot : slots(view)) {
            if (!slot.path("type").asText().equals("PICK")) {
                continue;
            }
            String path = slot.path("path").asText();
            JsonNode last = slot.path("options").get(slot.path("options").size() - 1);
            if (!last.path("set").isObject()) {
                continue;
            }
            ObjectNode next = taken(view, last);
            assertThat(at(next, path)).as(path).isEqualTo(last.path("set").path(path));
            List<String> words = new ArrayList<>();
            for (JsonNode now : slots(next)) {
                if (now.path("path").asText().equals(path)) {
                    for (JsonNode option : now.path("options")) {
                        if (taken(next, option).equals(next)) {
                            words.add(option.path("words").asText());
                        }
                    }
                }
            }
            assertThat(words).as(path).contains(last.path("words").asText());
        }
    }

    @Test
    void aMeasureWithANameIsSaidPartByPart() throws Exception {
        TestServer.Reply parts = anna.call(
                "POST",
                "/api/apps/" + app + "/slots",
                object("measure", object("aggregate", "PERCENTILE", "column", "hours", "percent", 90)));
        assertThat(parts.json().path("slots").findValuesAsText("path"))
                .contains("measure/percent", "measure/aggregate", "measure/column")
                .doesNotContain("measure/derived"); // it is of no groups
    }

    /** What its author said that averages of a column are weighted by stands there when one is weighted. */
    @Test
    void aWeightedAverageBeginsWithTheWeightOfItsColumn() throws Exception {
        String weighted = anna.dataset("weighted.csv", CSV);
        ObjectNode step =
                object("kind", "setAdditivity", "column", "salary", "additivity", "AVERAGE", "weight", "hours");
        anna.finished(anna.call(
                "PUT",
                "/api/datasets/" + weighted + "/steps",
                object("steps", MAPPER.createArrayNode().add(step))));
        JsonNode made = anna.newApp(weighted);
        JsonNode slots = anna.call(
                        "POST",
                        "/api/apps/" + made.path("id").asText() + "/slots",
                        object("measure", object("aggregate", "AVERAGE", "column", "salary")))
                .json()
                .path("slots");
        assertThat(options(slots).stream()
                        .map(option -> option.path("set").path("measure"))
                        .filter(measure -> measure.path("aggregate").asText().equals("WEIGHTED_AVERAGE")))
                .singleElement()
                .satisfies(measure -> {
                    assertThat(measure.path("column").asText()).isEqualTo("salary");
                    assertThat(measure.path("with").asText()).isEqualTo("hours");
                });
    }

    @Test
    void aChoiceBeginsWithOneOfItsOptionsAndIsFollowedByViewsThatHaveItsPart() throws Exception {
        JsonNode bars = null;
        for (JsonNode view : page.path("app").path("views")) {
            bars = view.path("kind").asText().equals("BARS") ? view : bars;
        }
        assertThat(bars).isNotNull();
        ObjectNode choice = object("id", "c1", "title", "", "kind", "LARGEST");
        choice.putArray("options").add(object("id", "few", "largest", 3)).add(object("id", "all", "largest", 0));
        choice.putArray("views").add(bars.path("id").asText());
        JsonNode slots = anna.call("POST", "/api/apps/" + app + "/slots", object("choice", choice))
                .json()
                .path("slots");
        assertThat(slots.findValuesAsText("path")).containsExactly("title", "start", "views");
        assertThat(slots.get(1).path("options").findValuesAsText("words"))
                .containsExactly("three largest", "all of them");
        assertThat(slots.get(2).path("options").findValuesAsText("value"))
                .contains(bars.path("id").asText());
        choice.putArray("options");
        assertThat(anna.call("POST", "/api/apps/" + app + "/slots", object("choice", choice))
                        .detail())
                .contains("two at least");
    }

    @Test
    void nothingToSayAnythingOfIsToldAndOthersSeeNothing() throws Exception {
        String path = "/api/apps/" + app + "/slots";
        TestServer.Reply nothing = anna.call("POST", path, object());
        assertThat(nothing.status()).isEqualTo(400);
        assertThat(nothing.body()).contains("the view, the measure or the choice");
        TestServer.Reply gone =
                anna.call("POST", path, object("measure", object("aggregate", "ROWS"), "dataset", "d9"));
        assertThat(gone.status()).isEqualTo(404);
        assertThat(server.caller().call("POST", path, object()).status()).isIn(401, 403);
    }
}
