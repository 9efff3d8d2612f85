package keensparrow.server;

import static keensparrow.server.TestServer.json;
import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The next month's file and the next quarter's sheet join those that a dataset is made of. */
class JoiningFilesTest {
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

    private static String upload(String name, String text) throws Exception {
        return anna.upload(name, text.getBytes(StandardCharsets.UTF_8))
                .json()
                .path("id")
                .asText();
    }

    private static String month(String name, int amount) throws Exception {
        return upload(name, "route,amount\nVienna," + amount + "\nBasel," + (amount + 1) + "\n");
    }

    private static String load(List<String> files) throws Exception {
        JsonNode job = anna.finished(anna.call("POST", "/api/datasets", object("files", files)));
        assertThat(job.path("state").asText()).as(job.toString()).isEqualTo("DONE");
        return job.path("datasetId").asText();
    }

    private static void loadNext(String dataset, String file) throws Exception {
        JsonNode job = anna.finished(
                anna.call("POST", "/api/datasets/" + dataset + "/versions", object("files", List.of(file))));
        assertThat(job.path("state").asText()).as(job.toString()).isEqualTo("DONE");
    }

    private static List<String> rows(String dataset, String columns) throws Exception {
        return List.of(anna.call("POST", "/api/datasets/" + dataset + "/rows.csv", json("{'columns': " + columns + "}"))
                .body()
                .replace("\ufeff", "")
                .split("\r\n"));
    }

    private static JsonNode details(String dataset) throws Exception {
        return anna.get("/api/datasets/" + dataset).json();
    }

    @Test
    void whatFitsThePatternJoinsAndTheRestTakesThePlaceOfAll() throws Exception {
        String dataset = load(List.of(month("plan-01.csv", 10), month("plan-02.csv", 20)));
        assertThat(details(dataset).path("filePattern").asText()).isEqualTo("plan-*.csv");
        loadNext(dataset, month("plan-03.csv", 30));
        assertThat(rows(dataset, "['file', 'amount']"))
                .containsExactly(
                        "File,amount",
                        "plan-01.csv,10",
                        "plan-01.csv,11",
                        "plan-02.csv,20",
                        "plan-02.csv,21",
                        "plan-03.csv,30",
                        "plan-03.csv,31");
        loadNext(dataset, month("plan-02.csv", 70)); // corrected: it takes the place of the one of its name
        assertThat(rows(dataset, "['amount']")).containsExactly("amount", "10", "11", "70", "71", "30", "31");
        loadNext(dataset, month("all of it.csv", 1));
        assertThat(rows(dataset, "['amount']")).containsExactly("amount", "1", "2");
    }

    @Test
    void theSameBytesAreNoticedUnderAnyName() throws Exception {
        String dataset = load(List.of(month("plan-01.csv", 910), month("plan-02.csv", 920)));
        JsonNode twice = anna.finished(anna.call(
                "POST",
                "/api/datasets/" + dataset + "/versions",
                object("files", List.of(month("plan-02 (1).csv", 920)))));
        assertThat(twice.path("state").asText()).isEqualTo("FAILED");
        assertThat(twice.toString()).contains("“plan-02 (1).csv” is the same as “plan-02.csv”");
        assertThat(rows(dataset, "['amount']")).containsExactly("amount", "910", "911", "920", "921");
        TestServer.Reply dropped = anna.call(
                "POST",
                "/api/datasets",
                object("files", List.of(month("plan-01.csv", 910), month("plan-01.csv", 910))));
        assertThat(dropped.status()).isEqualTo(400);
        assertThat(dropped.detail()).contains("would count twice");
        assertThat(details(dataset).at("/report/notes").toString()).doesNotContain("byte by byte");
        loadNext(dataset, month("plan-01.csv", 910));
        assertThat(details(dataset).at("/report/notes").toString())
                .contains("the same files, byte by byte, as those of version 1");
        assertThat(rows(dataset, "['amount']")).containsExactly("amount", "910", "911", "920", "921");

        String again = load(List.of(month("other.csv", 920), month("name.csv", 910)));
        assertThat(details(again).at("/report/notes").toString())
                .contains("the same files, byte by byte, as those of the dataset “");
        String part = load(List.of(month("plan-02.csv", 920)));
        assertThat(details(part).at("/report/notes").toString()).doesNotContain("byte by byte");
    }

    @Test
    void thePatternIsTheAuthorsToSay() throws Exception {
        String dataset = load(List.of(month("one.csv", 10)));
        String path = "/api/datasets/" + dataset + "/file-pattern";
        assertThat(details(dataset).path("filePattern").isNull()).isTrue();
        assertThat(anna.call("PUT", path, json("{'pattern': ' month *.csv '}")).status())
                .isEqualTo(204);
        assertThat(details(dataset).path("filePattern").asText()).isEqualTo("month *.csv");
        loadNext(dataset, month("Month 2.csv", 20));
        assertThat(rows(dataset, "['amount']")).containsExactly("amount", "10", "11", "20", "21");
        assertThat(anna.call("PUT", path, json("{'pattern': null}")).status()).isEqualTo(204);
        loadNext(dataset, month("month 3.csv", 30));
        assertThat(rows(dataset, "['amount']")).containsExactly("amount", "30", "31");
        TestServer.Reply refused = anna.call("PUT", path, json("{'pattern': '**'}"));
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.detail()).contains("departures-*.csv");
        TestServer.Caller otto = server.caller().signIn("Otto");
        assertThat(otto.call("PUT", path, json("{'pattern': 'x*'}")).status()).isEqualTo(404);
        TestServer.Caller rita = server.caller().signIn("Rita");
        assertThat(rita.call("PUT", path, json("{'pattern': 'x*'}")).status()).isEqualTo(403);
    }

    private static byte[] workbook(String... sheets) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook workbook = new Workbook(out, "Duskline", "1.0")) {
            for (String name : sheets) {
                Worksheet sheet = workbook.newWorksheet(name);
                for (int row = 0; row < 4; row++) {
                    sheet.value(row, 0, row == 0 ? "Route" : "route " + row);
                    sheet.value(row, 1, row == 0 ? "Answer" : name + " " + row);
                    sheet.value(row, 2, row == 0 ? "Points" : String.valueOf(row));
                }
            }
        }
        return out.toByteArray();
    }

    @Test
    void theNextSheetOfTheSameShapeJoinsByItself() throws Exception {
        String first = anna.upload("survey.xlsx", workbook("Q1 2026", "Q2 2026"))
                .json()
                .path("id")
                .asText();
        String dataset = load(List.of(first));
        assertThat(details(dataset).path("rowCount").asInt()).isEqualTo(6);
        String next = anna.upload("survey.xlsx", workbook("Q1 2026", "Q2 2026", "Q3 2026"))
                .json()
                .path("id")
                .asText();
        loadNext(dataset, next);
        assertThat(details(dataset).path("rowCount").asInt()).isEqualTo(9);
        assertThat(rows(dataset, "['sheet']")).contains("Q3 2026");
    }
}
