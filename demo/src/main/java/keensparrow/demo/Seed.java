package keensparrow.demo;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Puts accounts, data and apps of the demo into a server that has none yet. */
public final class Seed {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final List<String> WORDS = List.of(
            "lantern", "harbour", "tunnel", "pillow", "meadow", "signal", "window", "river", "comet", "orchard",
            "blanket", "viaduct", "morning", "copper", "willow", "timber");

    private final Client client;
    private final Path files;
    private final Map<String, String> datasets = new HashMap<>(); // ids by their names

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
        List<String> links = new Seed(client, files).apps();
        return String.join(
                "\n",
                "  Address     " + address + "/",
                "  analyst     " + analyst + "   (brings in data, composes and publishes)",
                "  manager     " + manager + "   (reads)",
                "  admin       " + admin + "   (accounts)",
                "  Published   " + address + "/a/" + String.join("\n              " + address + "/a/", links),
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

    /** The apps, published; links with their titles. */
    private List<String> apps() throws IOException, InterruptedException {
        String departures = dataset("Departures", "departures-2025.csv", "departures-2026.csv");
        replay(departures, "departures");
        String survey = dataset("Passenger survey", "passenger-survey.xlsx");
        String stations = dataset("Stations", "stations.xlsx");
        String energy = dataset("Energy by month", "energy-by-month.xlsx");
        datasets.put("Stations", stations);
        prepare(energy);
        String complaints = dataset("Complaints by month", "passenger-survey.xlsx");
        replay(complaints, "complaints");
        String seats = dataset("Seats offered", "seats-offered.csv");
        datasets.put("Complaints by month", complaints);
        replay(seats, "seats");
        datasets.put("Seats offered", seats);
        connect();
        return List.of(
                published(departures, "punctuality"),
                published(departures, "revenue"),
                published(survey, "survey"),
                published(stations, "stations"),
                published(energy, "energy"));
    }

    /** The wide sheet of energy put right: a slip corrected, spellings mended, months as rows, countries looked up. */
    private void prepare(String energy) throws IOException, InterruptedException {
        ObjectNode asked = Client.json().createObjectNode();
        ArrayNode steps = asked.putArray("steps");
        steps.addObject()
                .put("kind", "correctCell")
                .put("key", "route")
                .put("keyValue", "Ljubljana–Zürich")
                .put("column", "aug_2025")
                .put("value", "15002");
        merge(steps, "Lyon - Trieste", "Lyon–Trieste");
        merge(steps, "GDAŃSK–VIENNA", "Gdańsk–Vienna");
        steps.addObject()
                .put("kind", "columnsToRows")
                .put("labels", "Month")
                .put("values", "Energy cost")
                .put("all", "PERIODS") // the next month's column too
                .putArray("columns");
        steps.addObject()
                .put("kind", "setFormat")
                .put("column", "energy_cost")
                .putObject("format")
                .put("kind", "MONEY")
                .put("unit", "€");
        steps.addObject()
                .put("kind", "lookUp")
                .put("column", "depot")
                .put("dataset", datasets.get("Stations"))
                .put("datasetName", "Stations")
                .put("key", "city")
                .put("several", "FIRST")
                .putArray("take")
                .add("country");
        client.finished(client.send("PUT", "/api/datasets/" + energy + "/steps", asked));
    }

    /** The steps of a resource, as an analyst would make them by pressing. */
    private void replay(String dataset, String name) throws IOException, InterruptedException {
        ObjectNode asked = Client.json().createObjectNode();
        asked.set("steps", named(changes(name + "-steps")));
        JsonNode job = client.finished(client.send("PUT", "/api/datasets/" + dataset + "/steps", asked));
        if (!job.path("state").asText().equals("DONE")) {
            throw new IllegalStateException(job.toString());
        }
    }

    /** Datasets that are called by their names get their ids, which every run makes anew. */
    private JsonNode named(JsonNode calling) {
        for (JsonNode each : calling) {
            if (datasets.containsKey(each.path("dataset").asText())) {
                ((ObjectNode) each)
                        .put("dataset", datasets.get(each.path("dataset").asText()));
            }
        }
        return calling;
    }

    private static void merge(ArrayNode steps, String value, String into) {
        steps.addObject()
                .put("kind", "mergeValues")
                .put("column", "route")
                .put("into", into)
                .putArray("values")
                .add(value);
    }

    private String dataset(String name, String... names) throws IOException, InterruptedException {
        ObjectNode load = Client.json().createObjectNode().put("name", name);
        ArrayNode uploaded = load.putArray("files");
        for (String file : names) {
            uploaded.add(client.upload(files.resolve(file)));
        }
        JsonNode job = client.finished(client.send("POST", "/api/datasets", load));
        return job.path("datasetId").asText();
    }

    /** From the first draft by the changes that an analyst would make. */
    private String published(String dataset, String name) throws IOException, InterruptedException {
        ObjectNode of = Client.json().createObjectNode().put("datasetId", dataset);
        JsonNode draft = client.send("POST", "/api/apps", of);
        String id = draft.path("id").asText();
        ObjectNode app = (ObjectNode) draft.path("page").path("app");
        JsonNode changes = pictured(id, changes(name));
        named(changes.path("datasets"));
        changes.fields().forEachRemaining(field -> app.set(field.getKey(), field.getValue()));
        ObjectNode saved = Client.json()
                .createObjectNode()
                .put("revision", draft.path("revision").asInt());
        saved.set("app", app);
        client.send("PUT", "/api/apps/" + id + "/draft", saved);
        ObjectNode access = Client.json().createObjectNode().put("access", "SIGNED_IN");
        String slug = client.send("POST", "/api/apps/" + id + "/editions", access)
                .path("slug")
                .asText();
        try (InputStream reading = Seed.class.getResourceAsStream(name + "-reading.json")) {
            if (reading != null) {
                guide(slug, Client.json().readTree(reading));
            }
        }
        return slug + "   (" + app.path("title").asText() + ")";
    }

    /** With uploaded pictures where the definition names one. */
    private JsonNode pictured(String app, JsonNode changes) throws IOException, InterruptedException {
        for (JsonNode view : changes.path("views")) {
            JsonNode picture = view.path("settings").path("picture");
            if (picture instanceof ObjectNode shown && shown.path("id").asText().equals("network")) {
                shown.put("id", client.picture(app, NetworkPicture.png()));
            }
        }
        return changes;
    }

    /** Shared views of an app, put in order as a guided reading. */
    private void guide(String slug, JsonNode steps) throws IOException, InterruptedException {
        String path = "/api/links/" + slug + "/views";
        for (int place = 0; place < steps.size(); place++) {
            JsonNode step = steps.get(place);
            ObjectNode view = Client.json().createObjectNode().put("shared", true);
            view.set("name", step.path("name"));
            view.set("state", step.path("state"));
            JsonNode all = client.send("POST", path, view).path("views");
            for (JsonNode saved : all) {
                if (saved.path("name").equals(step.path("name"))) {
                    ObjectNode put = Client.json().createObjectNode().put("place", place);
                    put.set("note", step.path("note"));
                    client.send("PUT", path + "/" + saved.path("id").asText(), put);
                }
            }
        }
    }

    private static JsonNode changes(String name) throws IOException {
        try (InputStream in = Seed.class.getResourceAsStream(name + ".json")) {
            return Client.json().readTree(in);
        }
    }

    private void connect() throws IOException, InterruptedException {
        ObjectNode connection = Client.json().createObjectNode();
        connection.put("name", "Bookings warehouse").put("kind", "H2").put("database", "bookings");
        connection.put("username", DemoFiles.READER).put("password", DemoFiles.READER_PASSWORD);
        client.send("POST", "/api/connections", connection);
    }
}
