package keensparrow.server;

import static keensparrow.server.TestServer.json;
import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.ByteArrayOutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Untidy files over HTTP: looking before loading, saying it differently, reading again, and newer files of the kind. */
class ImportTest {
    private static final String OFFICE = """
            Duskline, figures of the month

            Route;Opened;Cost
            A;01/02/2026;1.000,50
            B;03/04/2026;2.000,25
            Total;;3.000,75
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

    private static String upload(String name, byte[] bytes) throws Exception {
        return anna.upload(name, bytes).json().path("id").asText();
    }

    private static String office() throws Exception {
        return upload("office.csv", OFFICE.getBytes(Charset.forName("windows-1252")));
    }

    private static JsonNode look(String file, String reading) throws Exception {
        TestServer.Reply reply =
                anna.call("POST", "/api/files/" + file + "/look", json("{'reading': " + reading + "}"));
        assertThat(reply.status()).as(reply.body()).isEqualTo(200);
        return reply.json();
    }

    private static String loaded(String body) throws Exception {
        JsonNode job = anna.finished(anna.call("POST", "/api/datasets", json(body)));
        assertThat(job.path("state").asText()).as(job.toString()).isEqualTo("DONE");
        return job.path("datasetId").asText();
    }

    private static JsonNode details(String dataset) throws Exception {
        return anna.get("/api/datasets/" + dataset).json();
    }

    private static List<String> rows(String dataset) throws Exception {
        String csv = anna.call("POST", "/api/datasets/" + dataset + "/rows.csv", json("{}"))
                .body();
        return List.of(csv.replace("\ufeff", "").split("\r\n"));
    }

    private static String column(JsonNode look, int at) {
        JsonNode column = look.path("columns").get(at);
        return column.path("column").asInt() + " " + column.path("label").asText() + " "
                + column.path("type").asText() + " " + column.path("first").asText();
    }

    /** Before anything is loaded, and at once when the author says it differently. */
    @Test
    void aLookSaysHowColumnsWillBeRead() throws Exception {
        String file = upload(
                "seats.csv", "x;y\nday;seats\n05/03/2026;1.234\n06/04/2026;-\n".getBytes(StandardCharsets.UTF_8));
        String tables = "'tables': [{'headingRow': 2, 'headingRows': 1}]";
        JsonNode found = look(file, "{" + tables + "}");
        assertThat(column(found, 0)).isEqualTo("0 day DATE 2026-03-05");
        assertThat(found.path("columns").get(0).path("dates").asText()).isEqualTo("DAY_FIRST");
        assertThat(column(found, 1)).isEqualTo("1 seats WHOLE 1234");
        JsonNode told = look(file, "{'decimalMark': '.', 'dates': 'MONTH_FIRST', " + tables + "}");
        assertThat(column(told, 0)).isEqualTo("0 day DATE 2026-05-03");
        assertThat(column(told, 1)).isEqualTo("1 seats DECIMAL 1.234");
        assertThat(told.path("columns").get(1).path("decimalMark").asText()).isEqualTo(".");
    }

    @Test
    void aLookShowsRawCellsTheTableFoundAndWhy() throws Exception {
        JsonNode look = look(office(), "{}");
        assertThat(look.path("kind").asText()).isEqualTo("delimited text");
        JsonNode part = look.path("parts").get(0);
        assertThat(part.path("text").path("delimiter").asText()).isEqualTo(";");
        assertThat(part.path("text").path("delimiterReason").asText())
                .contains("cuts 4 of the first 5 lines into 3 cells");
        JsonNode area = look.path("chosen").get(0).path("area");
        assertThat(area.path("headingRow").asInt()).isEqualTo(3);
        assertThat(area.path("lastRow").asInt()).isEqualTo(5);
        assertThat(look.path("cells").get(0).path("cells").get(0).asText()).isEqualTo("Duskline, figures of the month");
        assertThat(look.path("notes").size()).isEqualTo(2);
    }

    @Test
    void choicesChangeTheLookAtOnceAndTheLoadFollowsThem() throws Exception {
        String file = office();
        String choices = "{'tables': [{'headingRow': 4, 'headingRows': 1, 'lastRow': 6}], 'decimalMark': ','}";
        assertThat(look(file, choices)
                        .path("chosen")
                        .get(0)
                        .path("headings")
                        .get(0)
                        .asText())
                .isEqualTo("A");
        String dataset = loaded("{'files': ['" + file + "'], 'reading': " + choices + "}");
        assertThat(rows(dataset).get(0)).startsWith("A,");
        assertThat(details(dataset).path("rowCount").asInt()).isEqualTo(2);
        assertThat(details(dataset).path("report").path("notes").get(0).asText())
                .isEqualTo("The edges were set by hand.");
    }

    @Test
    void anUntidyFileIsReadAgainInAnotherWay() throws Exception {
        String dataset = loaded("{'files': ['" + office() + "']}");
        assertThat(rows(dataset)).containsExactly("Route,Opened,Cost", "A,2026-02-01,1000.50", "B,2026-04-03,2000.25");
        JsonNode ambiguity = details(dataset).path("report").path("ambiguities").get(0);
        assertThat(ambiguity.path("text").asText()).contains("could be day first or month first");
        anna.finished(anna.call(
                "PUT",
                "/api/datasets/" + dataset + "/steps",
                json("{'steps': [{'kind': 'retype', 'column': 'opened', 'type': 'DATE', 'dates': 'MONTH_FIRST'}]}")));
        assertThat(rows(dataset).get(1)).isEqualTo("A,2026-01-02,1000.50");
        assertThat(details(dataset).path("report").path("ambiguities").size()).isZero();
        assertThat(details(dataset).path("stepsDone").get(0).path("sentence").toString())
                .contains("month-day-year");
        JsonNode look =
                anna.call("POST", "/api/datasets/" + dataset + "/look", "{}").json();
        assertThat(look.path("chosen").get(0).path("area").path("lastRow").asInt())
                .isEqualTo(5);
        JsonNode again = anna.finished(anna.call(
                "PUT", "/api/datasets/" + dataset + "/reading", json("{'reading': {'tables': [{'lastRow': 6}]}}")));
        assertThat(again.path("state").asText()).as(again.toString()).isEqualTo("DONE");
        assertThat(rows(dataset).get(3)).startsWith("Total,");
        assertThat(details(dataset)
                        .path("reading")
                        .path("tables")
                        .get(0)
                        .path("lastRow")
                        .asInt())
                .isEqualTo(6);
    }

    @Test
    void aNewerFileIsReadAsTheFirstWas() throws Exception {
        String first = upload("m1.csv", "x;y\n1;2\n3;4\n".getBytes(StandardCharsets.UTF_8));
        String dataset =
                loaded("{'files': ['" + first + "'], 'reading': {'delimiter': ';', 'tables': [{'lastColumn': 0}]}}");
        assertThat(details(dataset).path("columns").size()).isOne();
        String next = upload("m2.csv", "x;y\n5;6\n7;8\n9;0\n".getBytes(StandardCharsets.UTF_8));
        anna.finished(anna.call("POST", "/api/datasets/" + dataset + "/versions", object("files", List.of(next))));
        assertThat(rows(dataset)).containsExactly("x", "5", "7", "9");
    }

    /** What is worth a look stays so while steps are changed, and is looked for in newer files too. */
    @Test
    void whatWasFoundWhileReadingIsAskedOn() throws Exception {
        String csv = "region,quarter,n\nZürich,Q1,1\nzurich,Q1,2\nLinz,Q1,3\nZürich,Q2,4\nzurich,Q2,5\nLinz,Q2,6\n";
        String dataset = loaded("{'files': ['" + upload("r1.csv", csv.getBytes(StandardCharsets.UTF_8)) + "']}");
        assertThat(asked(dataset)).containsExactly("MERGE_VALUES");
        for (String label : List.of("Number", "Count")) { // the second is no addition to the steps before
            anna.finished(anna.call(
                    "PUT",
                    "/api/datasets/" + dataset + "/steps",
                    json("{'steps': [{'kind': 'relabel', 'column': 'n', 'label': '" + label + "'}]}")));
            assertThat(asked(dataset)).as(label).containsExactly("MERGE_VALUES");
        }
        String more = csv + "All regions,Q1,6\nAll regions,Q2,15\n";
        String next = upload("r2.csv", more.getBytes(StandardCharsets.UTF_8));
        anna.finished(anna.call("POST", "/api/datasets/" + dataset + "/versions", object("files", List.of(next))));
        assertThat(asked(dataset)).containsExactly("LEAVE_OUT_ROWS", "MERGE_VALUES");
    }

    private static List<String> asked(String dataset) throws Exception {
        return details(dataset).path("report").path("ambiguities").findValuesAsText("otherStep");
    }

    @Test
    void aLongerFileIsNotCutInSilenceByAnEdgeSetByHand() throws Exception {
        String first = upload("n1.csv", "x;y\n1;2\n3;4\n5;6\n".getBytes(StandardCharsets.UTF_8));
        String dataset = loaded("{'files': ['" + first + "'], 'reading': {'tables': [{'lastRow': 3}]}}");
        assertThat(rows(dataset)).containsExactly("x,y", "1,2", "3,4");
        String next = upload("n2.csv", "x;y\n5;6\n7;8\n9;0\n1;1\n".getBytes(StandardCharsets.UTF_8));
        anna.finished(anna.call("POST", "/api/datasets/" + dataset + "/versions", object("files", List.of(next))));
        assertThat(rows(dataset)).hasSize(3);
        assertThat(details(dataset).path("report").path("notes").toString())
                .contains("2 rows below row 3 were left out, as set by hand.");
    }

    @Test
    void otherKindsOfFilesComeThroughTheSameDoor() throws Exception {
        String json = upload("rows.json", "[{\"a\": 1, \"b\": \"x\"}, {\"a\": 2}]".getBytes(StandardCharsets.UTF_8));
        assertThat(rows(loaded("{'files': ['" + json + "']}"))).containsExactly("a,b", "1,x", "2,");
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (GZIPOutputStream out = new GZIPOutputStream(packed)) {
            out.write("a;b\n1,5;x\n".getBytes(StandardCharsets.UTF_8));
        }
        assertThat(rows(loaded("{'files': ['" + upload("p.csv.gz", packed.toByteArray()) + "']}")))
                .containsExactly("a,b", "1.5,x");
    }

    @Test
    void badChoicesAndInnerLinksAreRefused() throws Exception {
        String file = office();
        record Case(String path, String body, int status, String says) {}
        for (Case bad : List.of(
                new Case("/api/files/" + file + "/look", "{'reading': {'encoding': 'klingon'}}", 400, "klingon"),
                new Case("/api/files/" + file + "/look", "{'reading': {'delimiter': 'ab'}}", 400, "one character"),
                new Case("/api/files/" + file + "/look", "{'part': 7}", 400, "no part 7"),
                new Case("/api/files/" + file + "/look", "{'reading': {'tables': [{'sheet': 'No'}]}}", 400, "no sheet"),
                new Case("/api/files/nothing/look", "{}", 404, "no such uploaded file"),
                new Case("/api/datasets", "{'link': 'file:///etc/passwd'}", 400, "http://"),
                new Case("/api/datasets", "{'link': 'https://u:p@example.org/a.csv'}", 400, "password"))) {
            TestServer.Reply reply = anna.call("POST", bad.path, json(bad.body));
            assertThat(reply.status()).as(bad.body + reply.body()).isEqualTo(bad.status);
            assertThat(reply.detail()).contains(bad.says);
        }
        for (String inner : List.of(
                "http://127.0.0.1:1/a.csv", "http://localhost/a.csv", "http://[::1]/a.csv", "http://10.0.0.1/x")) {
            JsonNode job = anna.finished(anna.call("POST", "/api/datasets", object("link", inner)));
            assertThat(job.path("state").asText()).isEqualTo("FAILED");
            assertThat(job.path("message").asText()).contains("not public");
        }
    }

    @Test
    void aWideSheetIsLookedAtInLotsOfColumns() throws Exception {
        StringBuilder wide = new StringBuilder();
        for (int row = 0; row < 4; row++) {
            for (int column = 0; column < 500; column++) {
                wide.append(row == 0 ? "c" : "").append(column).append(column == 499 ? '\n' : ',');
            }
        }
        String file = upload("wide.csv", wide.toString().getBytes(StandardCharsets.UTF_8));
        JsonNode first = look(file, "{}").path("cells").get(1).path("cells");
        assertThat(first.size()).isEqualTo(200);
        JsonNode last = anna.call("POST", "/api/files/" + file + "/look", json("{'reading': {}, 'fromColumn': 400}"))
                .json()
                .path("cells")
                .get(1)
                .path("cells");
        assertThat(last.size()).isEqualTo(100);
        assertThat(last.get(99).asText()).isEqualTo("499");
    }

    /** Steps that the table asks for are there at the first load, are told, and go like others. */
    @Test
    void aNewTableGetsTheStepsItAsksFor() throws Exception {
        String file = upload("sales.csv", """
                Year,Month,Region,Sales
                2025,1,All,30
                2025,1,North,10
                2025,1,South,20
                2025,2,All,33
                2025,2,North,11
                2025,2,South,22
                """.getBytes(StandardCharsets.UTF_8));
        String dataset = loaded("{'files': ['" + file + "']}");
        JsonNode details = details(dataset);
        assertThat(details.path("steps").findValuesAsText("kind")).containsExactly("leaveOutRows", "joinPeriod");
        assertThat(details.path("report").path("notes").toString()).contains("sum up the others");
        assertThat(details.path("columns").findValuesAsText("label")).contains("Year Month");
        assertThat(rows(dataset)).hasSize(5).contains("2025,1,North,10,2025-01");
        JsonNode undone = anna.finished(anna.call("PUT", "/api/datasets/" + dataset + "/steps", json("{'steps': []}")));
        assertThat(undone.path("state").asText()).as(undone.toString()).isEqualTo("DONE");
        assertThat(rows(dataset)).hasSize(7);
        JsonNode sales = details(dataset).path("columns").get(3).path("info").path("additivity");
        assertThat(sales.path("kind").asText()).isEqualTo("SUM");
        assertThat(sales.path("reason").asText()).isNotBlank();
    }

    @Test
    void othersDoNotSeeTheFile() throws Exception {
        String file = office();
        TestServer.Reply reply = server.caller().call("POST", "/api/files/" + file + "/look", "{}");
        assertThat(reply.status()).isEqualTo(401);
    }
}
