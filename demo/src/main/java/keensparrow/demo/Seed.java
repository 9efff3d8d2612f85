package keensparrow.demo;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.List;

/** Puts accounts, data and apps of the demo into a server that has none yet. */
public final class Seed {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final List<String> WORDS = List.of(
            "lantern", "harbour", "tunnel", "pillow", "meadow", "signal", "window", "river", "comet", "orchard",
            "blanket", "viaduct", "morning", "copper", "willow", "timber");

    private final Client client;
    private final Path files;

    private Seed(Client client, Path files) {
        this.client = client;
        this.files = files;
    }

    /**
     * @param address of the server
     * @param setupFile where the server wrote its one-time address
     * @param files the demo's files
     * @return what to tell the person: accounts and links
     */
    public static String run(String address, Path setupFile, Path files) throws IOException, InterruptedException {
        Client client = new Client(address);
        String setup = Files.readString(setupFile).strip();
        String admin = password();
        String analyst = password();
        String manager = password();
        client.setUp(setup.substring(setup.indexOf('#') + 1), "admin", admin);
        account(client, "analyst", analyst, "AUTHOR");
        account(client, "manager", manager, "READER");
        client.signIn("analyst", analyst);
        String slug = new Seed(client, files).apps();
        return String.join(
                "\n",
                "  Address     " + address + "/",
                "  analyst     " + analyst + "   (brings in data, composes and publishes)",
                "  manager     " + manager + "   (reads)",
                "  admin       " + admin + "   (accounts)",
                "  Published   " + address + "/a/" + slug + "   (Night routes: punctuality)",
                "");
    }

    /** Three words and a number. */
    private static String password() {
        StringBuilder words = new StringBuilder();
        for (int i = 0; i < 3; i++) {
            words.append(WORDS.get(RANDOM.nextInt(WORDS.size()))).append('-');
        }
        return words.append(100 + RANDOM.nextInt(900)).toString();
    }

    private static void account(Client client, String name, String password, String role)
            throws IOException, InterruptedException {
        ObjectNode body = Client.json().createObjectNode();
        client.send(
                "POST",
                "/api/accounts",
                body.put("name", name).put("password", password).put("role", role));
    }

    private String apps() throws IOException, InterruptedException {
        ObjectNode load = Client.json().createObjectNode().put("name", "Departures");
        load.putArray("files")
                .add(client.upload(files.resolve("departures-2025.csv")))
                .add(client.upload(files.resolve("departures-2026.csv")));
        JsonNode job = client.finished(client.send("POST", "/api/datasets", load));
        ObjectNode of = Client.json()
                .createObjectNode()
                .put("datasetId", job.path("datasetId").asText());
        JsonNode draft = client.send("POST", "/api/apps", of);
        String id = draft.path("id").asText();
        ObjectNode app = (ObjectNode) draft.path("page").path("app");
        compose(app);
        ObjectNode saved = Client.json()
                .createObjectNode()
                .put("revision", draft.path("revision").asInt());
        saved.set("app", app);
        client.send("PUT", "/api/apps/" + id + "/draft", saved);
        connect();
        ObjectNode access = Client.json().createObjectNode().put("access", "SIGNED_IN");
        return client.send("POST", "/api/apps/" + id + "/editions", access)
                .path("slug")
                .asText();
    }

    private void connect() throws IOException, InterruptedException {
        ObjectNode connection = Client.json().createObjectNode();
        connection.put("name", "Bookings warehouse").put("kind", "H2").put("database", "bookings");
        connection.put("username", DemoFiles.READER).put("password", DemoFiles.READER_PASSWORD);
        client.send("POST", "/api/connections", connection);
    }

    /** Night routes: punctuality, from the first draft by the changes an analyst would make. */
    private static void compose(ObjectNode app) throws IOException {
        app.put("title", "Night routes: punctuality");
        app.put("noun", "departures");
        ArrayNode filters = app.putArray("filters");
        filter(filters, "route", "VALUES");
        filter(filters, "delay_in_minutes", "RANGE");
        filter(filters, "date", "DATES");
        filter(filters, "coach_class", "VALUES");
        filter(filters, "incident_tags", "VALUES");
        filter(filters, "country", "VALUES");
        app.set("views", Client.json().readTree(VIEWS));
    }

    private static void filter(ArrayNode filters, String column, String kind) {
        filters.addObject().put("column", column).put("kind", kind);
    }

    private static final String VIEWS = """
            [
              {"id": "departures", "title": "", "kind": "FIGURE", "measure": {"aggregate": "ROWS", "column": null},
               "by": null, "split": null, "largest": 0, "columns": [], "sort": [], "place": {"x": 0, "y": 0, "w": 3, "h": 2}},
              {"id": "delay", "title": "Average delay, minutes", "kind": "FIGURE", "measure": {"aggregate": "AVERAGE", "column": "delay_in_minutes"},
               "by": null, "split": null, "largest": 0, "columns": [], "sort": [], "place": {"x": 3, "y": 0, "w": 3, "h": 2}},
              {"id": "cancelled", "title": "Cancelled", "kind": "FIGURE", "measure": {"aggregate": "SHARE", "column": "cancelled"},
               "by": null, "split": null, "largest": 0, "columns": [], "sort": [], "place": {"x": 6, "y": 0, "w": 3, "h": 2}},
              {"id": "passengers", "title": "", "kind": "FIGURE", "measure": {"aggregate": "SUM", "column": "passengers"},
               "by": null, "split": null, "largest": 0, "columns": [], "sort": [], "place": {"x": 9, "y": 0, "w": 3, "h": 2}},
              {"id": "bytime", "title": "Delay through the months", "kind": "LINES", "measure": {"aggregate": "AVERAGE", "column": "delay_in_minutes"},
               "by": {"column": "date", "step": "MONTH"}, "split": null, "largest": 0, "columns": [], "sort": [], "place": {"x": 0, "y": 2, "w": 7, "h": 5}},
              {"id": "byroute", "title": "Where the delay is made", "kind": "BARS", "measure": {"aggregate": "AVERAGE", "column": "delay_in_minutes"},
               "by": {"column": "route", "step": null}, "split": null, "largest": 6, "columns": [], "sort": [], "place": {"x": 7, "y": 2, "w": 5, "h": 5}},
              {"id": "tags", "title": "What an incident costs, minutes", "kind": "BARS", "measure": {"aggregate": "AVERAGE", "column": "delay_in_minutes"},
               "by": {"column": "incident_tags", "step": null}, "split": null, "largest": 6, "columns": [], "sort": [], "place": {"x": 0, "y": 7, "w": 5, "h": 5}},
              {"id": "fares", "title": "Revenue by month and class", "kind": "LINES", "measure": {"aggregate": "SUM", "column": "revenue"},
               "by": {"column": "date", "step": "MONTH"}, "split": "coach_class", "largest": 0, "columns": [], "sort": [], "place": {"x": 5, "y": 7, "w": 7, "h": 5}},
              {"id": "worst", "title": "Worst departures", "kind": "TABLE", "measure": null, "by": null, "split": null, "largest": 0,
               "columns": ["date", "route", "coach_class", "passengers", "revenue", "delay_in_minutes", "cancelled", "incident_tags", "incident_note"],
               "sort": [{"column": "delay_in_minutes", "descending": true}], "place": {"x": 0, "y": 12, "w": 12, "h": 7}}
            ]
            """;
}
