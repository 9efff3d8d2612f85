package keensparrow.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Files;
import java.nio.file.Path;
import keensparrow.demo.Client;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;

/** Sentences changed in place, by mouse and by keyboard: steps among others, choices that several views follow. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SentencesIT {
    private static final String PASSWORD = "night train to Trieste";

    @TempDir
    static Path folder;

    private static RunningServer server;
    private static Browser browser;
    private static Client author;
    private static String dataset;
    private static String link;

    @BeforeAll
    static void start() throws Exception {
        server = new RunningServer(folder.resolve("data"));
        browser = new Browser(folder);
        author = server.firstAccount("author", PASSWORD);
        StringBuilder csv = new StringBuilder("Night,Route,Coach,Guests,Fares\n");
        for (int i = 0; i < 240; i++) {
            csv.append("2026-%02d-%02d,%s,%s,%d,%d.50%n"
                    .formatted(
                            1 + i / 28 % 9,
                            1 + i % 28,
                            new String[] {"Ostend–Basel", "Lyon–Trieste", "Vienna–Hamburg"}[i % 3],
                            new String[] {"Seat", "Sleeper"}[i / 3 % 2],
                            10 + i % 37,
                            200 + i % 41));
        }
        Path file = folder.resolve("nights.csv");
        Files.writeString(file, csv);
        ObjectNode load = Client.json().createObjectNode();
        load.putArray("files").add(author.upload(file));
        dataset = author.finished(author.send("POST", "/api/datasets", load))
                .path("datasetId")
                .asText();
        browser.signIn(server.address(), "author", PASSWORD);
    }

    @AfterAll
    static void stop() throws Exception {
        browser.close();
        server.close();
    }

    @Test
    @Order(1)
    void aStepAmongFiveIsChangedByMouseAndByKeyboard() throws Exception {
        ObjectNode steps = Client.json().createObjectNode();
        ArrayNode list = steps.putArray("steps");
        String[][] computed = {
            {"double", "guests * 2"},
            {"each", "fares / guests"},
            {"large", "double + 1"},
            {"other", "each * 3"},
            {"last", "large * 2"}
        };
        for (String[] one : computed) {
            list.addObject()
                    .put("kind", "compute")
                    .put("name", one[0])
                    .put("label", one[0])
                    .put("expression", one[1]);
        }
        author.finished(author.send("PUT", "/api/datasets/" + dataset + "/steps", steps));
        browser.open(server.address() + "/datasets/" + dataset);
        browser.sees(".author-steps ol", "Compute last as large * 2.");
        browser.click("button[aria-label='Change step 3']");
        browser.see(".StepEditor-step-editor .cm-content").sendKeys(Keys.chord(Keys.CONTROL, "a"), "last + 1");
        browser.clickText("button", "Change the step");
        browser.sees(".author-steps > .problem", "“last”");
        browser.see(".StepEditor-step-editor .cm-content").sendKeys(Keys.chord(Keys.CONTROL, "a"), "double + 5");
        browser.clickText("button", "Change the step");
        browser.seesNo(".StepEditor-step-editor");
        browser.sees(".author-steps li:nth-child(4)", "Compute large as double + 5.");
        browser.sees(".author-steps li:nth-child(6)", "Compute last as large * 2.");
        browser.open(server.address() + "/datasets/" + dataset);
        browser.sees(".author-steps ol", "double + 5");
        browser.tabTo("Change step 3");
        browser.press(Keys.ENTER);
        browser.see(".StepEditor-step-editor .cm-content");
        browser.tabTo("expression");
        browser.press(Keys.chord(Keys.CONTROL, "a"), "double + 7");
        browser.tabTo("Change the step");
        browser.press(Keys.ENTER);
        browser.seesNo(".StepEditor-step-editor");
        browser.sees(".author-steps li:nth-child(4)", "Compute large as double + 7.");
        assertThat(author.get("/api/datasets/" + dataset).path("steps"))
                .hasSize(5)
                .element(2)
                .extracting(step -> step.path("expression").asText())
                .isEqualTo("double + 7");
    }

    @Test
    @Order(2)
    void threeViewsOnTwoPagesFollowWhatIsChosenByMouseAndByKeyboard() throws Exception {
        link = published();
        browser.open(link);
        browser.sees("[data-part='view:a'] h2", "Nights by Route");
        browser.pickOption("Measure", "Guests");
        browser.sees("[data-part='view:a'] h2", "Guests by Route");
        browser.sees("[data-part='view:b'] h2", "Guests by Coach");
        browser.pickOption("Grouped by", "Coach");
        browser.sees("[data-part='view:a'] h2", "Guests by Coach");
        browser.sees("[data-part='view:b'] h2", "Guests by Coach");
        browser.clickText("button", "Second");
        browser.sees("[data-part='view:c'] h2", "Guests by Coach");
        browser.open(server.address());
        browser.open(link);
        browser.sees("[data-part='view:a'] h2", "Nights by Route");
        browser.tabTo("Measure");
        browser.press(Keys.ARROW_DOWN);
        browser.sees("[data-part='view:a'] h2", "Guests by Route");
        browser.tabTo("Grouped by");
        browser.press(Keys.ARROW_DOWN);
        browser.sees("[data-part='view:b'] h2", "Guests by Coach");
        browser.sees("[data-part='view:a'] h2", "Guests by Coach");
        browser.press(Keys.chord(Keys.SHIFT, Keys.TAB));
        browser.open(browser.address());
        browser.sees("[data-part='view:a'] h2", "Guests by Coach");
        browser.tabTo("First");
        browser.press(Keys.ARROW_RIGHT);
        browser.sees("[data-part='view:c'] h2", "Guests by Coach");
        assertThat(browser.address()).contains("c.what=2", "c.by=2", "page=p2");
    }

    @Test
    @Order(3)
    void marksNarrowOrOnlyHighlightAsTheReaderLikes() {
        browser.open(link);
        browser.sees("[data-part='view:b'] h2", "Nights by Coach");
        browser.pressBar("a", 0, 3);
        browser.sees(".ReadingLine-reading", "Reading 80 of 240 nights: Route is Lyon–Trieste");
        browser.click("[data-part='view:b'] .ViewCard-view-twin button");
        browser.sees("[data-part='view:b'] .view-twin", "40");
        browser.clickText("button", "Only highlight what is marked");
        browser.sees("[data-part='view:b'] .view-twin thead", "marked");
        browser.sees("[data-part='view:b'] .view-twin tbody tr", "Seat 40 120");
        assertThat(browser.address()).contains("marks=highlight");
        browser.clickText("button", "Undo");
        browser.sees("[data-part='view:b'] .view-twin tbody tr", "Seat 40");
        browser.seesNo("[data-part='view:b'] .view-twin th.view-number + th.view-number");
        browser.clickText("button", "Redo");
        browser.sees("[data-part='view:b'] .view-twin tbody tr", "Seat 40 120");
        browser.clickText("button", "Second");
        browser.sees(
                "[data-part='view:t'] .sr-only[role=status]", "80 rows"); // a table narrows whatever marks do elsewhere
        browser.sees("[data-part='view:t'] .view-table-totals", "sum 2,");
        assertThat(browser.see("[data-part='view:t'] a[download]").getDomAttribute("href"))
                .contains("Lyon"); // and so does what is taken along
    }

    @Test
    @Order(6)
    void aReaderLooksIntoAPeriodAndBack() {
        browser.open(link);
        browser.pickOption("Grouped by", "Month");
        browser.sees("[data-part='view:a'] h2", "Nights by month");
        browser.pressBar("a", 1, 9);
        browser.sees(".ReadingLine-reading", "Reading 28 of 240 nights: Night Feb 2026");
        browser.clickText("button", "Look into Feb 2026 by day");
        browser.sees("[data-part='view:a'] h2", "Nights by day");
        browser.sees(".filter-filter.filter-in-use", "Night");
        assertThat(browser.address())
                .contains("c.step%3Aa=DAY", "f.night=during")
                .doesNotContain("m.a=");
        browser.open(browser.address());
        browser.sees("[data-part='view:a'] h2", "Nights by day");
        browser.clickText("button", "Back to the whole");
        browser.sees("[data-part='view:a'] h2", "Nights by month");
        browser.sees(".ReadingLine-reading", "Reading all 240 nights.");
    }

    @Test
    @Order(7)
    void aDoubtIsFoundLookedAtAndMended() throws Exception {
        StringBuilder csv = new StringBuilder("Depot,Contact,Used\n");
        for (int i = 0; i < 60; i++) {
            csv.append("D%d,depot%d@example.org,%d%n".formatted(i % 4, i, i == 31 ? 210_000 : 18_000 + i % 7 * 500));
        }
        Path file = folder.resolve("used.csv");
        Files.writeString(file, csv);
        browser.open(server.address());
        browser.pick("input[type=file]", file);
        browser.sees(".author-prepare-table h2", "60 rows");
        browser.sees("[aria-label='Worth a look']", "“Contact” holds mail addresses");
        browser.sees("[aria-label='Worth a look']", "A value of “Used” lies far above all others");
        browser.clickText("button", "show the rows");
        browser.sees(".Doubts-doubt-rows", "210,000");
        browser.clickText("button", "Leave these rows out");
        browser.sees(".author-steps ol", "Leave out the rows where");
        browser.sees(".author-prepare-table h2", "59 rows");
        browser.clickText("th//button", "Contact");
        browser.clickText("label", "Its values are never downloaded");
        browser.sees(".author-steps ol", "Values of Contact leave in files never.");
        Path steps = folder.resolve("steps.json");
        Files.writeString(
                steps,
                "{\"format\": 1, \"steps\": [{\"kind\": \"relabel\", \"column\": \"used\", \"label\": \"Power\"},"
                        + "{\"kind\": \"fillDown\", \"column\": \"gauge\"}]}");
        browser.pick("[data-testid='steps-file'] input[type=file]", steps);
        browser.sees(".author-steps ol", "Power");
        browser.sees(".author-steps ol", "Skipped"); // of another source: the rest goes on
        browser.pick("[data-testid='steps-file'] input[type=file]", steps);
        browser.sees("[data-testid='steps-file'] .problem", "All steps of “steps.json” are here already.");
        Files.writeString(steps, "[]");
        browser.pick("[data-testid='steps-file'] input[type=file]", steps);
        browser.sees("[data-testid='steps-file'] .problem", "steps.json holds no steps");
        assertThat(browser.see("[data-testid='steps-file'] a[download]").getDomAttribute("href"))
                .contains("%22relabel%22");
    }

    @Test
    @Order(8)
    void aPressOnAValueACellOrABarShowsItsRowsAndWhatCanBeDoneAboutThem() throws Exception {
        StringBuilder csv = new StringBuilder("Trip,Depot,Used\n");
        for (int i = 0; i < 60; i++) {
            csv.append("T%d,%s,%s%n".formatted(1000 + i, i == 7 ? "Nord" : i % 2 == 0 ? "North" : "South", i * 10));
        }
        Path file = folder.resolve("trips.csv");
        Files.writeString(file, csv);
        browser.open(server.address());
        browser.pick("input[type=file]", file);
        browser.sees(".author-prepare-table h2", "60 rows");
        browser.clickText("th//button", "Depot");
        browser.clickText("ul[@aria-label='The commonest values']//button", "Nord");
        browser.sees("[aria-label='Rows that are looked at']", "Rows where Depot is Nord. 1 row");
        assertThat(browser.all(".author-preview tbody tr")).hasSize(1);
        browser.see("[aria-label='Rows that are looked at'] input").sendKeys(Keys.chord(Keys.CONTROL, "a"), "South");
        browser.clickText("button", "Read it so");
        browser.sees(".author-steps ol", "Read “Nord” of Depot as “South”.");
        browser.seesNo("[aria-label='Rows that are looked at']");
        browser.clickText("td", "T1005");
        browser.sees("[aria-label='Rows that are looked at']", "Rows where Trip is T1005. 1 row");
        browser.clickText("tr[td='T1005']/td", "50");
        browser.sees("[aria-label='Rows that are looked at']", "Correct this cell of T1005 to");
        browser.see("[aria-label='Rows that are looked at'] input").sendKeys(Keys.chord(Keys.CONTROL, "a"), "55");
        browser.clickText("button", "Correct it");
        browser.sees(".author-steps ol", "Where Trip is “T1005”, set Used to “55”.");
        browser.clickText("th//button", "Used");
        browser.see("button[aria-label^='Used is from 0 to below']")
                .sendKeys(Keys.ARROW_RIGHT, Keys.ENTER); // by keyboard
        browser.sees("[aria-label='Rows that are looked at']", "Rows where Used is from");
        browser.clickText("button", "Keep these rows alone");
        browser.sees(".author-steps ol", "Keep the rows where \"used\" >=");
        browser.clickText("button", "Undo");
        browser.sees(".author-prepare-table h2", "60 rows");
    }

    @Test
    @Order(5)
    void theAuthorSaysWhichRowsTheAppIsAbout() {
        browser.click("button[aria-label$='How each filter works']");
        String field = "input[aria-label='Only nights where']";
        browser.see(field).sendKeys("coach = 'Sleper'", Keys.ENTER);
        browser.sees(".ReadingLine-reading", "Reading all 0 nights where coach = 'Sleper'");
        browser.see(field).sendKeys(Keys.chord(Keys.CONTROL, "a"), "coch = 'Sleeper'", Keys.ENTER);
        browser.sees(".problem", "Did you mean “coach”?");
        browser.see(field).sendKeys(Keys.chord(Keys.CONTROL, "a"), "coach = 'Sleeper'", Keys.ENTER);
        browser.sees(".ReadingLine-reading", "Reading all 120 nights where coach = 'Sleeper'");
        browser.see("[data-save=saved]");
    }

    @Test
    @Order(4)
    void theAuthorLetsColleaguesChooseTheColumnsOfATable() {
        browser.open(server.address());
        browser.clickText("ul[1]//a", "Guests");
        browser.clickText("button", "First");
        browser.clickText("button", "Add a view");
        browser.clickText("button", "Which rows are they?");
        browser.see(".ViewEditor-view-editor");
        browser.clickText("div[contains(@class, 'editor-end')]//button", "columns");
        browser.sees(".ChoiceBand-choices .ChoiceBand-choice:last-child", "Columns");
        browser.see("[data-save=saved]");
        browser.click("button[aria-label$='What colleagues choose']");
        browser.clickText("fieldset[@aria-label='Columns']//button", "Write an option");
        browser.see("[data-save=saved]");
        browser.click(".compose-definition[aria-label='Columns'] li:last-of-type .ant-select");
        browser.clickText("div[contains(@class, 'ant-select-item-option-content')]", "Fares");
        browser.press(Keys.ESCAPE);
        browser.see("[data-save=saved]");
        browser.press(Keys.ESCAPE);
        browser.seesNo(".compose-definition");
        browser.pickOption("Columns", "Night and Fares");
        browser.sees(
                ".ComposeGrid-compose-cell.ComposeGrid-picked .ViewCard-view-sentence",
                "Rows with Night and one more column");
        browser.sees(".ComposeGrid-compose-cell.ComposeGrid-picked .SentenceEditor-words", "(chosen)");
    }

    /** An app of three views that follow one choice of measure, and of grouping; made by hand, as a program would. */
    private static String published() throws Exception {
        ObjectNode wanted = Client.json().createObjectNode().put("datasetId", dataset);
        JsonNode made = author.send("POST", "/api/apps", wanted);
        String id = made.path("id").asText();
        ObjectNode app = (ObjectNode) made.path("page").path("app").deepCopy();
        app.put("title", "Guests").put("noun", "nights");
        ArrayNode pages = app.putArray("pages");
        pages.addObject().put("id", "p1").put("title", "First");
        pages.addObject().put("id", "p2").put("title", "Second");
        ArrayNode views = app.putArray("views");
        view(views, "a", "p1", 0, "route");
        view(views, "b", "p1", 6, "coach");
        view(views, "c", "p2", 0, "route");
        view(views, "t", "p2", 6, "route");
        ObjectNode table = (ObjectNode) views.get(3);
        table.put("kind", "TABLE").put("largest", 0).putNull("measure").putNull("by");
        table.putArray("columns").add("route").add("guests");
        table.putArray("measures").addObject().put("aggregate", "SUM").put("column", "guests");
        ArrayNode choices = app.putArray("choices");
        ArrayNode measures = choice(choices, "what", "MEASURE", "a", "b", "c");
        measures.addObject().put("id", "1").putObject("measure").put("aggregate", "ROWS");
        measures.addObject()
                .put("id", "2")
                .putObject("measure")
                .put("aggregate", "SUM")
                .put("column", "guests");
        measures.addObject()
                .put("id", "3")
                .putObject("measure")
                .put("aggregate", "AVERAGE")
                .put("column", "guests");
        measures.addObject()
                .put("id", "4")
                .putObject("measure")
                .put("aggregate", "SUM")
                .put("column", "fares");
        ArrayNode groupings = choice(choices, "by", "GROUPING", "a", "c");
        groupings.addObject().put("id", "1").putObject("by").put("column", "route");
        groupings.addObject().put("id", "2").putObject("by").put("column", "coach");
        groupings
                .addObject()
                .put("id", "3")
                .putObject("by")
                .put("column", "night")
                .put("step", "MONTH");
        groupings
                .addObject()
                .put("id", "4")
                .putObject("by")
                .put("column", "night")
                .put("part", "WEEKDAY");
        ObjectNode change = Client.json()
                .createObjectNode()
                .put("revision", made.path("revision").asInt());
        change.set("app", app);
        author.send("PUT", "/api/apps/" + id + "/draft", change);
        ObjectNode open = Client.json().createObjectNode().put("access", "ANYONE");
        return server.address() + "/a/"
                + author.send("POST", "/api/apps/" + id + "/editions", open)
                        .path("slug")
                        .asText();
    }

    private static ArrayNode choice(ArrayNode choices, String id, String kind, String... views) {
        ObjectNode choice = choices.addObject().put("id", id).put("title", "").put("kind", kind);
        ArrayNode options = choice.putArray("options");
        ArrayNode followers = choice.putArray("views");
        for (String view : views) {
            followers.add(view);
        }
        return options;
    }

    private static void view(ArrayNode views, String id, String page, int x, String column) {
        ObjectNode view = views.addObject()
                .put("id", id)
                .put("title", "")
                .put("kind", "BARS")
                .put("largest", 6)
                .put("page", page);
        view.putObject("measure").put("aggregate", "ROWS");
        view.putObject("by").put("column", column);
        view.putArray("columns");
        view.putArray("sort");
        view.putObject("place").put("x", x).put("y", 0).put("w", 6).put("h", 5);
    }
}
