package keensparrow.server;

import static keensparrow.server.TestServer.json;
import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** From a file to a colleague's answer over HTTP, with what bad input gets. */
class PathTest {
    private static final String CSV = """
            Route,Class,Passengers,Delay,Date,Note
            Vienna–Hamburg,Seat,10,5,2026-01-05,late
            Vienna–Hamburg,Sleeper,20,,2026-01-06,
            Lyon–Trieste,Seat,30,0,2026-02-07,"quiet, cold"
            Lyon–Trieste,Sleeper,40,15,2026-02-08,
            """;

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static List<JsonNode> page(TestServer.Caller caller, String path, String question) throws Exception {
        TestServer.Reply reply = caller.call("POST", path + "/answers", json(question));
        assertThat(reply.status()).as(reply.body()).isEqualTo(200);
        assertThat(reply.headers().firstValue("Content-Type").orElse("")).startsWith("application/x-ndjson");
        return reply.lines();
    }

    private static JsonNode line(List<JsonNode> lines, String kind, String id) {
        return lines.stream()
                .filter(line -> line.path("line").asText().equals(kind)
                        && (id == null || line.path("id").asText().equals(id)))
                .findFirst()
                .orElseThrow(() -> new AssertionError(kind + " " + id + " in " + lines));
    }

    private static String words(JsonNode sentence) {
        StringBuilder words = new StringBuilder();
        sentence.path("parts").forEach(part -> words.append(part.path("text").asText()));
        return words.toString();
    }

    @Test
    void aFileBecomesAnAppThatAColleagueReads() throws Exception {
        String dataset = anna.dataset("departures-2026.csv", CSV);
        JsonNode details = anna.get("/api/datasets/" + dataset).json();
        assertThat(details.path("name").asText()).isEqualTo("Departures 2026");
        assertThat(details.path("noun").asText())
                .as("no column tells each row apart")
                .isEqualTo("rows");
        assertThat(details.path("rowCount").asInt()).isEqualTo(4);
        List<String> types = new ArrayList<>();
        details.path("columns")
                .forEach(column -> types.add(column.path("info").path("type").asText()));
        assertThat(types).containsExactly("TEXT", "TEXT", "WHOLE", "WHOLE", "DATE", "TEXT");
        JsonNode draft = anna.newApp(dataset);
        String slug = anna.publish(draft.path("id").asText(), "SIGNED_IN");
        assertThat(slug).matches("[0-9a-f]{32}");

        TestServer.Caller rita = server.caller().signIn("Rita");
        JsonNode opened = rita.get("/api/links/" + slug).json();
        assertThat(opened.path("edition").asInt()).isEqualTo(1);
        assertThat(opened.path("page").path("app").path("views").size()).isGreaterThan(3);
        List<JsonNode> lines = page(
                rita,
                "/api/links/" + slug,
                "{'filters': [{'kind': 'oneOf', 'column': 'route', 'values': ['Lyon–Trieste'], 'blank': false, 'exclude': false}]}");
        JsonNode head = lines.get(0);
        assertThat(head.path("line").asText()).isEqualTo("head");
        assertThat(head.path("passing").asInt()).isEqualTo(2);
        assertThat(words(head.path("sentence"))).isEqualTo("Reading 2 of 4 rows: Route is Lyon–Trieste.");
        assertThat(lines.get(lines.size() - 1).path("line").asText()).isEqualTo("end");
        JsonNode sum = line(lines, "view", "v1").path("answer");
        assertThat(sum.path("kind").asText()).isEqualTo("groups");
        assertThat(sum.path("measures").get(0).path("values").get(0).asInt()).isEqualTo(70);
        JsonNode route = line(lines, "filter", "route").path("answer");
        assertThat(route.path("values").findValuesAsText("count")).containsExactly("2", "2");
    }

    @Test
    void downloadsTheSelectedRowsUnderATellingName() throws Exception {
        JsonNode draft = anna.newApp(anna.dataset("trips.csv", CSV));
        String slug = anna.publish(draft.path("id").asText(), "ANYONE");
        String selection =
                "{\"filters\":[{\"kind\":\"between\",\"column\":\"delay\",\"from\":5,\"to\":null,\"belowTo\":false,\"blanks\":false}]}";
        TestServer.Reply reply = server.caller()
                .get("/api/links/" + slug + "/rows.csv?selection="
                        + URLEncoder.encode(selection, StandardCharsets.UTF_8));
        assertThat(reply.status()).isEqualTo(200);
        assertThat(reply.headers().firstValue("Content-Disposition").orElse(""))
                .matches("attachment; filename=\"trips-filtered-\\d{4}-\\d\\d-\\d\\d\\.csv\".*");
        assertThat(reply.body().lines().toList())
                .containsExactly(
                        "\ufeffRoute,Class,Passengers,Delay,Date,Note",
                        "Lyon–Trieste,Sleeper,40,15,2026-02-08,", // the latest first, as in the table
                        "Vienna–Hamburg,Seat,10,5,2026-01-05,late");
        assertThat(server.caller()
                        .get("/api/links/" + slug + "/rows.csv?selection=%7Bbroken")
                        .status())
                .isEqualTo(400);
        assertThat(server.caller()
                        .get("/api/links/" + slug + "/rows.csv?view=none")
                        .code())
                .isEqualTo("VIEW_NOT_FOUND");
    }

    @Test
    void stepsAreReplayedOnANewerFileAndTheLinkStays() throws Exception {
        String dataset = anna.dataset("rides.csv", CSV);
        JsonNode job = anna.finished(anna.call(
                "PUT",
                "/api/datasets/" + dataset + "/steps",
                json("{'steps': [{'kind': 'leaveOutRows', 'column': 'class', 'values': ['Seat'], 'blank': false},"
                        + "{'kind': 'compute', 'name': 'double', 'label': 'Double', 'expression': 'passengers * 2'},"
                        + "{'kind': 'retype', 'column': 'delay', 'type': 'TEXT'}]}")));
        assertThat(job.path("state").asText()).as(job.toString()).isEqualTo("DONE");
        JsonNode details = anna.get("/api/datasets/" + dataset).json();
        assertThat(details.path("rowCount").asInt()).isEqualTo(2);
        assertThat(details.path("version").asInt()).isEqualTo(2);
        assertThat(details.path("stepsDone").get(0).path("effect").asText()).isEqualTo("2 of 4 rows left out");
        assertThat(details.path("loadBefore").isNull())
                .as("it was of the same file")
                .isTrue();
        String slug = anna.publish(anna.newApp(dataset).path("id").asText(), "ANYONE");

        String next = CSV + "Lyon–Trieste,Sleeper,50,7,2026-03-08,\n";
        String file = anna.upload("rides-03.csv", next.getBytes(StandardCharsets.UTF_8))
                .json()
                .path("id")
                .asText();
        JsonNode loaded = anna.finished(
                anna.call("POST", "/api/datasets/" + dataset + "/versions", object("files", List.of(file))));
        assertThat(loaded.path("state").asText()).isEqualTo("DONE");
        List<JsonNode> lines = page(server.caller(), "/api/links/" + slug, "{}");
        assertThat(lines.get(0).path("all").asInt()).isEqualTo(3);
        assertThat(lines.get(0).path("version").asInt()).isEqualTo(3);
        JsonNode now = anna.get("/api/datasets/" + dataset).json();
        assertThat(now.path("stepsDone").get(0).path("effect").asText()).isEqualTo("2 of 5 rows left out");
        JsonNode before = now.path("loadBefore");
        assertThat(before.path("version").asInt()).isEqualTo(2);
        assertThat(before.path("rowCount").asInt()).isEqualTo(2);
        assertThat(before.path("effects").get(0).asText()).isEqualTo("2 of 4 rows left out");
        assertThat(before.path("effects").get(1).isNull()).as("it did the same").isTrue();

        String broken = next.replace("Passengers", "Guests");
        String bad = anna.upload("broken.csv", broken.getBytes(StandardCharsets.UTF_8))
                .json()
                .path("id")
                .asText();
        JsonNode refused = anna.finished(
                anna.call("POST", "/api/datasets/" + dataset + "/versions", object("files", List.of(bad))));
        assertThat(refused.path("state").asText()).isEqualTo("FAILED");
        assertThat(refused.path("code").asText()).isEqualTo("VERSION_DOES_NOT_FIT");
        assertThat(refused.path("message").asText())
                .contains("“Passengers” is missing from “broken.csv”")
                .contains("The last version stays");
        assertThat(page(server.caller(), "/api/links/" + slug, "{}")
                        .get(0)
                        .path("version")
                        .asInt())
                .isEqualTo(3);
    }

    @Test
    void addingAStepAtTheEndGivesTheSameAsReplayingAll() throws Exception {
        String steps = "{'steps': [{'kind': 'relabel', 'column': 'class', 'label': 'Coach class'},"
                + "{'kind': 'leaveOutColumn', 'column': 'note'},"
                + "{'kind': 'compute', 'name': 'twice', 'label': 'Twice', 'expression': 'delay * 2'}]}";
        JsonNode all = json(steps);
        String whole = anna.dataset("whole.csv", CSV);
        anna.finished(anna.call("PUT", "/api/datasets/" + whole + "/steps", all));
        String oneByOne = anna.dataset("whole.csv", CSV);
        for (int i = 1; i <= 3; i++) {
            ObjectNode some = object();
            var list = some.putArray("steps");
            for (int n = 0; n < i; n++) {
                list.add(all.path("steps").get(n));
            }
            JsonNode job = anna.finished(anna.call("PUT", "/api/datasets/" + oneByOne + "/steps", some));
            assertThat(job.path("state").asText()).isEqualTo("DONE");
        }
        JsonNode a = anna.get("/api/datasets/" + whole).json();
        JsonNode b = anna.get("/api/datasets/" + oneByOne).json();
        assertThat(b.path("columns")).isEqualTo(a.path("columns"));
        assertThat(b.path("stepsDone")).isEqualTo(a.path("stepsDone"));
        assertThat(b.path("version").asInt()).isEqualTo(4);
        JsonNode undone =
                anna.finished(anna.call("PUT", "/api/datasets/" + oneByOne + "/steps", json("{'steps': []}")));
        assertThat(undone.path("state").asText()).isEqualTo("DONE");
        assertThat(anna.get("/api/datasets/" + oneByOne).json().path("columns").size())
                .isEqualTo(6);
    }

    @Test
    void aStepThatDoesNotFitChangesNothing() throws Exception {
        String dataset = anna.dataset("fit.csv", CSV);
        record Case(String step, String says) {}
        for (Case bad : List.of(
                new Case("{'kind': 'leaveOutColumn', 'column': 'clas'}", "Did you mean “class”?"),
                new Case("{'kind': 'compute', 'name': 'x', 'label': 'X', 'expression': 'delay +'}", "ends too early"),
                new Case(
                        "{'kind': 'leaveOutRows', 'column': 'class', 'values': ['Seat', 'Sleeper'], 'blank': false}",
                        "leave out every row"))) {
            JsonNode job = anna.finished(
                    anna.call("PUT", "/api/datasets/" + dataset + "/steps", json("{'steps': [" + bad.step + "]}")));
            assertThat(job.path("state").asText()).isEqualTo("FAILED");
            assertThat(job.path("message").asText()).contains(bad.says);
        }
        JsonNode details = anna.get("/api/datasets/" + dataset).json();
        assertThat(details.path("version").asInt()).isEqualTo(1);
        assertThat(details.path("steps").size()).isZero();
        TestServer.Reply unknown =
                anna.call("PUT", "/api/datasets/" + dataset + "/steps", json("{'steps': [{'kind': 'explode'}]}"));
        assertThat(unknown.status()).isEqualTo(400);
    }

    @Test
    void filesThatCannotBeReadSayWhyAndLeaveNothing() throws Exception {
        int before = anna.get("/api/datasets").json().path("datasets").size();
        record Case(String name, byte[] bytes, String code) {}
        for (Case bad : List.of(
                new Case("empty.csv", new byte[0], "FILE_EMPTY"),
                new Case("headings.csv", "a,b\n".getBytes(StandardCharsets.UTF_8), "FILE_NO_ROWS"),
                new Case("binary.csv", new byte[] {1, 2, 0, 4}, "FILE_NOT_TEXT"),
                new Case("book.csv", new byte[] {'P', 'K', 3, 4}, "FILE_NOT_READABLE"),
                new Case("quote.csv", "a,b\n\"1,2\n".getBytes(StandardCharsets.UTF_8), "FILE_NOT_READABLE"))) {
            String file = anna.upload(bad.name, bad.bytes).json().path("id").asText();
            JsonNode job = anna.finished(anna.call("POST", "/api/datasets", object("files", List.of(file))));
            assertThat(job.path("state").asText()).as(bad.name).isEqualTo("FAILED");
            assertThat(job.path("code").asText()).isEqualTo(bad.code);
            assertThat(job.path("message").asText()).contains("“" + bad.name + "”");
        }
        assertThat(anna.get("/api/datasets").json().path("datasets").size()).isEqualTo(before);
    }

    @Test
    void rowsOfUnequalLengthAreToldInTheReport() throws Exception {
        String dataset = anna.dataset("uneven.csv", "a,b\n1\n2,3,4\n");
        JsonNode notes =
                anna.get("/api/datasets/" + dataset).json().path("report").path("notes");
        assertThat(notes.size()).isEqualTo(2);
        assertThat(notes.get(0).asText()).contains("fewer cells").contains("line 2");
        assertThat(notes.get(1).asText()).contains("more cells").contains("line 3");
    }

    @Test
    void aFileOverTheLimitIsRefused() throws Exception {
        TestServer.Reply reply = anna.upload("large.csv", new byte[(1 << 20) + 1]);
        assertThat(reply.status()).isEqualTo(413);
        assertThat(reply.code()).isEqualTo("FILE_TOO_LARGE");
        assertThat(reply.detail()).contains("1 MB");
        assertThat(reply.headers().firstValue("Content-Type").orElse("")).startsWith("application/problem+json");
        try (var uploads = Files.list(server.folder().resolve("uploads"))) {
            assertThat(uploads).isEmpty();
        }
    }

    @Test
    void anUploadThatIsCutOffLeavesNothing() throws Exception {
        try (java.net.Socket socket = new java.net.Socket(
                "127.0.0.1", java.net.URI.create(server.address()).getPort())) {
            String token = anna.call("POST", "/api/tokens", object("label", "cut"))
                    .json()
                    .path("token")
                    .asText();
            String head = "POST /api/files?name=cut.csv HTTP/1.1\r\nHost: x\r\nAuthorization: Bearer " + token
                    + "\r\nContent-Length: 5000\r\n\r\na,b\n1,2\n";
            socket.getOutputStream().write(head.getBytes(StandardCharsets.UTF_8));
            socket.shutdownOutput();
            String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(answer).startsWith("HTTP/1.1 400").doesNotContain("Exception");
        }
        try (var uploads = Files.list(server.folder().resolve("uploads"))) {
            assertThat(uploads).isEmpty();
        }
    }

    @Test
    void anAddressThatIsOlderThanTheDataGetsNotices() throws Exception {
        JsonNode draft = anna.newApp(anna.dataset("old.csv", CSV));
        List<JsonNode> lines = page(
                anna,
                "/api/apps/" + draft.path("id").asText(),
                "{'filters': [{'kind': 'oneOf', 'column': 'route', 'values': ['Atlantis'], 'blank': false, 'exclude': false},"
                        + "{'kind': 'containing', 'column': 'secret', 'text': 'x'}]}");
        assertThat(lines.get(0).path("passing").asInt()).isEqualTo(4);
        assertThat(lines.get(0).path("notices").size()).isEqualTo(2);
        assertThat(lines.get(0).path("notices").get(0).asText()).contains("“Atlantis”");
    }

    @Test
    void draftsAreSavedOneRevisionAfterTheOther() throws Exception {
        JsonNode draft = anna.newApp(anna.dataset("draft.csv", CSV));
        String path = "/api/apps/" + draft.path("id").asText();
        ObjectNode app = (ObjectNode) draft.path("page").path("app");
        app.put("title", "Renamed");
        ObjectNode body = object("revision", 1, "app", app);
        TestServer.Reply saved = anna.call("PUT", path + "/draft", body);
        assertThat(saved.json().path("revision").asInt()).isEqualTo(2);
        assertThat(anna.get(path).json().path("page").path("app").path("title").asText())
                .isEqualTo("Renamed");
        TestServer.Reply late = anna.call("PUT", path + "/draft", body);
        assertThat(late.status()).isEqualTo(409);
        app.put("title", "");
        assertThat(anna.call("PUT", path + "/draft", object("revision", 2, "app", app))
                        .status())
                .isEqualTo(400);
        app.put("title", "x").put("colour", "red");
        TestServer.Reply unknown = anna.call("PUT", path + "/draft", object("revision", 2, "app", app));
        assertThat(unknown.detail()).contains("“colour”");
        assertThat(anna.call("PUT", path + "/draft", "{broken").status()).isEqualTo(400);
    }

    @Test
    void colleaguesSeeTheLastEditionNotTheDraft() throws Exception {
        JsonNode draft = anna.newApp(anna.dataset("edition.csv", CSV));
        String id = draft.path("id").asText();
        String slug = anna.publish(id, "ANYONE");
        ObjectNode app = (ObjectNode) draft.path("page").path("app");
        app.put("title", "Second thoughts");
        anna.call("PUT", "/api/apps/" + id + "/draft", object("revision", 1, "app", app));
        assertThat(server.caller()
                        .get("/api/links/" + slug)
                        .json()
                        .path("page")
                        .path("app")
                        .path("title")
                        .asText())
                .isEqualTo("Edition");
        assertThat(anna.publish(id, "ANYONE")).isEqualTo(slug);
        JsonNode second = server.caller().get("/api/links/" + slug).json();
        assertThat(second.path("edition").asInt()).isEqualTo(2);
        assertThat(second.path("page").path("app").path("title").asText()).isEqualTo("Second thoughts");
    }

    @Test
    void colleaguesKnowOnlyTheColumnsTheAppShows() throws Exception {
        JsonNode draft = anna.newApp(anna.dataset("private.csv", CSV.replace("Note", "Name of the passenger")));
        ObjectNode app = (ObjectNode) draft.path("page").path("app");
        app.putArray("filters").addObject().put("column", "route").put("kind", "VALUES");
        var views = (com.fasterxml.jackson.databind.node.ArrayNode) app.path("views");
        for (int i = views.size() - 1; i > 0; i--) {
            views.remove(i);
        }
        ((ObjectNode) views.get(0)).putNull("measure"); // the number of rows
        String id = draft.path("id").asText();
        anna.call("PUT", "/api/apps/" + id + "/draft", object("revision", 1, "app", app));
        String slug = anna.publish(id, "ANYONE");
        JsonNode columns =
                server.caller().get("/api/links/" + slug).json().path("page").path("columns");
        assertThat(columns.findValuesAsText("name")).containsExactly("route");
        assertThat(server.caller().get("/api/links/" + slug + "/rows.csv").code())
                .isEqualTo("VIEW_NOT_FOUND");
        List<JsonNode> lines = page(
                server.caller(),
                "/api/links/" + slug,
                "{'filters': [{'kind': 'containing', 'column': 'name_of_the_passenger', 'text': 'cold'}]}");
        assertThat(lines.get(0).path("passing").asInt()).isEqualTo(4);
    }

    @Test
    void otherProgramsAskByToken() throws Exception {
        String token = anna.call("POST", "/api/tokens", object("label", "notebook"))
                .json()
                .path("token")
                .asText();
        TestServer.Caller program = server.caller().bearing(token);
        String dataset = program.dataset("program.csv", CSV);
        TestServer.Reply reply = program.call(
                "POST",
                "/api/datasets/" + dataset + "/answers",
                json(
                        "{'filters': [{'kind': 'during', 'column': 'date', 'from': '2026-02-01', 'to': null, 'blanks': false}],"
                                + "'questions': [{'kind': 'groups', 'by': [{'grouping': {'kind': 'byValue', 'column': 'class'}, 'largest': 0}],"
                                + "'measures': [{'aggregate': 'SUM', 'column': 'passengers'}], 'order': 'LABEL'},"
                                + "{'kind': 'rows', 'columns': ['delay'], 'sort': [{'column': 'delay', 'descending': true}], 'offset': 0, 'limit': 1},"
                                + "{'kind': 'histogram', 'column': 'route'}]}"));
        List<JsonNode> lines = reply.lines().stream() // they come as they get ready
                .sorted(java.util.Comparator.comparing(line -> line.path("id").asText()))
                .toList();
        assertThat(lines.get(0)
                        .path("answer")
                        .path("measures")
                        .get(0)
                        .path("values")
                        .toString())
                .isEqualTo("[30,40]");
        assertThat(lines.get(1).path("answer").path("rows").toString()).isEqualTo("[[\"15\"]]");
        assertThat(lines.get(2).path("failure").path("code").asText()).isEqualTo("TYPE_MISMATCH");
        TestServer.Reply csv = program.call(
                "POST",
                "/api/datasets/" + dataset + "/rows.csv",
                json("{'columns': ['passengers'], 'sort': [{'column': 'passengers', 'descending': true}]}"));
        assertThat(csv.body()).isEqualTo("\ufeffPassengers\r\n40\r\n30\r\n20\r\n10\r\n");
        assertThat(program.call("POST", "/api/datasets/" + dataset + "/rows.csv", json("{'columns': ['gone']}"))
                        .code())
                .isEqualTo("COLUMN_NOT_FOUND");
        String id =
                anna.get("/api/tokens").json().path("tokens").get(0).path("id").asText();
        assertThat(anna.call("DELETE", "/api/tokens/" + id, "").status()).isEqualTo(204);
    }

    @Test
    void severalFilesAreOneDataset() throws Exception {
        List<String> ids = new ArrayList<>();
        for (String name : List.of("one.csv", "two.csv")) {
            String rows = name.startsWith("two") ? CSV.replace("40", "41") : CSV;
            ids.add(anna.upload(name, rows.getBytes(StandardCharsets.UTF_8))
                    .json()
                    .path("id")
                    .asText());
        }
        JsonNode job = anna.finished(anna.call("POST", "/api/datasets", object("files", ids, "name", "Both")));
        JsonNode details =
                anna.get("/api/datasets/" + job.path("datasetId").asText()).json();
        assertThat(details.path("rowCount").asInt()).isEqualTo(8);
        assertThat(details.path("name").asText()).isEqualTo("Both");
        assertThat(details.path("files").findValuesAsText("name")).containsExactly("one.csv", "two.csv");
    }

    @Test
    void aDatasetInUseStaysAndAFreeOneGoes() throws Exception {
        String dataset = anna.dataset("keep.csv", CSV);
        String app = anna.newApp(dataset).path("id").asText();
        TestServer.Reply refused = anna.call("DELETE", "/api/datasets/" + dataset, "");
        assertThat(refused.status()).isEqualTo(409);
        assertThat(anna.call("DELETE", "/api/apps/" + app, "").status()).isEqualTo(204);
        assertThat(anna.call("DELETE", "/api/datasets/" + dataset, "").status()).isEqualTo(204);
        assertThat(anna.get("/api/datasets/" + dataset).status()).isEqualTo(404);
        assertThat(anna.call("PUT", "/api/datasets/" + dataset, object("name", "x", "noun", "y"))
                        .status())
                .isEqualTo(404);
    }
}
