package keensparrow.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Downloads of what is long, wide, large or nothing, and callers that leave: told where it matters, nobody is harmed. */
class BadDownloadsTest {
    private static final int LONG = 1 << 20;

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        server.restart(TestServer.settings(folder.resolve("data"), 64 << 20, 0, false, false, Duration.ofSeconds(30)));
        anna = server.author();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** The address of an app whose table shows all columns of a file. */
    private static String published(String csv, String title) throws Exception {
        String dataset = anna.dataset("t.csv", csv);
        JsonNode made = anna.newApp(dataset);
        ObjectNode app = made.path("page").path("app").deepCopy();
        app.put("downloads", "ROWS").put("title", title);
        ArrayNode columns =
                TestServer.view(app.putArray("views"), "table", "TABLE", 0).putArray("columns");
        made.path("page")
                .path("columns")
                .forEach(column -> columns.add(column.path("name").asText()));
        ArrayNode filters = app.putArray("filters");
        made.path("page").path("columns").forEach(column -> {
            if (column.path("type").asText().equals("WHOLE")) {
                filters.addObject().put("column", column.path("name").asText()).put("kind", "RANGE");
            }
        });
        return anna.published(made, app, "ANYONE");
    }

    private static List<List<Row>> sheets(byte[] workbook) throws Exception {
        List<List<Row>> sheets = new ArrayList<>();
        try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(workbook))) {
            for (Sheet sheet : book.getSheets().toList()) {
                sheets.add(sheet.read());
            }
        }
        return sheets;
    }

    @Test
    void aTextOfAMegabyteIsWholeWhereItFitsAndCutAndToldWhereItDoesNot() throws Exception {
        String text = "x".repeat(LONG);
        String link = published("note,n\n" + text + ",1\nshort,2\n", "long");
        String csv = server.caller().get(link + "/rows.csv").body();
        assertThat(csv.strip().lines().skip(1)).containsExactly(text + ",1", "short,2");
        String lines = server.caller().get(link + "/rows.jsonl").body();
        assertThat(lines.length()).isGreaterThan(LONG);
        List<List<Row>> sheets =
                sheets(server.caller().bytes(link + "/rows.xlsx").body());
        String cell = sheets.get(1).get(1).getCellText(0);
        assertThat(cell).hasSize(32_767).startsWith("xxx").endsWith("…");
        assertThat(sheets.get(1).get(2).getCellText(0)).isEqualTo("short");
        assertThat(sheets.get(2).get(0).getCellText(0)).contains("One text is longer than the 32,767 characters");
        assertThat(server.caller().bytes(link + "/rows.ods").statusCode()).isEqualTo(200);
    }

    @Test
    void threeHundredColumnsKeepTheirOrder() throws Exception {
        String headings =
                String.join(",", IntStream.range(0, 300).mapToObj(i -> "c" + i).toList());
        String values =
                String.join(",", IntStream.range(0, 300).mapToObj(i -> "v" + i).toList());
        String link = published(headings + "\n" + values + "\n" + values + "\n", "wide");
        assertThat(server.caller().get(link + "/rows.csv").body().strip().lines())
                .first()
                .asString()
                .endsWith(headings.substring(10));
        List<Row> rows =
                sheets(server.caller().bytes(link + "/rows.xlsx").body()).get(1);
        assertThat(rows.get(0).getCellText(299)).isEqualTo("c299");
        assertThat(rows.get(2).getCellText(299)).isEqualTo("v299");
    }

    @Test
    void nothingIsHeadingsAlone() throws Exception {
        String link = published("team,hours\nRed,1\nBlue,2\n", "few");
        String none = "selection=%7B%22filters%22%3A%5B%7B%22kind%22%3A%22between%22%2C%22column%22%3A%22hours%22%2C%22"
                + "from%22%3A5%2C%22to%22%3A9%2C%22belowTo%22%3Afalse%2C%22blanks%22%3Afalse%7D%5D%7D";
        assertThat(server.caller().get(link + "/rows.csv?" + none).body().strip())
                .isEqualTo("\ufeffteam,hours");
        assertThat(server.caller().get(link + "/rows.jsonl?" + none).body()).isEmpty();
        assertThat(sheets(server.caller().bytes(link + "/rows.xlsx?" + none).body())
                        .get(1))
                .hasSize(1);
    }

    @Test
    void titlesInAnyScriptMakeFileNames() throws Exception {
        String link = published("team,hours\nRed,1\nBlue,2\n", "Часы 🚂 時間 \"/../x");
        String disposition = server.caller()
                .get(link + "/rows.csv")
                .headers()
                .firstValue("Content-Disposition")
                .orElseThrow();
        assertThat(disposition)
                .contains("filename*=UTF-8''%D1%87%D0%B0%D1%81%D1%8B-%E6%99%82%E9%96%93-x-all-rows-")
                .doesNotContain("..")
                .matches("attachment; filename=\"[\\x20-\\x7e&&[^\"/]]+\\.csv\"; .*");
    }

    @Test
    void whoeverLeavesInTheMiddleHarmsNobody() throws Exception {
        StringBuilder csv = new StringBuilder("team,hours,note\n");
        for (int i = 0; i < 60_000; i++) {
            csv.append("team")
                    .append(i % 7)
                    .append(',')
                    .append(i)
                    .append(",some words to make it long ")
                    .append(i)
                    .append('\n');
        }
        String link = published(csv.toString(), "many");
        HttpClient http = HttpClient.newHttpClient();
        for (String form : List.of("csv", "xlsx", "ods", "jsonl")) {
            for (int i = 0; i < 4; i++) {
                HttpResponse<InputStream> reply = http.send(
                        HttpRequest.newBuilder(URI.create(server.address() + link + "/rows." + form))
                                .build(),
                        HttpResponse.BodyHandlers.ofInputStream());
                try (InputStream in = reply.body()) {
                    assertThat(in.readNBytes(2000)).hasSize(2000);
                } // and goes
            }
        }
        assertThat(server.caller().get(link + "/rows.csv").body().lines()).hasSize(60_001);
        assertThat(server.caller().get("/api/health").status()).isEqualTo(200);
    }

    @Test
    void aDownloadTellsHowFarItIsAndBreaksOffWhenItIsStopped() throws Exception {
        StringBuilder csv = new StringBuilder("name,amount\n");
        for (int row = 0; row < 400_000; row++) {
            csv.append("passenger ").append(row).append(',').append(row).append('\n');
        }
        String address = published(csv.toString(), "Passengers");
        String path = server.address() + address + "/rows.csv?progress=one";
        HttpResponse<InputStream> begun = HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(URI.create(path)).build(), HttpResponse.BodyHandlers.ofInputStream());
        try (InputStream in = begun.body()) {
            assertThat(in.read()).isNotNegative(); // the rest waits until somebody reads
            JsonNode running = anna.get("/api/downloads/one").json();
            assertThat(running.path("state").asText()).isEqualTo("RUNNING");
            assertThat(running.path("rows").asInt()).isBetween(0, 399_999);
            assertThat(anna.call("DELETE", "/api/downloads/one", "").status()).isEqualTo(204);
            assertThatThrownBy(in::readAllBytes).isInstanceOf(IOException.class); // no short file that looks whole
        }
        assertThat(anna.get("/api/downloads/one").json().path("state").asText()).isEqualTo("STOPPED");
        TestServer.Reply whole = server.caller().get(address + "/rows.csv?progress=two");
        assertThat(whole.body().lines()).hasSize(400_001);
        assertThat(server.caller().get("/api/downloads/two").body()).isEqualTo("{\"state\":\"DONE\",\"rows\":400000}");
        assertThat(anna.call("DELETE", "/api/downloads/two", "").status()).isEqualTo(204);
        assertThat(anna.get("/api/downloads/two").json().path("state").asText()).isEqualTo("DONE");
        assertThat(anna.get("/api/downloads/three").status()).isEqualTo(404);
    }
}
