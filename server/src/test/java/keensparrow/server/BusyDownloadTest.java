package keensparrow.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.BufferedInputStream;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A million rows that somebody takes along slowly, while fifty readers filter them. */
class BusyDownloadTest {
    private static final int ROWS = 1_000_000;
    private static final int READERS = 50;
    private static final int ASKED = 4;
    private static final int PLACES = 20;

    @TempDir
    static Path folder;

    @Test
    void fiftyReadersGetTheirNumbersWhileAMillionRowsLeave() throws Exception {
        try (TestServer server = new TestServer(folder.resolve("data"))) {
            server.restart(
                    TestServer.settings(folder.resolve("data"), 64 << 20, 0, false, false, Duration.ofSeconds(30)));
            String link = published(server.author());
            HttpResponse<InputStream> download = HttpClient.newHttpClient()
                    .send(
                            HttpRequest.newBuilder(URI.create(server.address() + link + "/rows.csv"))
                                    .build(),
                            HttpResponse.BodyHandlers.ofInputStream());
            assertThat(download.statusCode()).isEqualTo(200);
            try (InputStream in = new BufferedInputStream(download.body(), 1 << 16)) {
                long lines = 0;
                for (int read = 0; read < 10_000; read++) { // it has begun, and waits for whoever takes it
                    lines += in.read() == '\n' ? 1 : 0;
                }
                readers(server, link);
                for (int next = in.read(); next >= 0; next = in.read()) {
                    lines += next == '\n' ? 1 : 0;
                }
                assertThat(lines).isEqualTo(ROWS + 1L);
            }
        }
    }

    private static void readers(TestServer server, String link) throws Exception {
        ExecutorService people = Executors.newFixedThreadPool(READERS);
        try {
            List<Future<?>> all = new ArrayList<>();
            for (int reader = 0; reader < READERS; reader++) {
                int own = reader;
                all.add(people.submit(() -> {
                    read(server.caller(), link, own);
                    return null;
                }));
            }
            for (Future<?> one : all) {
                one.get();
            }
        } finally {
            people.shutdownNow();
        }
    }

    /** Each place has every twentieth row; amounts below some number are that many thousandths of them. */
    private static void read(TestServer.Caller reader, String link, int own) throws Exception {
        for (int turn = 0; turn < ASKED; turn++) {
            int below = 100 * (1 + (own + turn) % 10);
            String body =
                    "{\"filters\":[{\"kind\":\"oneOf\",\"column\":\"place\",\"values\":[\"p" + (own + turn) % PLACES
                            + "\"],\"blank\":false,\"exclude\":false},"
                            + "{\"kind\":\"between\",\"column\":\"amount\",\"from\":null,\"to\":" + (below - 1)
                            + ",\"belowTo\":false,\"blanks\":false}],\"marks\":[]}";
            TestServer.Reply reply = reader.call("POST", link + "/answers", body);
            assertThat(reply.status()).as(reply.body()).isEqualTo(200);
            assertThat(rowCount(reply)).isEqualTo(ROWS / PLACES / 1000 * below);
        }
    }

    private static int rowCount(TestServer.Reply reply) throws Exception {
        for (String line : reply.body().lines().toList()) {
            JsonNode told = TestServer.json(line);
            if (told.path("line").asText().equals("view")) {
                return told.path("answer").path("rowCount").asInt();
            }
        }
        throw new AssertionError("no view in " + reply.body());
    }

    private static String published(TestServer.Caller author) throws Exception {
        StringBuilder csv = new StringBuilder(ROWS * 14).append("id,place,amount\n");
        for (int i = 0; i < ROWS; i++) {
            csv.append(i)
                    .append(",p")
                    .append(i % PLACES)
                    .append(',')
                    .append(i / PLACES % 1000)
                    .append('\n');
        }
        JsonNode made = author.newApp(author.dataset("rows.csv", csv.toString()));
        ObjectNode app = made.path("page").path("app").deepCopy();
        app.put("downloads", "ROWS");
        TestServer.view(app.putArray("views"), "table", "TABLE", 0)
                .putArray("columns")
                .add("id")
                .add("place")
                .add("amount");
        app.putArray("filters").addObject().put("column", "place").put("kind", "VALUES");
        app.withArray("filters").addObject().put("column", "amount").put("kind", "RANGE");
        return author.published(made, app, "ANYONE");
    }
}
