package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Rows leave the server only where the author gives rows, with the columns shown; nothing that leaves can run. */
class DownloadsTest {
    private static final String CSV = """
            team,salary_of_person,hours,note
            Red,4100,10,=HYPERLINK("x")
            Red,4200,20,-
            Blue,4300,30,-5
            Blue,4400,40,@sum
            """;
    private static final List<String> SECRETS = List.of("salary", "4100", "4400", "HYPERLINK", "note", "@sum");

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static JsonNode draft;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        draft = anna.newApp(anna.dataset("people.csv", CSV));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** Publishes an app with a bar chart of hours by team, with a table of these columns if there are any. */
    private static String published(String downloads, String... columns) throws Exception {
        JsonNode made = anna.newApp(draft.path("datasetId").asText());
        ObjectNode app = made.path("page").path("app").deepCopy();
        app.put("downloads", downloads);
        app.putArray("filters").addObject().put("column", "team").put("kind", "VALUES");
        ArrayNode views = app.putArray("views");
        ObjectNode bars = view(views, "bars", "BARS", 0);
        bars.putObject("measure").put("aggregate", "SUM").put("column", "hours");
        bars.putObject("by").put("column", "team").putNull("step");
        if (columns.length > 0) {
            ArrayNode shown = view(views, "table", "TABLE", 5).putArray("columns");
            for (String column : columns) {
                shown.add(column);
            }
        }
        String id = made.path("id").asText();
        TestServer.Reply saved = anna.call("PUT", "/api/apps/" + id + "/draft", object("revision", 1, "app", app));
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
        return anna.publish(id, "ANYONE");
    }

    private static ObjectNode view(ArrayNode views, String id, String kind, int y) {
        ObjectNode view = views.addObject().put("id", id).put("title", "").put("kind", kind);
        view.putNull("measure").putNull("by").putNull("split").put("largest", 0).putNull("order");
        view.putArray("columns");
        view.putArray("sort");
        view.putObject("place").put("x", 0).put("y", y).put("w", 6).put("h", 5);
        return view;
    }

    private static TestServer.Reply download(String slug, String file) throws Exception {
        return server.caller().get("/api/links/" + slug + "/" + file);
    }

    private static String written(String selection) {
        return URLEncoder.encode(selection, StandardCharsets.UTF_8);
    }

    @Test
    void anAppOfAggregatesGivesNoRowsByAnyAddress() throws Exception {
        String slug = published("ROWS");
        String view = "{\"filters\":[{\"kind\":\"containing\",\"column\":\"note\",\"text\":\"HYPER\"}]}";
        String where =
                "{\"filters\":[{\"kind\":\"where\",\"column\":\"team\",\"expression\":\"salary_of_person > 4150\"}]}";
        List<TestServer.Reply> replies = new ArrayList<>();
        for (String file : List.of(
                "rows.csv",
                "rows.csv?view=bars",
                "rows.csv?view=table",
                "rows.csv?view=bars&raw=true",
                "rows.csv?columns=salary_of_person,note",
                "rows.csv?view=bars&sort=" + written("{\"column\":\"salary_of_person\"}"),
                "rows.csv?selection=" + written(view),
                "numbers.csv",
                "numbers.csv?view=bars",
                "numbers.csv?view=bars&selection=" + written(where),
                "numbers.csv?view=salary_of_person")) {
            replies.add(download(slug, file));
        }
        for (String body : List.of(
                "{}",
                view,
                where,
                "{\"tables\":{\"bars\":{\"offset\":0,\"limit\":9,\"sort\":[{\"column\":\"note\",\"descending\":true}]}}}",
                "{\"finds\":{\"note\":\"H\",\"salary_of_person\":\"4\"},\"views\":[\"table\",\"note\"]}",
                "{\"marks\":[{\"view\":\"bars\",\"filter\":{\"kind\":\"containing\",\"column\":\"note\",\"text\":\"H\"}}]}")) {
            replies.add(server.caller().call("POST", "/api/links/" + slug + "/answers", body));
        }
        replies.add(download(slug, ""));
        replies.add(server.caller().get("/api/links/" + slug));
        for (TestServer.Reply reply : replies) {
            String told = reply.body()
                    .replace("“note”", "") // the caller's own words
                    .replace("“salary_of_person”", "")
                    .replace("“team”", "");
            for (String secret : SECRETS) {
                assertThat(told).as(reply.body()).doesNotContain(secret);
            }
        }
        assertThat(download(slug, "numbers.csv?view=bars").body().lines().toList())
                .containsExactly("\ufeffteam,hours by team", "Blue,70", "Red,30");
    }

    @Test
    void theSettingOfTheEditionSaysWhatMayBeDownloaded() throws Exception {
        String nothing = published("NOTHING", "team", "hours");
        assertThat(download(nothing, "rows.csv").status()).isEqualTo(403);
        assertThat(download(nothing, "numbers.csv?view=bars").code()).isEqualTo("NOT_ALLOWED");
        assertThat(access(nothing)).contains("Nothing can be downloaded.").contains("Rows are seen in “Rows”");
        String views = published("VIEWS", "team", "hours");
        assertThat(download(views, "rows.csv").detail()).contains("lets no rows be downloaded");
        assertThat(download(views, "numbers.csv?view=bars").status()).isEqualTo(200);
        assertThat(download(views, "numbers.csv?view=table").code()).isEqualTo("VIEW_NOT_FOUND");
        String rows = published("ROWS", "team", "hours");
        assertThat(download(rows, "rows.csv?view=table&sort=" + written("{\"column\":\"hours\",\"descending\":true}"))
                        .body()
                        .lines()
                        .toList())
                .containsExactly("\ufeffteam,hours", "Blue,40", "Blue,30", "Red,20", "Red,10");
        assertThat(access(rows)).contains("the selected rows of “Rows” with team and hours.");
        for (String workbook : List.of("rows.xlsx?view=table", "numbers.xlsx?view=bars")) {
            TestServer.Reply reply = download(rows, workbook);
            assertThat(reply.status()).isEqualTo(200);
            assertThat(reply.body()).startsWith("PK");
            assertThat(reply.headers().firstValue("Content-Type").orElse("")).contains("spreadsheetml");
            assertThat(reply.headers().firstValue("Content-Disposition").orElse(""))
                    .contains(".xlsx");
            assertThat(download(nothing, workbook).status()).isEqualTo(403);
        }
        assertThat(download(views, "rows.xlsx").status()).isEqualTo(403);
        TestServer.Reply open = download(rows, "rows.ods?view=table");
        assertThat(open.headers().firstValue("Content-Type").orElse("")).contains("opendocument.spreadsheet");
        assertThat(open.headers().firstValue("Content-Disposition").orElse("")).contains(".ods");
        assertThat(open.body()).contains("mimetypeapplication/vnd.oasis.opendocument.spreadsheet");
        assertThat(download(rows, "numbers.ods?view=bars").status()).isEqualTo(200);
        assertThat(download(nothing, "rows.ods?view=table").status()).isEqualTo(403);
    }

    private static String access(String slug) throws Exception {
        return server.caller()
                .get("/api/links/" + slug)
                .json()
                .path("page")
                .path("access")
                .asText();
    }

    @Test
    void whatCouldRunAsAFormulaIsMadeHarmlessAndToldAndCanBeHadRaw() throws Exception {
        String slug = published("ROWS", "team", "note");
        List<JsonNode> lines = server.caller()
                .call("POST", "/api/links/" + slug + "/answers", "{}")
                .lines();
        assertThat(lines.get(0).path("guarded")).extracting(JsonNode::asText).containsExactly("note");
        assertThat(download(slug, "rows.csv").body().lines().toList())
                .containsExactly("\ufeffteam,note", "Red,\"'=HYPERLINK(\"\"x\"\")\"", "Red,", "Blue,-5", "Blue,'@sum");
        assertThat(download(slug, "rows.csv?raw=true").body())
                .contains("Red,\"=HYPERLINK(\"\"x\"\")\"")
                .contains("Blue,@sum");
    }

    @Test
    void columnsThatAreGoneAreNotGuessedAtForColleagues() throws Exception {
        String slug = published("ROWS", "team", "salary_of_perso");
        TestServer.Reply answers = server.caller().call("POST", "/api/links/" + slug + "/answers", "{}");
        assertThat(answers.body()).contains("not in the data any more").doesNotContain("salary_of_person");
    }

    @Test
    void rowsAreFoundAndSortedBySeveralColumnsAsTheyAreSeen() throws Exception {
        String link = "/api/links/" + published("ROWS", "team", "hours");
        String sort = URLEncoder.encode(
                "[{\"column\":\"team\"},{\"column\":\"hours\",\"descending\":true}]", StandardCharsets.UTF_8);
        assertThat(server.caller().get(link + "/rows.csv?sort=" + sort).body().lines())
                .containsExactly("\uFEFFteam,hours", "Blue,40", "Blue,30", "Red,20", "Red,10");
        assertThat(server.caller()
                        .get(link + "/rows.csv?find=RED&sort=" + sort)
                        .body()
                        .lines())
                .containsExactly("\uFEFFteam,hours", "Red,20", "Red,10");
        assertThat(server.caller().get(link + "/rows.csv?find=4100").body().lines())
                .containsExactly("\uFEFFteam,hours"); // looks at the columns shown alone
        assertThat(server.caller()
                        .get(link + "/rows.csv?find=" + "x".repeat(5000))
                        .status())
                .isEqualTo(400);
        String odd = URLEncoder.encode("[null]", StandardCharsets.UTF_8);
        assertThat(server.caller().get(link + "/rows.csv?sort=" + odd).status()).isEqualTo(400);
    }
}
