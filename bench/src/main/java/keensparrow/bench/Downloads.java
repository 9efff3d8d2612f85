package keensparrow.bench;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.Collectors;
import keensparrow.demo.Client;
import keensparrow.demo.Departures;

/**
 * {@code ./sparrow bench downloads}: a table of a million rows taken along in each form, over HTTP from a server of its
 * own with little heap, beside DuckDB writing the same rows as CSV in the same run; and pages of that table at any depth
 * and sort.
 */
public final class Downloads {
    private static final int COPIES = 14;
    private static final int PAGES = 40;

    private final HttpClient http = HttpClient.newHttpClient();
    private final String link;

    private Downloads(String link) {
        this.link = link;
    }

    /** @param arguments the server's jar, its heap */
    public static void main(String[] arguments) throws Exception {
        Path folder = Files.createTempDirectory("keensparrow-bench");
        Path csv = folder.resolve("departures.csv");
        Departures.write(csv, LocalDate.of(2025, 1, 1), LocalDate.of(2026, 7, 1), COPIES);
        String heap = arguments.length > 1 ? arguments[1] : "450m";
        try (BenchServer server = BenchServer.start(arguments[0], folder.resolve("data"), heap)) {
            Downloads downloads = new Downloads(server.address() + published(server.author(), csv));
            for (int round = 0; round < 3; round++) {
                downloads.take("csv", folder);
            }
            duck(csv, folder.resolve("duck.csv"));
            downloads.take("xlsx", folder);
            downloads.take("ods", folder);
            downloads.take("jsonl", folder);
            downloads.pages();
        }
    }

    /** The first draft with a table of every column. */
    private static String published(Client author, Path csv) throws IOException, InterruptedException {
        ObjectNode upload = Client.json().createObjectNode();
        upload.putArray("files").add(author.upload(csv));
        JsonNode loaded = author.finished(author.send("POST", "/api/datasets", upload));
        JsonNode made = author.send(
                "POST",
                "/api/apps",
                Client.json()
                        .createObjectNode()
                        .put("datasetId", loaded.path("datasetId").asText()));
        ObjectNode app = (ObjectNode) made.path("page").path("app").deepCopy();
        app.put("downloads", "ROWS");
        ArrayNode columns = Client.json().createArrayNode();
        made.path("page")
                .path("columns")
                .forEach(column -> columns.add(column.path("name").asText()));
        for (JsonNode view : app.path("views")) {
            if (view.path("kind").asText().equals("TABLE")) {
                ((ObjectNode) view).put("id", "rows").set("columns", columns);
            }
        }
        ObjectNode change = Client.json()
                .createObjectNode()
                .put("revision", made.path("revision").asInt());
        change.set("app", app);
        String id = made.path("id").asText();
        author.send("PUT", "/api/apps/" + id + "/draft", change);
        JsonNode state = author.send(
                "POST",
                "/api/apps/" + id + "/editions",
                Client.json().createObjectNode().put("access", "ANYONE"));
        System.out.printf(
                Locale.ROOT,
                "%,d rows × %d columns%n",
                made.path("page").path("data").path("rowCount").asInt(),
                columns.size());
        return "/api/links/" + state.path("slug").asText();
    }

    private void take(String form, Path folder) throws IOException, InterruptedException {
        long start = System.nanoTime();
        HttpResponse<InputStream> reply = http.send(
                HttpRequest.newBuilder(URI.create(link + "/rows." + form + "?view=rows"))
                        .build(),
                HttpResponse.BodyHandlers.ofInputStream());
        long first;
        long size = 1;
        try (InputStream in = reply.body()) {
            int begun = in.read(); // before a file is opened, which takes its time where one is there already
            first = System.nanoTime() - start;
            try (var out = Files.newOutputStream(folder.resolve("taken." + form))) {
                out.write(begun);
                size += in.transferTo(out);
            }
        }
        System.out.printf(
                Locale.ROOT,
                "%-6s %3d  first byte %6.0f ms, all %8.0f ms, %,d MB%n",
                form,
                reply.statusCode(),
                first / 1e6,
                (System.nanoTime() - start) / 1e6,
                size >> 20);
    }

    private static void duck(Path csv, Path to) throws Exception {
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
                Statement statement = connection.createStatement()) {
            statement.execute("create table departure as select * from read_csv('" + csv + "')");
            for (int round = 0; round < 3; round++) {
                long start = System.nanoTime();
                statement.execute("copy departure to '" + to + "' (header)");
                System.out.printf(
                        Locale.ROOT,
                        "DuckDB's copy to CSV: %.0f ms, %,d MB%n",
                        (System.nanoTime() - start) / 1e6,
                        Files.size(to) >> 20);
            }
        }
    }

    private void pages() throws IOException, InterruptedException {
        Random random = new Random(3);
        List<List<String>> sorts = List.of(
                List.of(),
                List.of("revenue"),
                List.of("route"),
                List.of("date"),
                List.of("departure_id"),
                List.of("delay_in_minutes"),
                List.of("incident_note"),
                List.of("route", "revenue"),
                List.of("country", "date", "passengers"));
        for (List<String> sort : sorts) {
            List<Double> times = new ArrayList<>();
            for (int page = 0; page < PAGES; page++) {
                String by = sort.stream()
                        .map(column -> "{\"column\":\"" + column + "\",\"descending\":true}")
                        .collect(Collectors.joining(",", "[", "]"));
                String body = "{\"views\":[\"rows\"],\"tables\":{\"rows\":{\"offset\":" + random.nextInt(1_000_000)
                        + ",\"limit\":100,\"sort\":" + by + ",\"filters\":[]}}}";
                long start = System.nanoTime();
                HttpResponse<String> reply = http.send(
                        HttpRequest.newBuilder(URI.create(link + "/answers"))
                                .header("Content-Type", "application/json")
                                .POST(HttpRequest.BodyPublishers.ofString(body))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
                if (reply.statusCode() != 200) {
                    throw new IOException(reply.body());
                }
                times.add((System.nanoTime() - start) / 1e6);
            }
            double first = times.get(0);
            Collections.sort(times);
            System.out.printf(
                    Locale.ROOT,
                    "a page of 100 rows anywhere, sorted by %s: first %.0f ms, median %.1f ms, 95th %.1f ms%n",
                    sort.isEmpty() ? "nothing" : String.join(", ", sort),
                    first,
                    times.get(PAGES / 2),
                    times.get(PAGES * 95 / 100));
        }
    }
}
