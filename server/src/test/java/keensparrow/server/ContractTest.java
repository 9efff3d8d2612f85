package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import io.swagger.v3.parser.OpenAPIV3Parser;
import io.swagger.v3.parser.core.models.SwaggerParseResult;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the description says holds: every route is called with a body made from its schema, every answer is checked. */
class ContractTest {
    private static final String CSV = """
            team,day,hours
            Red,2026-01-05,10
            Red,2026-02-05,20
            Blue,2026-03-05,30
            """;

    @TempDir
    static Path folder;

    private static TestServer server;
    private static JsonNode document;
    private static final Map<String, JsonSchema> schemas = new HashMap<>();
    private static final List<String> refused = new ArrayList<>();

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        document = server.caller().get("/api/openapi.json").json();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void aStandardReaderUnderstandsIt() {
        SwaggerParseResult read = new OpenAPIV3Parser().readContents(document.toString());
        assertThat(read.getMessages()).isEmpty();
        assertThat(read.getOpenAPI().getOpenapi()).isEqualTo("3.1.0");
        assertThat(read.getOpenAPI().getPaths()).hasSizeGreaterThan(40);
    }

    /** Fields that are not described are a fault too. */
    private static JsonSchema schema(JsonNode wanted) {
        return schemas.computeIfAbsent(wanted.toString(), text -> {
            ObjectNode components = document.path("components").deepCopy();
            components.path("schemas").forEach(each -> {
                if (each.has("properties") && !each.has("additionalProperties")) {
                    ((ObjectNode) each).put("additionalProperties", false);
                }
            });
            ObjectNode root = TestServer.JSON.createObjectNode();
            root.put("$schema", "https://json-schema.org/draft/2020-12/schema");
            root.set("components", components);
            root.setAll((ObjectNode) wanted);
            return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                    .getSchema(root);
        });
    }

    private static void require(String what, JsonNode wanted, JsonNode given) {
        assertThat(schema(wanted).validate(given)).as(what + " " + given).isEmpty();
    }

    /** Where the least that the schema takes is refused for a good reason. */
    private static final Map<String, String> BODIES = Map.of(
            "/api/datasets/[0-9a-f]+/answers",
            "{'questions': [{'kind': 'groups', 'by': [{'grouping': {'kind': 'byValue', 'column': 'team'}, 'largest': 1}],"
                    + " 'order': 'LARGEST_FIRST', 'totals': true, 'measures': [{'aggregate': 'SUM', 'column': 'hours'},"
                    + " {'aggregate': 'MIN', 'column': 'day'}]}, {'kind': 'rows', 'columns': ['team'], 'limit': 2},"
                    + " {'kind': 'valueCounts', 'column': 'team', 'limit': 5}, {'kind': 'histogram', 'column': 'hours'},"
                    + " {'kind': 'histogram', 'column': 'gone'}]}",
            "/api/datasets/[0-9a-f]+/steps",
            "{'steps': [{'kind': 'relabel', 'column': 'hours', 'label': 'Hours'}]}",
            "/api/datasets/[0-9a-f]+",
            "{'name': 'Teams', 'noun': 'teams'}");

    private static JsonNode body(String address, JsonNode schema) {
        return BODIES.entrySet().stream()
                .filter(each -> address.matches(each.getKey()))
                .findFirst()
                .map(each -> TestServer.json(each.getValue()))
                .orElseGet(() -> least("", schema));
    }

    /** The least that a schema takes. */
    private static JsonNode least(String name, JsonNode schema) {
        if (schema.has("$ref")) {
            String ref = schema.path("$ref").asText();
            return least(name, document.at(ref.substring(1)));
        }
        if (schema.has("const")) {
            return schema.path("const");
        }
        if (schema.has("enum")) {
            return schema.path("enum").get(0);
        }
        if (schema.has("oneOf")) {
            return least(name, schema.path("oneOf").get(0));
        }
        String type = schema.path("type").isArray()
                ? schema.path("type").get(0).asText()
                : schema.path("type").asText();
        return switch (type) {
            case "object" -> {
                ObjectNode made = TestServer.JSON.createObjectNode();
                schema.path("required")
                        .forEach(field -> made.set(
                                field.asText(),
                                least(field.asText(), schema.path("properties").path(field.asText()))));
                yield made;
            }
            case "array" -> {
                ArrayNode list = TestServer.JSON.createArrayNode();
                yield list;
            }
            case "integer", "number" -> TestServer.JSON.getNodeFactory().numberNode(1);
            case "boolean" -> TestServer.JSON.getNodeFactory().booleanNode(false);
            default ->
                TestServer.JSON
                        .getNodeFactory()
                        .textNode(name.toLowerCase(Locale.ROOT).contains("column") ? "hours" : "a long enough text");
        };
    }

    @Test
    void everyRouteGivesWhatItSays() throws Exception {
        Map<String, String> ids = new LinkedHashMap<>();
        TestServer.Caller anna = server.author();
        ids.put(
                "/api/files/{id}",
                anna.upload("teams.csv", CSV.getBytes(StandardCharsets.UTF_8))
                        .json()
                        .path("id")
                        .asText());
        JsonNode job = anna.load("teams.csv", CSV);
        ids.put("/api/jobs/{id}", job.path("id").asText());
        ids.put("/api/datasets/{id}", job.path("datasetId").asText());
        ids.put(
                "/api/apps/{id}",
                anna.newApp(job.path("datasetId").asText()).path("id").asText());
        String slug = anna.publish(ids.get("/api/apps/{id}"), "ANYONE");
        Map<String, TestServer.Caller> callers = new LinkedHashMap<>();
        callers.put("author", anna);
        callers.put("administrator", server.caller().signIn("Ada"));
        callers.put("nobody", server.caller());
        List<String> well = new ArrayList<>();
        for (Map.Entry<String, TestServer.Caller> caller : callers.entrySet()) {
            for (var paths = document.path("paths").fields(); paths.hasNext(); ) {
                var path = paths.next();
                for (var methods = path.getValue().fields(); methods.hasNext(); ) {
                    var method = methods.next();
                    if (isLeftOut(method.getKey(), path.getKey())) {
                        continue;
                    }
                    String address = filled(path.getKey(), slug, ids);
                    if (called(caller.getValue(), method.getKey(), address, method.getValue())) {
                        well.add(method.getKey() + " " + path.getKey());
                    }
                }
            }
        }
        assertThat(well).as("%s", refused).hasSizeGreaterThan(38);
        assertThat(well)
                .as("%s", refused)
                .contains(
                        "post /api/links/{slug}/answers",
                        "post /api/apps/{id}/answers",
                        "post /api/datasets/{id}/answers",
                        "post /api/datasets/{id}/rows.csv",
                        "get /api/datasets/{id}",
                        "post /api/files/{id}/look",
                        "get /api/accounts");
    }

    /** What would end the caller, or takes long. */
    private static boolean isLeftOut(String method, String path) {
        return method.equals("delete")
                || path.equals("/api/backup")
                || path.equals("/api/account/password")
                || path.equals("/api/apps/{id}/link") // renews it
                || path.equals("/api/accounts/{id}");
    }

    private static String filled(String path, String slug, Map<String, String> ids) {
        String filled = path.replace("{slug}", slug).replace("{view}", "v1").replace("{picture}", "p1");
        for (Map.Entry<String, String> id : ids.entrySet()) {
            String start = id.getKey().substring(0, id.getKey().indexOf('{'));
            if (filled.startsWith(start + "{id}")) {
                return filled.replace("{id}", id.getValue());
            }
        }
        return filled.replaceAll("\\{\\w+}", "1");
    }

    /** Whether the route did what it is for; a refusal has to be a problem as it is described. */
    private static boolean called(TestServer.Caller caller, String method, String address, JsonNode operation)
            throws Exception {
        JsonNode taken = operation
                .path("requestBody")
                .path("content")
                .path("application/json")
                .path("schema");
        TestServer.Reply reply = method.equals("get")
                ? caller.get(address)
                : caller.call(
                        method.toUpperCase(Locale.ROOT),
                        address,
                        taken.isMissingNode() ? "{}" : body(address, taken).toString());
        String what = method + " " + address;
        JsonNode responses = operation.path("responses");
        assertThat(reply.status()).as(what + reply.body()).isLessThan(500);
        if (reply.status() >= 400) {
            refused.add(what + ": " + reply.detail());
            require(
                    what,
                    responses
                            .path("default")
                            .path("content")
                            .path("application/problem+json")
                            .path("schema"),
                    reply.json());
            return false;
        }
        JsonNode described = responses.path(String.valueOf(reply.status()));
        assertThat(described.isMissingNode())
                .as(what + " gave " + reply.status())
                .isFalse();
        JsonNode content = described.path("content");
        if (content.has("application/json")) {
            require(what, content.path("application/json").path("schema"), reply.json());
        } else if (content.has("application/x-ndjson")) {
            for (String line : reply.body().strip().split("\n")) {
                require(what, content.path("application/x-ndjson").path("schema"), TestServer.JSON.readTree(line));
            }
        } else {
            assertThat(content.isEmpty())
                    .as(what + " has a body: " + reply.body())
                    .isEqualTo(reply.body().isEmpty());
        }
        return true;
    }

    @Test
    void aListMayBeLeftOutAndAMissingFieldIsNamed() throws Exception {
        TestServer.Caller anna = server.author();
        String dataset = anna.dataset("teams.csv", CSV);
        String answers = "/api/datasets/" + dataset + "/answers";
        JsonNode groups = TestServer.json("{'questions': [{'kind': 'groups', 'by': [], 'order': 'LABEL',"
                + " 'measures': [{'aggregate': 'MAX', 'column': 'day'}]}]}");
        JsonNode answer = anna.call("POST", answers, groups).lines().get(0).path("answer");
        assertThat(answer.path("measures").get(0).path("values").toString()).isEqualTo("[\"2026-03-05\"]");
        ObjectNode without = groups.deepCopy();
        ((ObjectNode) without.path("questions").get(0)).remove("by");
        assertThat(anna.call("POST", answers, without).status()).isEqualTo(200);
        ((ObjectNode) without.path("questions").get(0)).remove("order");
        TestServer.Reply refused = anna.call("POST", answers, without);
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.detail()).contains("“questions.[0].order”").contains("missing");
        assertThat(anna.call("POST", answers, object()).status()).isEqualTo(400);
    }

    @Test
    void aDownloadIsCutAsItIsAskedTo() throws Exception {
        TestServer.Caller anna = server.author();
        String dataset = anna.dataset("teams.csv", CSV);
        TestServer.Reply rows = anna.call(
                "POST",
                "/api/datasets/" + dataset + "/rows.csv",
                TestServer.json("{'columns': ['hours'], 'sort': [{'column': 'hours', 'descending': true}],"
                        + " 'offset': 1, 'limit': 1}"));
        assertThat(rows.body()).isEqualTo("\ufeffhours\r\n20\r\n");
    }
}
