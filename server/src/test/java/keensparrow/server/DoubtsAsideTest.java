package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A doubt that its author does not share is set aside, and stays so over restarts and newer data. */
class DoubtsAsideTest {
    @TempDir
    static Path folder;

    private static TestServer server;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static String used(int far) {
        StringBuilder csv = new StringBuilder("Depot,Used\n");
        for (int i = 0; i < 60; i++) {
            csv.append("D%d,%d%n".formatted(i, i == 31 ? far : 18_000 + i % 7 * 500));
        }
        return csv.toString();
    }

    @Test
    void whatIsSetAsideStaysSo() throws Exception {
        TestServer.Caller author = server.author();
        String dataset = author.dataset("used.csv", used(210_000));
        String path = "/api/datasets/" + dataset + "/doubts";
        JsonNode far = far(author.get(path).json());
        assertThat(far.path("doubt").path("text").asText()).contains("far above all others");
        assertThat(far.path("aside").asBoolean()).isFalse();
        String key = far.path("key").asText();
        assertThat(key).doesNotContain("210");
        JsonNode after =
                author.call("PUT", path, object("key", key, "aside", true)).json();
        assertThat(far(after).path("aside").asBoolean()).isTrue();
        server.restart();
        TestServer.Caller again = server.author();
        assertThat(far(again.get(path).json()).path("aside").asBoolean()).isTrue();
        String file = again.upload("used.csv", used(330_000).getBytes())
                .json()
                .path("id")
                .asText();
        again.finished(
                again.call("POST", "/api/datasets/" + dataset + "/versions", object("files", java.util.List.of(file))));
        JsonNode newer = far(again.get(path).json());
        assertThat(newer.path("doubt").path("condition").asText()).isNotEmpty();
        assertThat(newer.path("aside").asBoolean()).isTrue(); // the same doubt about newer data
        assertThat(far(again.call("PUT", path, object("key", key, "aside", false))
                                .json())
                        .path("aside")
                        .asBoolean())
                .isFalse();
        assertThat(server.caller()
                        .signIn("Otto")
                        .call("PUT", path, object("key", key))
                        .status())
                .isEqualTo(404);
        assertThat(again.call("PUT", path, object("key", "x".repeat(700), "aside", true))
                        .status())
                .isEqualTo(400);
    }

    private static JsonNode far(JsonNode found) {
        for (JsonNode item : found.path("doubts")) {
            if (item.path("doubt").path("column").asText().equals("used")) {
                return item;
            }
        }
        throw new AssertionError(found);
    }
}
