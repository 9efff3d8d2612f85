package keensparrow.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.core.util.Separators;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OpenApiTest {
    /** In one order at every writing: what changed is all that differs. */
    private static final ObjectMapper BY_NAME = JsonMapper.builder()
            .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
            .build();

    @TempDir
    Path folder;

    @Test
    void describesEveryRouteAndEverySchemaItNames() throws Exception {
        try (TestServer server = new TestServer(folder)) {
            JsonNode document = server.caller().get("/api/openapi.json").json();
            assertThat(document.path("openapi").asText()).isEqualTo("3.1.0");
            Set<String> named = new HashSet<>();
            document.findValuesAsText("$ref").forEach(ref -> named.add(ref.substring(ref.lastIndexOf('/') + 1)));
            JsonNode schemas = document.path("components").path("schemas");
            assertThat(named)
                    .isNotEmpty()
                    .allSatisfy(name -> assertThat(schemas.has(name)).as(name).isTrue());
            JsonNode answers =
                    document.path("paths").path("/api/datasets/{id}/answers").path("post");
            assertThat(answers.path("parameters").get(0).path("name").asText()).isEqualTo("id");
            assertThat(answers.path("requestBody").path("content").has("application/json"))
                    .isTrue();
            assertThat(answers.path("responses").path("200").path("content").has("application/x-ndjson"))
                    .isTrue();
            assertThat(answers.path("responses").path("default").path("content").has("application/problem+json"))
                    .isTrue();
            JsonNode filter = schemas.path("Filter");
            assertThat(filter.path("oneOf").size()).isEqualTo(10);
            assertThat(filter.path("discriminator").path("propertyName").asText())
                    .isEqualTo("kind");
            assertThat(schemas.path("OneOf").path("required").toString())
                    .contains("column")
                    .contains("values");
        }
    }

    /**
     * The front end's types are made from {@code web/openapi.json}. When the records change, {@code ./sparrow contract} writes
     * it anew.
     */
    @Test
    void theFrontEndIsBuiltFromThisDescription() throws Exception {
        Path kept = Path.of("../web/openapi.json");
        try (TestServer server = new TestServer(folder)) {
            JsonNode document = server.caller().get("/api/openapi.json").json();
            if (Boolean.getBoolean("contract.write")) {
                DefaultPrettyPrinter printer = new DefaultPrettyPrinter(
                        Separators.createDefaultInstance().withObjectFieldValueSpacing(Separators.Spacing.AFTER));
                printer.indentArraysWith(DefaultIndenter.SYSTEM_LINEFEED_INSTANCE);
                Object sorted = TestServer.JSON.treeToValue(document, TreeMap.class);
                Files.writeString(kept, BY_NAME.writer(printer).writeValueAsString(sorted) + "\n");
            }
            assertThat(TestServer.JSON.readTree(Files.readString(kept)))
                    .as("run ./sparrow contract")
                    .isEqualTo(document);
        }
    }
}
