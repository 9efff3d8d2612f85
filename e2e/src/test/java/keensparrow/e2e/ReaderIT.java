package keensparrow.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keensparrow.demo.Client;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** What a reader of an app does: filters in all their forms, one view alone, tables, saved views, news of the data. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class ReaderIT {
    private static final String PASSWORD = "night train to Trieste";
    private static final int TICKETS = 3000;
    private static final int MANY = 400_000; // a workbook of them takes seconds

    @TempDir
    static Path folder;

    private static RunningServer server;
    private static Browser browser;
    private static Client author;
    private static String dataset;
    private static String app;
    private static String link;

    @BeforeAll
    static void start() throws Exception {
        server = new RunningServer(folder.resolve("data"));
        browser = new Browser(folder);
        author = server.firstAccount("author", PASSWORD);
        ObjectNode load = Client.json().createObjectNode();
        load.putArray("files").add(author.upload(tickets(TICKETS)));
        dataset = author.finished(author.send("POST", "/api/datasets", load))
                .path("datasetId")
                .asText();
        publish();
        browser.signIn(server.address(), "author", PASSWORD);
    }

    @AfterAll
    static void stop() throws Exception {
        browser.close();
        server.close();
    }

    private static Path tickets(int count) throws Exception {
        StringBuilder csv = new StringBuilder("Ticket,Day,Coach,Route,Fare\n");
        for (int i = 0; i < count; i++) {
            csv.append("T%05d,2026-%02d-%02d,%s,%s,%d%n"
                    .formatted(
                            i,
                            1 + i / 28 % 9,
                            1 + i % 28,
                            new String[] {"Seat", "Couchette", "Sleeper"}[i % 3],
                            new String[] {"Ostend–Basel", "Lyon–Trieste"}[i % 2],
                            20 + i % 50));
        }
        return Files.writeString(folder.resolve("tickets-" + count + ".csv"), csv);
    }

    private static void publish() throws Exception {
        ObjectNode wanted = Client.json().createObjectNode().put("datasetId", dataset);
        JsonNode made = author.send("POST", "/api/apps", wanted);
        app = made.path("id").asText();
        ObjectNode definition = (ObjectNode) made.path("page").path("app").deepCopy();
        definition.put("title", "Tickets").put("noun", "tickets");
        ArrayNode filters = definition.putArray("filters");
        filters.addObject().put("column", "ticket").put("kind", "VALUES").put("order", "LAST_LABEL");
        filters.addObject().put("column", "coach").put("kind", "ONE").put("open", true);
        ObjectNode first = filters.addObject()
                .put("column", "pick")
                .put("kind", "COLUMN_FIRST")
                .put("title", "By");
        first.putArray("columns").add("route").add("coach");
        ArrayNode views = definition.putArray("views");
        ObjectNode bars = view(views, "bars", "BARS", 0);
        bars.putObject("measure").put("aggregate", "SUM").put("column", "fare");
        bars.putObject("by").put("column", "route");
        ObjectNode table = view(views, "rows", "TABLE", 6);
        for (String column : new String[] {"ticket", "day", "coach", "route", "fare"}) {
            ((ArrayNode) table.path("columns")).add(column);
        }
        crossed(views, "grid", "GRID", 0);
        crossed(views, "cross", "TWO_WAY", 6);
        ObjectNode course = view(views, "course", "LINES", 0);
        course.putObject("measure").put("aggregate", "ROWS");
        course.putObject("by").put("column", "day").put("step", "WEEK");
        course.put("largest", 0);
        ((ObjectNode) course.path("place")).put("y", 16);
        ObjectNode change = Client.json()
                .createObjectNode()
                .put("revision", made.path("revision").asInt());
        change.set("app", definition);
        author.send("PUT", "/api/apps/" + app + "/draft", change);
        ObjectNode open = Client.json().createObjectNode().put("access", "ANYONE");
        link = server.address() + "/a/"
                + author.send("POST", "/api/apps/" + app + "/editions", open)
                        .path("slug")
                        .asText();
    }

    private static ObjectNode view(ArrayNode views, String id, String kind, int x) {
        ObjectNode view = views.addObject()
                .put("id", id)
                .put("title", "")
                .put("kind", kind)
                .put("largest", 6);
        view.putArray("columns");
        view.putArray("sort");
        view.putObject("place").put("x", x).put("y", 0).put("w", 6).put("h", 8);
        return view;
    }

    /** Weekdays by coaches. */
    private static void crossed(ArrayNode views, String id, String kind, int x) {
        ObjectNode view = view(views, id, kind, x);
        view.putObject("measure").put("aggregate", "ROWS");
        view.putObject("by").put("column", "day").put("part", "WEEKDAY");
        view.putObject("across").put("column", "coach");
        view.put("largest", 0);
        ((ObjectNode) view.path("place")).put("y", 8);
    }

    @Test
    @Order(1)
    void oneLineTellsAtTheFirstVisitWhatCanBePressed() {
        browser.open(link);
        browser.sees("[data-testid='first-visit']", "Press a bar");
        browser.clickText("button", "Understood");
        browser.seesNo("[data-testid='first-visit']");
        browser.open(link);
        browser.sees(".ReadingLine-reading", "Reading all 3,000 tickets.");
        assertThat(browser.all("[data-testid='first-visit']")).isEmpty();
    }

    @Test
    @Order(2)
    void thousandsOfValuesAreScrolledThroughAndAFilterIsEditedInTheReadingLine() {
        browser.click("[data-part='filter:ticket'] .menu > button");
        browser.sees(".ValuesFilter-values.ValuesFilter-all", "T02999"); // the last label first
        int drawn = browser.all(".ValuesFilter-values.ValuesFilter-all [role=listitem]")
                .size();
        assertThat(drawn).isBetween(10, 60);
        browser.script("document.querySelector('.ValuesFilter-values.ValuesFilter-all').scrollTop = 1e6");
        browser.sees(".ValuesFilter-values.ValuesFilter-all", "T00000");
        browser.type("input[type=search][placeholder='Find in Ticket']", "T0123");
        browser.sees(".ValuesFilter-values.ValuesFilter-all", "T01239");
        browser.clickText("div[@role='listitem']//label", "T01234");
        browser.sees(".ReadingLine-reading", "Reading 1 of 3,000 tickets: Ticket is T01234");
        browser.clickText("div[@role='listitem']//label", "T01235");
        browser.sees(".ReadingLine-reading", "Reading 2 of 3,000 tickets");
        browser.press(Keys.ESCAPE);
        browser.seesNo(".ValuesFilter-values.ValuesFilter-all");
        browser.click(".ReadingLine-phrase .menu > button");
        browser.sees(".ReadingLine-phrase-filter", "T01234");
        browser.clickText("div[contains(@class, 'phrase-filter')]//label", "T01234");
        browser.sees(".ReadingLine-reading", "Reading 1 of 3,000 tickets: Ticket is T01235");
        browser.click(".ReadingLine-phrase .ReadingLine-lift");
        browser.sees(".ReadingLine-reading", "Reading all 3,000 tickets.");
    }

    @Test
    @Order(3)
    void oneOfManyStandsInSightAndAColumnIsPickedFirst() {
        browser.clickText("span[@role='radiogroup']//label", "Sleeper");
        browser.sees(".ReadingLine-reading", "Reading 1,000 of 3,000 tickets: Coach is Sleeper");
        browser.clickText("span[@role='radiogroup']//label", "any");
        browser.sees(".ReadingLine-reading", "Reading all 3,000 tickets.");
        browser.script("const s = document.querySelector('.ColumnFirst-column-pick'); s.focus();");
        browser.press("R");
        browser.sees(".ReadingLine-reading", "any Route");
        browser.clickText("section[@data-part='filter:pick']//label", "Lyon–Trieste");
        browser.sees(".ReadingLine-reading", "Reading 1,500 of 3,000 tickets: Route is Lyon–Trieste");
        browser.open(browser.address());
        browser.sees(".ReadingLine-reading", "Reading 1,500 of 3,000 tickets: Route is Lyon–Trieste");
        browser.clickText("button", "Clear all");
    }

    @Test
    @Order(4)
    void aViewStandsAloneAtAnAddressOfItsOwn() {
        browser.open(link + "?view=bars");
        browser.sees(".AppPage-view-alone h2", "Fare by Route");
        assertThat(browser.all("[data-part='view:rows']")).isEmpty();
        browser.clickText("button", "Back to the page");
        browser.see("[data-part='view:rows']");
        browser.click("[data-part='view:bars'] .ViewCard-view-twin .word:last-child");
        browser.clickText("button", "full size");
        browser.see(".AppPage-view-alone [data-part='view:bars']");
        assertThat(browser.address()).contains("view=bars");
        browser.back();
        browser.see("[data-part='view:rows']");
    }

    @Test
    @Order(5)
    void aTableIsFilteredByItsHeadingsAndShowsThePickedColumns() throws Exception {
        browser.open(link + "?view=rows");
        browser.clickText("button", "Filter by heading");
        browser.see("input[aria-label='Filter Fare']").sendKeys("x", Keys.ENTER);
        assertThat(browser.see("input[aria-label='Filter Fare']").getDomAttribute("aria-invalid"))
                .isEqualTo("true");
        browser.see("input[aria-label='Filter Fare']").sendKeys(Keys.BACK_SPACE, "68..", Keys.ENTER);
        browser.sees("[data-part='view:rows'] .TableTools-table-look", "120 rows");
        browser.see("input[aria-label='Filter Day']").sendKeys("2026-03", Keys.ENTER);
        browser.see("input[aria-label='Filter Route']").sendKeys("lyon", Keys.ENTER);
        browser.sees("[data-part='view:rows'] .TableTools-table-look", "Lift all 3");
        browser.sees(".ReadingLine-reading", "Reading all 3,000 tickets."); // the table alone is narrowed
        String rows = browser.see("[data-part='view:rows'] a[download]").getDomAttribute("href");
        String csv = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(server.address() + rows))
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .body();
        long shown = Long.parseLong(browser.see("[data-part='view:rows'] .TableTools-table-look [role=status]")
                .getText()
                .replaceAll("\\D", ""));
        assertThat(csv.lines().count() - 1).isEqualTo(shown);
        assertThat(csv.lines().skip(1)).allMatch(line -> line.contains(",2026-03-") && line.contains("Lyon"));
        browser.open(browser.address());
        browser.sees("[data-part='view:rows'] .TableTools-table-look", "Lift all 3");
        browser.clickText("button", "Lift all 3");
        browser.click("button[aria-label='Columns, which columns are shown']");
        browser.clickText("div[contains(@class, 'table-columns')]//label", "Day");
        browser.clickText("div[contains(@class, 'table-columns')]//label", "Ticket");
        browser.press(Keys.ESCAPE);
        browser.sees("[data-part='view:rows'] .view-table-head", "Coach\nRoute\nFare");
        browser.click("button[aria-label='Columns, 3 of 5, which columns are shown']");
        browser.click("button[aria-label='Fare: keep in sight']");
        browser.press(Keys.ESCAPE);
        browser.sees("[data-part='view:rows'] .view-table-head", "Coach\nFare\nRoute"); // behind the first
        assertThat(browser.see("[data-part='view:rows'] [role=row] [role=gridcell]:nth-child(2)")
                        .getCssValue("position"))
                .isEqualTo("sticky");
        int width = browser.see("[data-part='view:rows'] [role=columnheader]:nth-child(2)")
                .getSize()
                .getWidth();
        browser.click("button[aria-label='Columns, 3 of 5, which columns are shown']");
        browser.see("button[aria-label='Fare wider']").sendKeys(Keys.ENTER);
        browser.press(Keys.ESCAPE);
        browser.addressHas("w.rows=fare%7E." + (width + 40));
        browser.open(browser.address()); // as whoever gets the link sees it
        browser.sees("[data-part='view:rows'] .view-table-head", "Coach\nFare\nRoute");
        assertThat(browser.see("[data-part='view:rows'] [role=columnheader]:nth-child(2)")
                        .getSize()
                        .getWidth())
                .isEqualTo(width + 40);
        assertThat(browser.see("[data-part='view:rows'] a[download]").getDomAttribute("href"))
                .contains("columns=coach%2Croute%2Cfare");
        browser.click("button[aria-label^='other files']");
        assertThat(browser.see(".ViewDownload-other-files li:last-child a").getDomAttribute("href"))
                .contains("/rows.jsonl?");
    }

    @Test
    @Order(6)
    void whatAnAddressNamesAndIsGoneIsTold() {
        browser.open(link + "?page=p99&view=v99&c.none=x");
        browser.sees("main", "The page in this address is not in the app any more");
        browser.sees("main", "The view in this address is not in the app any more");
        browser.sees("main", "A choice in this address is not offered any more");
        browser.see("[data-part='view:rows']");
    }

    @Test
    @Order(6)
    void cellsAreMovedOverAndCopiedByKeyboard() {
        browser.open(link + "?view=rows");
        browser.sees("[data-part='view:rows']", "T00000");
        browser.script("window.copied = null; Object.defineProperty(navigator, 'clipboard', {configurable: true,"
                + " value: {writeText: (text) => { window.copied = text; return Promise.resolve(); }}});"
                + " document.querySelector('.TableView-table-rows').focus();");
        browser.press(Keys.ARROW_DOWN);
        browser.see("#rows-0-0.TableView-picked-cell");
        browser.press(Keys.ARROW_DOWN);
        browser.press(Keys.ARROW_RIGHT);
        browser.press(Keys.chord(Keys.SHIFT, Keys.ARROW_DOWN));
        browser.press(Keys.chord(Keys.SHIFT, Keys.ARROW_RIGHT));
        assertThat(browser.all(".TableView-picked-cell")).hasSize(4);
        browser.press(Keys.chord(Keys.CONTROL, "c"));
        assertThat(browser.script("return window.copied")).isEqualTo("2026-01-02\tCouchette\n2026-01-03\tSleeper");
        browser.press(Keys.ENTER);
        browser.see("#rows-2-2.view-open-cell");
        browser.press(Keys.chord(Keys.CONTROL, Keys.END));
        browser.see("#rows-2999-4.TableView-picked-cell");
    }

    @Test
    @Order(7)
    void viewsAreKeptSharedAndReadInOrder() {
        browser.open(link + "?f.coach=is~.Sleeper");
        browser.sees(".ReadingLine-reading", "Coach is Sleeper");
        keep("Sleepers");
        browser.open(link + "?f.pick=is~.route~.Ostend–Basel");
        browser.sees(".ReadingLine-reading", "Route is Ostend–Basel");
        keep("The coast");
        for (int i = 1; i <= 2; i++) {
            browser.clickText("ul/li[" + i + "]//label", "part of the guided reading");
            browser.see(".SavedViewsMenu-saved-views li:nth-child(" + i + ") .SavedViewsMenu-saved-author .field");
        }
        browser.type("input[aria-label='What is said of The coast']", "It began at the sea." + Keys.TAB);
        browser.clickText("ul/li[1]//label", "the link opens with it");
        browser.sees(".SavedViewsMenu-saved-views li:nth-child(1)", "step 1 of the reading");
        browser.press(Keys.ESCAPE);
        browser.open(link);
        browser.sees(".ReadingLine-reading", "Coach is Sleeper"); // an address that says nothing
        browser.clickText("button", "Guided reading, 2 steps");
        browser.sees(".GuidedReading-guided", "1 of 2 Sleepers");
        browser.clickText("button", "Next");
        browser.sees(".GuidedReading-guided", "2 of 2 The coast It began at the sea.");
        browser.sees(".ReadingLine-reading", "Route is Ostend–Basel");
        browser.press(Keys.ARROW_LEFT);
        browser.sees(".GuidedReading-guided", "1 of 2 Sleepers");
        browser.clickText("button", "Leave the reading");
        browser.seesNo(".GuidedReading-guided");
        browser.clickText("button", "Clear all");
        browser.sees(".ReadingLine-reading", "Reading all 3,000 tickets.");
        String all = browser.address();
        browser.open("about:blank");
        browser.open(all); // whoever is given the link sees the same
        browser.sees(".ReadingLine-reading", "Reading all 3,000 tickets.");
    }

    @Test
    @Order(9)
    void aCellIsMarkedWhereItsGroupsMeet() {
        browser.open(link + "?all=&view=cross");
        String cell = browser.see("[data-part='view:cross'] tbody tr:first-child td .TwoWayTable-cell-button")
                .getText();
        browser.click("[data-part='view:cross'] tbody tr:first-child td .TwoWayTable-cell-button");
        browser.sees(".ReadingLine-reading", "weekday of Day is Monday and Coach is ");
        browser.sees(".ReadingLine-reading", "Reading " + cell + " of ");
        browser.see("[data-part='view:cross'] td.TwoWayTable-marked-cell [aria-pressed=true]");
        browser.open(browser.address());
        browser.sees(".ReadingLine-reading", "weekday of Day is Monday and Coach is ");
        browser.click("[data-part='view:cross'] td.TwoWayTable-marked-cell button");
        browser.sees(".ReadingLine-reading", "Reading all ");
        browser.open(link + "?all=&view=grid");
        browser.pressBar("grid", 1, 7);
        browser.sees(".ReadingLine-reading", "weekday of Day is Tuesday and Coach is ");
        browser.clickText("button", "Back to the page");
        browser.sees(".ReadingLine-reading", "weekday of Day is Tuesday and Coach is ");
        browser.click(".ReadingLine-phrase .ReadingLine-lift");
        browser.sees(".ReadingLine-reading", "Reading all ");
        browser.click("[data-part='view:cross'] tbody tr:nth-child(3) th button");
        browser.sees(".ReadingLine-reading", "weekday of Day is Wednesday");
    }

    private static void keep(String name) {
        browser.click("button[aria-label$='open or keep a view']");
        browser.type("input[aria-label='Name of the view']", name);
        browser.clickText("label", "for all readers");
        browser.clickText("button", "Save this view");
        browser.sees(".SavedViewsMenu-saved-views", name);
    }

    @Test
    @Order(8)
    void anOpenPageSaysThatNewDataAreThereAndShowsThemWhenAsked() throws Exception {
        browser.open(link + "?all=");
        browser.sees(".ReadingLine-reading", "Reading all 3,000 tickets.");
        ObjectNode load = Client.json().createObjectNode();
        load.putArray("files").add(author.upload(tickets(TICKETS + 12)));
        author.finished(author.send("POST", "/api/datasets/" + dataset + "/versions", load));
        browser.sees("[data-testid='newer']", "New data have arrived: version 2");
        browser.sees(".ReadingLine-reading", "Reading all 3,000 tickets.");
        browser.clickText("button", "Show it");
        browser.sees(".ReadingLine-reading", "Reading all 3,012 tickets.");
        browser.seesNo("[data-testid='newer']");
    }

    @Test
    @Order(9)
    void aChartIsLookedAtCloserAndWhatIsLookedForInATableStandsInTheReadingLine() {
        browser.open(link + "?all=");
        String course = "[data-part='view:course'] ";
        browser.see(course + "[data-ready]:not([data-ready='0'])");
        String whole = labels();
        browser.script("document.querySelector(\"" + course + "button[aria-label^='closer']\").focus()");
        browser.press(Keys.ENTER);
        browser.see(course + "button[aria-label^='the whole']");
        assertThat(labels()).isNotEqualTo(whole);
        browser.clickText("span[@role='radiogroup']//label", "Sleeper");
        browser.sees(".ReadingLine-reading", "Coach is Sleeper");
        browser.see(course + "button[aria-label^='the whole']").sendKeys(Keys.ENTER); // it stayed while numbers changed
        browser.seesNo(course + "button[aria-label^='the whole']");
        browser.type("[data-part='view:rows'] input[type=search]", "T00011" + Keys.ENTER);
        browser.sees(".ReadingLine-reading", "only: “T00011” in some column.");
        browser.click("[data-part='view:rows'] button[aria-label^='what is this']");
        browser.sees("dialog", "Made of 1 row.");
        browser.press(Keys.ESCAPE);
        browser.click(".ReadingLine-lift[aria-label*='in some column']");
        browser.seesNo(".ReadingLine-lift[aria-label*='in some column']");
        browser.sees(".ReadingLine-reading", "Coach is Sleeper");
    }

    @Test
    @Order(7)
    void aPrintedPageStatesItsSelectionAndNothingThatIsPressed() {
        browser.open(link + "?all=");
        browser.clickText("span[@role='radiogroup']//label", "Sleeper");
        browser.sees(".ReadingLine-reading", "Coach is Sleeper");
        try {
            browser.printed(true);
            browser.sees(".ReadingLine-reading", "Reading 1,000 of 3,000 tickets: Coach is Sleeper.");
            browser.sees("header", "version 1");
            browser.see("[data-part='view:bars'] svg");
            assertThat(browser.all("header button, [data-part^='filter:'], [data-part='view:bars'] button"))
                    .noneMatch(WebElement::isDisplayed);
        } finally {
            browser.printed(false);
        }
    }

    @Test
    @Order(7)
    void atTwiceTheSizeNothingIsCutOff() {
        browser.size(640, 400); // what 1280 by 800 shows at 200%
        try {
            browser.open(link + "?all=");
            browser.sees(".ReadingLine-reading", "Reading all 3,000 tickets.");
            browser.see("[data-part='view:bars'] svg");
            assertThat(browser.script("return document.documentElement.scrollWidth - innerWidth <= 0"))
                    .isEqualTo(true);
        } finally {
            browser.size(1280, 800);
        }
    }

    @Test
    @Order(8)
    void numbersAreWrittenAsInTheReadersRegion() {
        browser.languages("de-DE,de");
        try {
            browser.open(link + "?all=");
            browser.sees(".ReadingLine-reading", "Reading all 3.0"); // 3,000, or a few more that were loaded
            browser.sees(".FilterBand-band", "1.0"); // of each coach
            browser.sees(".ReadingLine-reading", "tickets"); // in the one language of the page
            browser.open(link + "?view=rows&all=");
            browser.clickText("button", "Filter by heading");
            browser.see("input[aria-label='Filter Fare']").sendKeys("68,5..", Keys.ENTER); // typed with the same marks
            browser.sees("[data-part='view:rows'] .TableTools-table-look", "60 rows");
            WebElement fare = browser.see("input[aria-label='Filter Fare']");
            fare.sendKeys(Keys.chord(Keys.CONTROL, "a"), "1.000..", Keys.ENTER); // a thousand: no fare
            browser.sees("[data-part='view:rows'] .TableTools-table-look", "no row");
            fare = browser.see("input[aria-label='Filter Fare']"); // still there, so that it can be lifted
            fare.sendKeys(Keys.chord(Keys.CONTROL, "a"), "68,5..", Keys.ENTER);
            browser.sees("[data-part='view:rows'] .TableTools-table-look", "60 rows");
            browser.open(server.address());
            browser.sees("main", "3,0"); // what authors read has what is stored in it
        } finally {
            browser.languages("en-GB,en");
        }
        browser.open(link + "?all=");
        browser.sees(".ReadingLine-reading", "Reading all 3,0");
    }

    @Test
    @Order(9)
    void textsStandInTheOrderOfTheReadersLanguage() throws Exception {
        StringBuilder csv = new StringBuilder("Stop,Riders\n");
        for (int i = 0; i < 40; i++) {
            csv.append(new String[] {"Zinken", "Ör", "Åby", "Abo"}[i % 4] + "," + (100 + i) + "\n");
        }
        ObjectNode load = Client.json().createObjectNode();
        load.putArray("files").add(author.upload(Files.writeString(folder.resolve("stops.csv"), csv)));
        JsonNode loaded = author.finished(author.send("POST", "/api/datasets", load));
        ObjectNode wanted = Client.json()
                .createObjectNode()
                .put("datasetId", loaded.path("datasetId").asText());
        String stops = author.send("POST", "/api/apps", wanted).path("id").asText();
        ObjectNode open = Client.json().createObjectNode().put("access", "ANYONE");
        String address = server.address() + "/a/"
                + author.send("POST", "/api/apps/" + stops + "/editions", open)
                        .path("slug")
                        .asText();
        browser.open(address);
        assertThat(texts("[data-part='filter:stop'] .filter-value-name")).containsExactly("Abo", "Åby", "Ör", "Zinken");
        browser.languages("sv-SE,sv");
        try {
            browser.open(address);
            assertThat(texts("[data-part='filter:stop'] .filter-value-name"))
                    .containsExactly("Abo", "Zinken", "Åby", "Ör");
        } finally {
            browser.languages("en-GB,en");
        }
    }

    private static List<String> texts(String css) {
        browser.see(css);
        return browser.all(css).stream().map(WebElement::getText).toList();
    }

    @Test
    @Order(10)
    void aLongDownloadTellsHowFarItIsAndIsStopped() throws Exception {
        ObjectNode load = Client.json().createObjectNode();
        load.putArray("files").add(author.upload(tickets(MANY)));
        author.finished(author.send("POST", "/api/datasets/" + dataset + "/versions", load));
        browser.open(link + "?view=rows");
        browser.sees(".ReadingLine-reading", "Reading all 400,000 tickets.");
        browser.clickText("a", "workbook");
        browser.sees("[data-part='view:rows']", "rows written");
        browser.clickText("button", "stop");
        browser.sees("[data-part='view:rows']", "Stopped after");
        browser.sees("[data-part='view:rows']", "The file is not whole.");
    }

    /** What stands along the axis of the course. */
    private static String labels() {
        return browser.all("[data-part='view:course'] svg text").stream()
                .map(text -> text.getAttribute("textContent"))
                .toList()
                .toString();
    }
}
