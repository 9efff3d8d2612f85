package keensparrow.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import keensparrow.demo.Client;
import keensparrow.demo.DemoFiles;
import keensparrow.demo.Departures;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** What people do, in a real browser: the analyst from the file to the link, a colleague with the link. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class JourneyIT {
    private static final String PASSWORD = "night train to Trieste";

    @TempDir
    static Path folder;

    private static RunningServer server;
    private static Browser analyst;
    private static Browser colleague;
    private static String link;

    @BeforeAll
    static void start() throws Exception {
        DemoFiles.writeWarehouse(folder.resolve("data/warehouse"));
        server = new RunningServer(folder.resolve("data"));
        analyst = new Browser(folder);
        colleague = new Browser(folder);
    }

    @AfterAll
    static void stop() throws Exception {
        analyst.close();
        colleague.close();
        server.close();
    }

    @Test
    @Order(10)
    void theFirstStartCreatesTheAdministratorWhoAddsPeople() throws Exception {
        String setup =
                Files.readString(server.data().resolve("setup-address.txt")).strip();
        analyst.open(setup);
        analyst.fillIn("ada", "short");
        analyst.sees(".problem", "10 to 200 characters");
        analyst.open("about:blank");
        analyst.open(setup);
        analyst.fillIn("ada", PASSWORD);
        analyst.clickText("a", "People");
        for (String[] person : new String[][] {{"anna", "reads and makes apps"}, {"rita", "reads apps"}}) {
            analyst.type("#name", person[0]);
            analyst.type("#password", PASSWORD);
            if (!person[1].equals("reads apps")) {
                analyst.click(".ant-form .ant-select");
                analyst.clickText("div[contains(@class, 'ant-select-item-option-content')]", person[1]);
            }
            analyst.clickText("button", "Add account");
            analyst.seeText("td", person[0]);
        }
        analyst.open(server.address());
        analyst.clickText("button", "Sign out");
        analyst.see("input[name=password]");
    }

    @Test
    @Order(20)
    void aWrongPasswordIsSaid() {
        analyst.open(server.address());
        analyst.fillIn("anna", "not this one");
        analyst.sees(".problem", "Name and password do not go together");
    }

    @Test
    @Order(30)
    void theAnalystBringsInAFileAndSeesItsColumns() throws Exception {
        analyst.signIn(server.address(), "anna", PASSWORD);
        Path file = folder.resolve("departures-2026.csv");
        Departures.write(file, LocalDate.of(2026, 1, 1), LocalDate.of(2026, 3, 15));
        Path binary = folder.resolve("broken.csv");
        Files.write(binary, new byte[] {1, 2, 0, 3});
        analyst.pick("input[type=file]", binary);
        analyst.sees(".problem", "byte 3, in line 1, is zero, which no text has");
        analyst.pick("input[type=file]", file);
        analyst.sees(".author-prepare-table h2", "9,855 rows · 17 columns");
        analyst.sees(".author-preview thead", "date and time · time");
        analyst.sees(".author-preview thead", "list of tags · category");
        analyst.sees(".author-steps", "Read departures-2026.csv");
        analyst.sees("[aria-label='Worth a look']", "“Incident tags” holds lists of tags, parted by “;”");
    }

    @Test
    @Order(40)
    void stepsAreAddedAndTakenBack() {
        analyst.clickText("button", "compute a column");
        analyst.type(".StepEditor-step-editor input", "Fare");
        analyst.type(".StepEditor-step-editor .cm-content", "revenue / passengrs");
        analyst.click(".StepEditor-step-editor button[type=submit]");
        analyst.sees(".author-steps .problem", "Did you mean “passengers”?");
        analyst.see(".StepEditor-step-editor .cm-content")
                .sendKeys(Keys.chord(Keys.CONTROL, "a"), "revenue / passengers");
        analyst.click(".StepEditor-step-editor button[type=submit]");
        analyst.sees(".author-steps", "Compute Fare as revenue / passengers.");
        analyst.sees(".author-preview thead", "Fare");
        analyst.sees(".author-prepare-table h2", "After step 1");
        analyst.click("button[aria-label='Change step 1']");
        analyst.see(".StepEditor-step-editor .cm-content")
                .sendKeys(Keys.chord(Keys.CONTROL, "a"), "revenue / passengrs");
        analyst.clickText("button", "Change the step");
        analyst.sees(".author-steps > .problem", "Did you mean “passengers”?");
        analyst.see(".StepEditor-step-editor .cm-content")
                .sendKeys(Keys.chord(Keys.CONTROL, "a"), "revenue / passengers * 2");
        analyst.clickText("button", "Change the step");
        analyst.sees(".author-steps", "Compute Fare as revenue / passengers * 2.");
        analyst.seesNo(".StepEditor-step-editor");
        analyst.click("button[aria-label='switch off step 1']");
        analyst.sees(".author-steps .StepList-switched-off", "Compute Fare");
        analyst.sees(".author-prepare-table h2", "17 columns");
        analyst.click("button[aria-label='switch on step 1']");
        analyst.sees(".author-prepare-table h2", "18 columns");
        analyst.click("button[aria-label='look here, at the table as it was read']");
        analyst.sees(".author-prepare-table h2", "As it was read of 1: 9,855 rows, 17 columns.");
        analyst.find("Kinds of steps to insert", "Keep or leave out rows by a condition");
        analyst.type(".StepList-insert-step .StepEditor-step-editor .cm-content", "passengers > 0");
        analyst.clickText("button", "Add the step");
        analyst.sees(".author-steps ol", "Keep the rows where passengers > 0.");
        analyst.sees(".author-prepare-table h2", "After step 1 of 2:");
        analyst.clickText("button", "back to the end");
        analyst.sees(".author-prepare-table h2", "After step 2");
        analyst.click("button[aria-label='what it changed, step 1']");
        analyst.sees(".author-prepare-table", "of 9,855 are gone.");
        analyst.sees(".author-prepare-table .ChangeTable-is-gone", "gone");
        analyst.click("button[aria-label='what it changed, step 2']");
        analyst.sees(".author-prepare-table", "1 column is new.");
        analyst.clickText("button", "back to the end");
        analyst.clickText("button", "Undo");
        analyst.sees(".author-prepare-table h2", "After step 1");
        analyst.clickText("button", "Undo"); // what was changed in the step
        analyst.seeText("td", "43.04327586206897");
        analyst.clickText("button", "Undo");
        analyst.sees(".author-prepare-table h2", "As it was read");
        analyst.clickText("button", "Redo");
        analyst.sees(".author-prepare-table h2", "After step 1");
        analyst.clickText("button", "Undo");
        analyst.sees(".author-prepare-table h2", "As it was read");
    }

    @Test
    @Order(50)
    void aFirstAppIsThereAtOnceAndAnswersBack() {
        analyst.clickText("button", "Compose an app");
        analyst.sees(".ReadingLine-reading", "Reading all 9,855 departures.");
        assertThat(analyst.all(".ComposeGrid-compose-cell")).hasSizeGreaterThanOrEqualTo(6);
        analyst.see(".OneChart-chart[data-ready]:not([data-ready='0'])");
        analyst.sees(".TableView-table-rows", "2026");
    }

    @Test
    @Order(60)
    void viewsAreAddedEditedMovedAndRemoved() {
        int before = analyst.all(".ComposeGrid-compose-cell").size();
        analyst.clickText("button", "Add a view");
        analyst.clickText("button", "How do groups compare?");
        analyst.see(".ViewEditor-view-editor");
        assertThat(analyst.all(".ComposeGrid-compose-cell")).hasSize(before + 1);
        analyst.choose("Measure", "sum of Revenue");
        analyst.choose("Grouping", "Coach class");
        analyst.sees(
                ".ComposeGrid-compose-cell.ComposeGrid-picked .ViewCard-view-sentence",
                "Sum of Revenue by Coach class");
        analyst.choose("Measure", "something else …");
        analyst.choose("Aggregate", "sum of … per …");
        analyst.choose("Second column", "Passengers");
        analyst.sees(
                ".ComposeGrid-compose-cell.ComposeGrid-picked .ViewCard-view-sentence",
                "Sum of Revenue per Passengers by Coach class");
        analyst.choose("Grouping", "weekday of Date");
        analyst.sees(
                ".ComposeGrid-compose-cell.ComposeGrid-picked .ViewCard-view-sentence",
                "Sum of Revenue per Passengers by weekday of Date");
        analyst.choose("Measure", "sum of Revenue");
        analyst.choose("Grouping", "Coach class");
        analyst.sees(
                ".ComposeGrid-compose-cell.ComposeGrid-picked .ViewCard-view-sentence",
                "Sum of Revenue by Coach class");
        analyst.sees(".ComposeGrid-compose-cell.ComposeGrid-picked h2", "Revenue by Coach class");
        WebElement title = analyst.see("input[aria-label='Title of the view']");
        title.sendKeys("Money by class", Keys.ENTER);
        analyst.sees(".ComposeGrid-compose-cell.ComposeGrid-picked h2", "Money by class");
        analyst.see("[data-save=saved]");
        String id = analyst.see(".ComposeGrid-compose-cell.ComposeGrid-picked").getDomAttribute("data-view");
        analyst.script("document.querySelector('[data-view=v5]').scrollIntoView({block: 'center'})");
        int widthBefore = analyst.see("[data-view=v5]").getSize().getWidth();
        analyst.drag(analyst.see("[data-view=v5] .react-resizable-handle"), -220, 0);
        analyst.seesNarrower("[data-view=v5]", widthBefore);
        analyst.see("[data-save=saved]");
        analyst.clickText("button", "Remove view");
        analyst.seesNo("[data-view=" + id + "]");
        analyst.clickText("button", "Undo");
        analyst.see("[data-view=" + id + "]");
        analyst.see("[data-save=saved]");
    }

    @Test
    @Order(70)
    void viewsStandOnPages() {
        int before = analyst.all(".ComposeGrid-compose-cell").size();
        analyst.clickText("button", "+ page");
        analyst.sees(".PageTabs-page-tabs [aria-selected=true]", "Page 2");
        analyst.seesNo(".ComposeGrid-compose-cell");
        analyst.see("input[aria-label='Title of the page']")
                .sendKeys(Keys.chord(Keys.CONTROL, "a"), "By class", Keys.ENTER);
        analyst.sees(".PageTabs-page-tabs [aria-selected=true]", "By class");
        analyst.clickText("button", "Add a view");
        analyst.clickText("button", "How do groups compare?");
        analyst.sees(".ComposeGrid-compose-cell.ComposeGrid-picked .ViewCard-view-sentence", "by ");
        assertThat(analyst.all(".ComposeGrid-compose-cell")).hasSize(1);
        analyst.choose("Page", "Overview");
        analyst.sees(".PageTabs-page-tabs [aria-selected=true]", "Overview");
        assertThat(analyst.all(".ComposeGrid-compose-cell")).hasSize(before + 1);
        analyst.choose("Page", "By class");
        analyst.sees(".PageTabs-page-tabs [aria-selected=true]", "By class");
        assertThat(analyst.all(".ComposeGrid-compose-cell")).hasSize(1);
        analyst.see("[data-save=saved]");
        analyst.choose("Kind", "a histogram");
        analyst.sees(
                ".ComposeGrid-compose-cell.ComposeGrid-picked .ViewCard-view-sentence", " in bins, as a histogram.");
        analyst.see(".ComposeGrid-compose-cell.ComposeGrid-picked .OneChart-chart[data-ready]:not([data-ready='0'])");
        for (String kind : List.of("boxes", "dots", "a grid of colour", "a ring", "lines")) {
            analyst.choose("Kind", kind);
            analyst.sees(".ComposeGrid-compose-cell.ComposeGrid-picked .ViewCard-view-sentence", ", as " + kind + ".");
            analyst.see(
                    ".ComposeGrid-compose-cell.ComposeGrid-picked .OneChart-chart[data-ready]:not([data-ready='0'])");
            analyst.seesNo(".ComposeGrid-compose-cell.ComposeGrid-picked .view-view-failure");
        }
        analyst.choose("Kind", "a two-way table");
        analyst.sees(".ComposeGrid-compose-cell.ComposeGrid-picked .view-two-way tr.view-total", "all");
        analyst.choose("Kind", "a summary table");
        analyst.choose("Second grouping", "Coach class");
        analyst.sees(".ComposeGrid-compose-cell.ComposeGrid-picked .view-twin thead", "Coach class");
        analyst.choose("Kind", "one record");
        analyst.sees(".ComposeGrid-compose-cell.ComposeGrid-picked .RecordView-record-tools", "1 of 9,855");
        analyst.clickText("button", "next");
        analyst.sees(".ComposeGrid-compose-cell.ComposeGrid-picked .RecordView-record-tools", "2 of 9,855");
        analyst.choose("Kind", "a text");
        analyst.see("textarea[aria-label=Text]").sendKeys("# Nights\n{{count(*)}} of them", Keys.TAB);
        analyst.sees(".ComposeGrid-compose-cell.ComposeGrid-picked .TextView-text-view h1", "Nights");
        analyst.sees(".ComposeGrid-compose-cell.ComposeGrid-picked .TextView-text-view", "9,855 of them");
        analyst.choose("Kind", "bars");
        analyst.sees(".ComposeGrid-compose-cell.ComposeGrid-picked .ViewCard-view-sentence", ", as bars.");
        analyst.choose("Direction of bars", "upright");
        analyst.choose("Split", "Coach class");
        analyst.choose("How parts stand", "as shares of each");
        analyst.sees(
                ".ComposeGrid-compose-cell.ComposeGrid-picked .ViewCard-view-sentence",
                "split by Coach class, as shares of each, as bars.");
        analyst.choose("Panels", "Booking channel");
        analyst.see(
                ".ComposeGrid-compose-cell.ComposeGrid-picked .ChartView-panel-chart .OneChart-chart[data-ready]:not([data-ready='0'])");
        analyst.choose("Panels", "nothing");
        analyst.clickText("button", "earlier");
        analyst.sees(".PageTabs-page-tabs button:first-child", "By class");
        analyst.clickText("button", "later");
        analyst.sees(".PageTabs-page-tabs button:first-child", "Overview");
        analyst.see("[data-save=saved]");
    }

    @Test
    @Order(75)
    void theAuthorNamesAMeasureAndLetsColleaguesChoose() {
        analyst.clickText("button", "Overview");
        analyst.click("button[aria-label='Edit Revenue by Booking channel']");
        analyst.clickText("div[contains(@class, 'editor-end')]//button", "measure");
        analyst.sees(".ChoiceBand-choices .ChoiceBand-choice", "Measure");
        analyst.clickText("div[contains(@class, 'editor-end')]//button", "grouped by");
        analyst.see("[data-save=saved]");
        analyst.click("button[aria-label$='Measures with a name']");
        analyst.clickText("button", "Name a measure");
        analyst.see("input[aria-label='Name of the measure']")
                .sendKeys(Keys.chord(Keys.CONTROL, "a"), "Takings", Keys.ENTER);
        analyst.choose("Shown as", "money");
        analyst.choose("Decimals", "0 decimals");
        analyst.sees(".compose-definition", "Not used yet.");
        analyst.see("[data-save=saved]");
        analyst.click("button[aria-label$='Measures with a name']");
        analyst.click("button[aria-label$='What colleagues choose']");
        analyst.choose("Add an option", "Takings");
        analyst.see("[data-save=saved]");
        analyst.click("button[aria-label$='What colleagues choose']");
        analyst.pickOption("Measure", "Takings");
        analyst.sees(".ComposeGrid-compose-cell.ComposeGrid-picked h2", "Takings by Booking channel");
        analyst.sees(
                ".ComposeGrid-compose-cell.ComposeGrid-picked .ViewCard-view-sentence",
                "Takings by Booking channel, six largest and Other");
        analyst.click("button[aria-label$='Measures with a name']");
        analyst.sees(".compose-definition", "Used by Measure.");
        analyst.press(Keys.ESCAPE);
        analyst.clickText("button", "Done");
        analyst.see("[data-save=saved]");
    }

    @Test
    @Order(78)
    void theAuthorSaysHowFiltersWork() {
        analyst.click("button[aria-label$='How each filter works']");
        analyst.clickText("button", "Add a condition");
        String late = "fieldset[aria-label='New condition'] ";
        analyst.see(late + ".cm-content").sendKeys(Keys.chord(Keys.CONTROL, "a"), "delay_in_minutes > 15", Keys.ENTER);
        analyst.see(late + "input[aria-label='Title of the filter']")
                .sendKeys(Keys.chord(Keys.CONTROL, "a"), "late departures", Keys.ENTER);
        analyst.choose("How Coach class is picked", "one value");
        analyst.see("[data-save=saved]");
        analyst.press(Keys.ESCAPE);
        analyst.seesNo(".FiltersMenu-filter-specs");
        analyst.clickText("section[@aria-label='Filter late departures']//label", "yes");
        analyst.sees(".ReadingLine-reading", " of 9,855 departures: late departures");
        analyst.pickOption("Coach class", "Sleeper (");
        analyst.sees(".ReadingLine-reading", ", Coach class is Sleeper");
        analyst.clickText("button", "Clear all");
        analyst.click("button[aria-label$='How each filter works']");
        analyst.choose("How Coach class is picked", "a list of values");
        analyst.click("fieldset[aria-label='late departures'] .FiltersMenu-spec-end button:last-child");
        analyst.seesNo("fieldset[aria-label='late departures']");
        analyst.see("[data-save=saved]");
        analyst.press(Keys.ESCAPE);
        analyst.seesNo("section[aria-label='Filter late departures']");
    }

    @Test
    @Order(80)
    void publishingGivesALink() {
        analyst.clickText("a", "Publish edition 1");
        analyst.clickText("button", "Publish edition 1");
        link = analyst.see("input[aria-label=Link]").getDomProperty("value");
        assertThat(link).matches(server.address() + "/a/[0-9a-f]{32}");
    }

    @Test
    @Order(90)
    void aColleagueOpensTheLinkFiltersAndPressesABar() {
        colleague.open(link);
        colleague.fillIn("rita", PASSWORD);
        colleague.sees(".ReadingLine-reading", "Reading all 9,855 departures.");
        colleague.clickText("label", "Couchette");
        colleague.sees(".ReadingLine-reading", "Reading 3,285 of 9,855 departures: Coach class is Couchette");
        colleague.pressBar(barsOf(colleague), 0, 4);
        colleague.sees(".ReadingLine-reading", ", Booking channel is ");
        colleague.see("[data-part^='view:'] .ViewCard-view-sentence .word");
        assertThat(colleague.address()).contains("f.coach_class=is").contains("m.v");
        String state = colleague.address();
        String reading = colleague.see(".ReadingLine-reading p").getText();
        colleague.open("about:blank");
        colleague.open(state);
        colleague.sees(".ReadingLine-reading", reading);
        colleague.click(".ReadingLine-phrase .ReadingLine-lift");
        colleague.seesNo(".filter-filter.filter-in-use");
        colleague.back();
        colleague.sees(".ReadingLine-reading", reading);
    }

    @Test
    @Order(100)
    void pagesHaveAnAddressAndGoByArrowKeys() {
        String address = colleague.address();
        String reading = colleague.see(".ReadingLine-reading p").getText();
        colleague.clickText("button", "By class");
        colleague.sees(".PageTabs-page-tabs [aria-selected=true]", "By class");
        assertThat(colleague.address()).contains("page=p2");
        assertThat(colleague.all(".AppPage-view-cell")).hasSize(1);
        colleague.see(".OneChart-chart[data-ready]:not([data-ready='0'])");
        colleague.sees(".ReadingLine-reading", reading);
        colleague.see(".PageTabs-page-tabs [aria-selected=true]").sendKeys(Keys.ARROW_LEFT);
        colleague.sees(".PageTabs-page-tabs [aria-selected=true]", "Overview");
        assertThat(colleague.address()).isEqualTo(address);
    }

    @Test
    @Order(105)
    void aColleagueChoosesAndTheWordsFollow() {
        String before = colleague.address();
        String view = barsOf(colleague);
        colleague.pickOption("Measure", "Takings");
        colleague.sees("[data-part='view:" + view + "'] h2", "Takings by Booking channel");
        colleague.pickOption("Grouped by", "Route");
        colleague.sees("[data-part='view:" + view + "'] h2", "Takings by Route");
        assertThat(colleague.address()).contains("c.c1=").contains("c.c2=").doesNotContain("m." + view);
        colleague.click("[data-part='view:" + view + "'] .ViewCard-view-twin button");
        colleague.sees("[data-part='view:" + view + "'] .view-twin", "€");
        String chosen = colleague.address();
        colleague.open("about:blank");
        colleague.open(chosen);
        colleague.sees("[data-part='view:" + view + "'] h2", "Takings by Route");
        colleague.back();
        colleague.open(before);
        colleague.sees("[data-part='view:" + view + "'] h2", "Revenue by Booking channel");
    }

    @Test
    @Order(107)
    void filtersAreToldByPeriodsListsAndDragging() {
        String before = colleague.address();
        colleague.open(link);
        colleague.sees(".ReadingLine-reading", "Reading all 9,855 departures.");
        colleague.pickOption("Period of Date", "the latest month");
        colleague.sees(".ReadingLine-reading", "Date in the latest month");
        assertThat(colleague.address()).contains("f.date=period");
        colleague.pickOption("Period of Date", "period");
        colleague.sees(".ReadingLine-reading", "Reading all 9,855 departures.");
        colleague.script("document.querySelector(\"button[aria-label='Only Couchette']\").focus()");
        colleague.press(Keys.ENTER);
        colleague.sees(".ReadingLine-reading", "Reading 3,285 of 9,855 departures: Coach class is Couchette");
        colleague.click("button[aria-label$='All values of Route']");
        colleague.click(".ValuesFilter-pasted-list summary");
        colleague.type("textarea[aria-label='Values, one a line']", "Lyon–Trieste\nNowhere–Nothing\nBasel–Malmö");
        colleague.clickText("button", "Pick 3");
        colleague.sees(".ReadingLine-reading", "Route is Lyon–Trieste or Basel–Malmö");
        colleague.sees(".notice", "“Nowhere–Nothing” is not among the values of “Route”");
        colleague.clickText("button", "Clear all");
        colleague.sees(".ReadingLine-reading", "Reading all 9,855 departures.");
        WebElement chart = colleague.see("[data-kind='LINES'] .OneChart-chart[data-ready]:not([data-ready='0'])");
        colleague.drag(chart, 90, 0);
        colleague.sees(".ReadingLine-reading", "departures: Date ");
        colleague.open(before);
    }

    private static String barsOf(Browser browser) {
        browser.see(".OneChart-chart[data-ready]:not([data-ready='0'])");
        return browser.all(".AppPage-view-cell[data-kind='BARS'] [data-part]")
                .get(0)
                .getDomAttribute("data-part")
                .substring(5);
    }

    @Test
    @Order(110)
    void aColleagueDownloadsExactlyTheRowsRead() throws Exception {
        String count = colleague.see(".ReadingLine-reading strong").getText().replace(",", "");
        colleague.clickText("a", "Download rows");
        Path file = colleague.downloaded();
        List<String> lines = Files.readAllLines(file, StandardCharsets.UTF_8);
        assertThat(file.getFileName().toString()).matches("departures-2026-filtered-\\d{4}-\\d\\d-\\d\\d\\.csv");
        assertThat(lines).hasSize(Integer.parseInt(count) + 1);
        assertThat(lines.subList(1, lines.size())).allMatch(line -> line.contains("Couchette"));
    }

    @Test
    @Order(120)
    void everythingCanBeReachedByKeyboard() {
        colleague.open(link);
        colleague.sees(".ReadingLine-reading", "Reading all");
        WebElement handle = colleague.see("[data-part='filter:date'] [role=slider]");
        handle.sendKeys(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT);
        colleague.sees(".ReadingLine-reading", "Date from ");
        colleague.clickText("button", "Undo");
        colleague.clickText("button", "Undo");
        colleague.sees(".ReadingLine-reading", "Reading all");
        colleague.clickText("button", "as table");
        WebElement group = colleague.see(".view-twin tbody button");
        group.sendKeys(Keys.ENTER);
        colleague.sees(".ReadingLine-reading", " of 9,855 departures: ");
        colleague.see(".view-twin tr.view-marked");
        colleague.clickText("button", "Clear all");
        colleague.sees(".ReadingLine-reading", "Reading all");
    }

    @Test
    @Order(130)
    void rowsScrollToTheEndAndSort() throws Exception {
        colleague.clickText("button", "Passengers");
        colleague.see("[aria-sort=descending]");
        assertThat(colleague.address()).contains("s.v");
        colleague.script("const r = document.querySelector('.TableView-table-rows'); r.scrollTop = r.scrollHeight;");
        colleague.see(".view-table-row[aria-rowindex='9856']");
        colleague.sees(".view-table-row[aria-rowindex='9856']", "2026");
        colleague.see("input[aria-label='Find in the rows']").sendKeys("hamburg", Keys.ENTER);
        long rows = Files.readAllLines(folder.resolve("departures-2026.csv")).stream()
                .filter(line -> line.toLowerCase(Locale.ROOT).contains("hamburg"))
                .count();
        colleague.sees(".TableTools-table-look", String.format(Locale.ENGLISH, "%,d rows hold it", rows));
        colleague.sees(".view-table-row mark", "Hamburg");
        colleague.sees(".ReadingLine-reading", "Reading all 9,855"); // the rest of the page stays
        colleague.back();
        colleague.see(".TableView-table-rows[aria-rowcount='9856']");
        assertThat((Long) colleague.script("return document.documentElement.scrollHeight"))
                .isLessThan(6000L); // the rows scroll in their table, not in the page
    }

    @Test
    @Order(135)
    void aColleagueAsksWhatANumberIs() {
        colleague.open(link + "?f.coach_class=is~.Sleeper");
        colleague.sees(".ReadingLine-reading", "Coach class is Sleeper");
        colleague.see("[data-part='view:v5'] .OneChart-chart[data-ready]:not([data-ready='0'])");
        colleague.see("[data-part='view:v5'] button[aria-haspopup=dialog]").sendKeys(Keys.ENTER);
        colleague.sees("dialog", "Made of 3,285 rows.");
        colleague.sees("dialog", "Coach class is Sleeper.");
        assertThat(colleague.all("dialog tbody tr")).hasSize(20);
        colleague.clickText("summary", "in SQL");
        colleague.sees("dialog pre", "where \"coach_class\" = 'Sleeper'");
        colleague.press(Keys.ESCAPE);
        colleague.seesNo("dialog");
        colleague.see("[data-part='view:v1'] button[aria-haspopup=dialog]").click();
        colleague.sees("dialog", "Made of 3,285 rows.");
        colleague.click("button[aria-label=Close]");
        colleague.seesNo("dialog");
    }

    @Test
    @Order(140)
    void anEmptySelectionHasAWayBack() {
        colleague.open(link + "?f.route=is~.Atlantis");
        colleague.sees(".notice", "Atlantis");
        colleague.open(link + "?f.revenue=between~.100000~.&f.coach_class=is~.Seat");
        colleague.seeText("p", "No rows match the selection.");
        colleague.clickText("button", "Clear all");
        colleague.sees(".ReadingLine-reading", "Reading all 9,855");
    }

    @Test
    @Order(150)
    void afterACrashAllOfItIsStillThere() throws Exception {
        server.crashAndRestart();
        colleague.open(link);
        colleague.sees(".ReadingLine-reading", "Reading all 9,855 departures.");
    }

    @Test
    @Order(160)
    void aNewerFileMovesTheSameLinkOver() throws Exception {
        analyst.open(server.address());
        analyst.clickText("ul[2]//a", "Departures 2026");
        analyst.clickText("button", "Load a newer file");
        Path broken = folder.resolve("departures-broken.csv");
        Files.writeString(broken, "Date,Route\n2026-01-01,x\n");
        analyst.pick(".StepList-compact-drop input[type=file]", broken);
        analyst.sees(".StepList-compact-drop .problem", "The last version stays");
        Path newer = folder.resolve("departures-2026-03.csv");
        Departures.write(newer, LocalDate.of(2026, 1, 1), LocalDate.of(2026, 3, 16));
        analyst.pick(".StepList-compact-drop input[type=file]", newer);
        analyst.sees(".author-prepare-table h2", "9,990 rows");
        analyst.sees(".author-prepare-table h2", "rows at the load before");
        colleague.open(link);
        colleague.sees(".ReadingLine-reading", "Reading all 9,990 departures.");
    }

    @Test
    @Order(170)
    void aQueryBecomesADataset() throws Exception {
        analyst.open(server.address() + "/query");
        analyst.type("#name", "Warehouse");
        analyst.click(".NewConnection-new-connection .ant-select");
        analyst.clickText("div[contains(@class, 'ant-select-item-option-content')]", "H2");
        analyst.type("#database", "bookings");
        analyst.type("#username", DemoFiles.READER);
        analyst.type("#password", DemoFiles.READER_PASSWORD);
        analyst.clickText("button", "Try and add");
        analyst.seesNo(".NewConnection-new-connection");
        analyst.type("textarea[aria-label=Query]", "select home_country, fare_nam, sum(paid) paid from booking");
        analyst.clickText("button", "Show first rows");
        analyst.sees(".problem", "refused the query");
        analyst.see("textarea[aria-label=Query]")
                .sendKeys(
                        Keys.chord(Keys.CONTROL, "a"),
                        "select c.home_country, f.fare_name, b.travel_on, b.paid from booking b join customer c on c.customer_id = b.customer_id join fare f on f.fare_code = b.fare_code where b.booking_id <= 5000");
        analyst.clickText("button", "Show first rows");
        analyst.sees("main", "The first 50 rows; there are more.");
        analyst.type(".QueryPage-load-row input", "Bookings");
        analyst.clickText("button", "Load as a dataset");
        analyst.sees(".author-prepare-table h2", "5,000 rows · 4 columns");
        analyst.clickText("button", "Compose an app");
        analyst.sees(".ReadingLine-reading", "Reading all 5,000 rows.");
    }

    @Test
    @Order(180)
    void aFileOfAnotherShapeGivesAnAppToo() throws Exception {
        Path file = folder.resolve("stock list.csv");
        Files.writeString(file, """
                Artikel;Lager;Bestand;"Letzte
                Prüfung";Preis
                Kissen;Wien;120;31.01.2026;12.50
                "Decke; warm";Wien;7;;49.00
                Lampe;Zürich;0;15.02.2026;
                Lampe;Zürich;3;16.02.2026;19.90;zu viel
                """);
        analyst.open(server.address());
        analyst.pick("input[type=file]", file);
        analyst.sees(".author-prepare-table h2", "4 rows · 5 columns");
        analyst.sees("[aria-label='Worth a look']", "1 row of “stock list.csv” has more cells than there are headings");
        analyst.sees(".author-preview", "Decke; warm");
        analyst.sees(".author-preview", "31 Jan 2026");
        analyst.clickText("button", "Compose an app");
        analyst.sees(".ReadingLine-reading", "Reading all 4 rows.");
        analyst.sees("[data-view=v2]", "130");
    }

    @Test
    @Order(190)
    void narrowScreensShowFiltersAsASheet() {
        colleague.size(390, 844);
        colleague.open(link);
        colleague.sees(".ReadingLine-reading", "Reading all");
        assertThat((Long) colleague.script("return document.documentElement.scrollWidth"))
                .isLessThanOrEqualTo(390L);
        colleague.clickText("button", "Filters");
        colleague.clickText("label", "Sleeper");
        colleague.clickText("button", "Show the page");
        colleague.sees(".ReadingLine-reading", "Coach class is Sleeper");
        colleague.size(1280, 800);
    }

    @Test
    @Order(200)
    void aLinkThatDoesNotExistIsSaid() throws Exception {
        colleague.open(server.address() + "/a/00000000000000000000000000000000");
        colleague.sees("main", "There is no app at this address");
        Client client = new Client(server.address());
        client.signIn("anna", PASSWORD);
        assertThat(client.get("/api/apps").path("apps").size()).isEqualTo(3);
    }

    @Test
    @Order(210)
    void theAuthorSaysWhatMayBeDownloaded() throws Exception {
        Client client = new Client(server.address());
        client.signIn("anna", PASSWORD);
        String id = "";
        for (var app : client.get("/api/apps").path("apps")) {
            id = link.endsWith(app.path("slug").asText("-")) ? app.path("id").asText() : id;
        }
        analyst.open(server.address() + "/apps/" + id + "/publish");
        analyst.sees("[data-testid='access-sentence']", "the selected rows of");
        analyst.clickText("label", "Nothing");
        analyst.sees("[data-testid='access-sentence']", "Nothing can be downloaded.");
        analyst.clickText("button", "Publish edition 2");
        analyst.seeText("li", "Edition 2");
        colleague.open(link);
        colleague.sees(".ReadingLine-reading", "Reading all");
        colleague.seesNo("a[download]");
        analyst.clickText("label", "The numbers of figures and charts");
        analyst.sees("[data-testid='access-sentence']", "the numbers of figures and charts");
        analyst.clickText("button", "Publish edition 3");
        analyst.seeText("li", "Edition 3");
        colleague.open(link);
        colleague.clickText("button", "as table");
        colleague.click(".ViewCard-view-twin a[download]");
        Path file = colleague.downloaded();
        assertThat(Files.readAllLines(file, StandardCharsets.UTF_8)).hasSizeGreaterThan(3);
        analyst.clickText("button", "renew it");
        colleague.open(link);
        colleague.sees("main", "There is no app at this address");
    }

    @Test
    @Order(220)
    void anAdministratorSendsPeopleAwayAndSeesWhatWasDone() {
        analyst.open(server.address());
        analyst.clickText("button", "Sign out");
        analyst.fillIn("ada", PASSWORD);
        analyst.clickText("a", "People");
        analyst.clickText("button", "rita");
        analyst.clickText("button", "Disable");
        analyst.seeText("td", "disabled");
        colleague.open(server.address() + "/sign-in");
        colleague.fillIn("rita", PASSWORD);
        colleague.sees(".problem", "This account is disabled");
        analyst.clickText("button", "anna");
        analyst.clickText("button", "Remove anna");
        analyst.see("button[disabled].ant-btn-dangerous");
        analyst.choose("Whom apps and datasets go to", "ada");
        analyst.clickText("button", "Remove for good");
        analyst.seesNo("[data-testid='person']");
        analyst.clickText("a", "What people did");
        analyst.sees(".AuditPage-audit", "removed an account anna");
        analyst.sees(".AuditPage-audit", "was refused at signing in disabled");
    }

    @Test
    @Order(225)
    void peopleAreLookedAfterByKeyboardAlone() {
        analyst.open(server.address());
        analyst.see("a");
        analyst.tabTo("People");
        analyst.press(Keys.ENTER);
        analyst.seeText("button", "rita");
        analyst.tabTo("rita");
        analyst.press(Keys.ENTER);
        analyst.see("[data-testid='person']");
        analyst.tabTo("What rita may do");
        analyst.tabTo("Enable");
        analyst.press(Keys.ENTER);
        analyst.seesNo("[data-testid='person'] .problem");
        analyst.sees("tr:has([aria-expanded=true])", "reads apps");
        analyst.tabTo("New password of rita");
        analyst.press(PASSWORD + " too");
        analyst.tabTo("Set password");
        analyst.press(Keys.ENTER);
        analyst.sees("[data-testid='person'] [role=status]", "Set.");
        colleague.open(server.address() + "/sign-in");
        colleague.fillIn("rita", PASSWORD + " too");
        colleague.seesNo("input[name=password]");
        analyst.press(Keys.chord(Keys.SHIFT, Keys.TAB));
        analyst.tabTo("Remove rita");
        analyst.press(Keys.ENTER);
        analyst.see("button.ant-btn-dangerous");
    }

    @Test
    @Order(230)
    void everybodyLooksAfterTheirOwnAccount() {
        analyst.open(server.address());
        analyst.clickText("a", "ada");
        analyst.sees("main", "this one");
        analyst.type("#label", "notebook");
        analyst.clickText("button", "Make a token");
        analyst.see("code.OwnTokens-token");
        analyst.click("button[aria-label='End notebook']");
        analyst.sees("section[aria-label='Tokens for other programs']", "None.");
        analyst.type("#current", PASSWORD);
        analyst.type("#password", PASSWORD + " again");
        analyst.clickText("button", "Change password");
        analyst.sees("section[aria-label=Password]", "Your other sign-ins and your tokens have ended");
    }

    @Test
    @Order(240)
    void aLoadThatACrashCutOffIsRepeated() throws Exception {
        Client client = new Client(server.address());
        client.signIn("ada", PASSWORD + " again");
        Path file = folder.resolve("departures-cut-off.csv");
        Departures.write(file, LocalDate.of(2024, 1, 1), LocalDate.of(2026, 12, 31));
        var body = Client.json().createObjectNode();
        body.putArray("files").add(client.upload(file));
        client.send("POST", "/api/datasets", body);
        server.crashAndRestart();
        analyst.open(server.address());
        analyst.sees(".notice", "Load departures-cut-off.csv");
        analyst.clickText("button", "Repeat it");
        analyst.seeText("li", "Departures cut off");
        analyst.seesNo(".notice");
    }

    @Test
    @Order(290)
    void aWideSheetBecomesRowsWithWhatAnotherDatasetKnows() throws Exception {
        Path files = folder.resolve("files");
        DemoFiles.writeTo(files);
        analyst.open(server.address());
        analyst.pick("input[type=file]", files.resolve("stations.xlsx"));
        analyst.sees(".author-prepare-table h2", "18 rows");
        analyst.open(server.address());
        analyst.pick("input[type=file]", files.resolve("energy-by-month.xlsx"));
        analyst.clickText("button", "Load it");
        analyst.sees(".author-prepare-table h2", "24 rows · 26 columns");
        analyst.sees("[aria-label='Worth a look']", "24 columns, Jan 2025 to Dec 2026, hold one period each");
        analyst.clickText("button", "Turn them into rows");
        analyst.sees(".author-prepare-table h2", "576 rows · 4 columns");
        analyst.sees(".author-preview thead", "month · time");
        analyst.find("Kinds of steps", "Look up in another dataset");
        analyst.choose("by the column here", "Depot");
        analyst.choose("in the dataset", "Stations");
        analyst.choose("whose key there is", "City");
        analyst.click(".StepEditor-step-editor .ant-select:has(input[aria-label='take'])");
        analyst.clickText("div[contains(@class, 'ant-select-item-option-content')]", "Country");
        analyst.press(Keys.ESCAPE);
        analyst.clickText("button", "Add the step");
        analyst.sees(".author-steps", "Look up country in Stations where city is Depot: the first of several.");
        analyst.sees(".author-steps", "every row has a match");
        analyst.sees(".author-preview thead", "Country");
        analyst.find("Kinds of steps", "Keep or leave out rows by a condition");
        analyst.type(".StepEditor-step-editor .cm-content", "value > 20000");
        analyst.clickText("button", "Add the step");
        analyst.sees(".author-steps", "Keep the rows where value > 20000.");
        analyst.clickText("button", "Undo");
        analyst.sees(".author-prepare-table h2", "After step 2");
        analyst.clickText("button", "Undo");
        analyst.sees(".author-prepare-table h2", "576 rows · 4 columns");
    }

    @Test
    @Order(295)
    void theAuthorSaysWhatColleaguesBeginWith() {
        analyst.open(server.address());
        analyst.clickText("ul[1]//a", "Departures 2026");
        analyst.sees(".ReadingLine-reading", "Reading all ");
        analyst.clickText("label", "Sleeper");
        analyst.sees(".ReadingLine-reading", "Coach class is Sleeper");
        analyst.clickText("button", "Let colleagues begin with this selection");
        analyst.see("[data-save=saved]");
        analyst.clickText("a", "Publish edition");
        analyst.clickText("button", "Publish edition");
        analyst.seeText("h2", "Editions");
        link = analyst.see(".PublishPage-link-row input").getDomProperty("value");
        analyst.open(link);
        analyst.sees(".ReadingLine-reading", "Coach class is Sleeper");
        analyst.clickText("button", "Clear all");
        analyst.sees(".ReadingLine-reading", "Reading all ");
        assertThat(analyst.address()).contains("all=");
        analyst.clickText("button", "Back to the start");
        analyst.sees(".ReadingLine-reading", "Coach class is Sleeper");
        analyst.click(".ReadingLine-lift");
        analyst.sees(".ReadingLine-reading", "Reading all ");
        analyst.back();
        analyst.sees(".ReadingLine-reading", "Coach class is Sleeper");
    }

    @Test
    @Order(297)
    void anAppReadsASecondDatasetBesideItsOwn() throws Exception {
        Path file = folder.resolve("seat targets.csv");
        Files.writeString(file, """
                Coach class,Seats wanted,Owner
                Sleeper,400,Ada
                Couchette,600,Ben
                Seat,900,Ben
                """);
        analyst.open(server.address());
        analyst.pick("input[type=file]", file);
        analyst.sees(".author-prepare-table h2", "3 rows");
        analyst.open(server.address());
        analyst.clickText("ul[1]//a", "Departures 2026");
        analyst.sees(".ReadingLine-reading", "Coach class is Sleeper");
        analyst.click("button[aria-label$='Datasets of the app']");
        analyst.choose("Add a dataset", "Seat targets");
        analyst.sees("fieldset[data-dataset=d2]", "Seat targets: 3 rows");
        analyst.sees(
                "fieldset[data-dataset=d2] label:has([aria-label='Column that follows Coach class'])", "Coach class");
        analyst.see("fieldset[data-dataset=d2] input").sendKeys(Keys.chord(Keys.CONTROL, "a"), "targets", Keys.ENTER);
        analyst.see("[data-save=saved]");
        analyst.press(Keys.ESCAPE);
        analyst.seesNo(".menu-panel");
        analyst.clickText("button", "Add a view");
        analyst.choose("Dataset of the view", "targets");
        analyst.clickText("button", "How do groups compare?");
        analyst.choose("Measure", "sum of Seats wanted");
        analyst.choose("Grouping", "Owner");
        analyst.sees(
                ".ComposeGrid-compose-cell.ComposeGrid-picked .ViewCard-view-sentence", "Sum of Seats wanted by Owner");
        analyst.clickText("button", "Done");
        analyst.sees(".ReadingLine-reading", ", 1 of 3 targets: Coach class is Sleeper");
        analyst.see("[data-save=saved]");
        analyst.clickText("a", "Publish edition");
        analyst.clickText("button", "Publish edition");
        analyst.seeText("h2", "Editions");
        analyst.open(analyst.see(".PublishPage-link-row input").getDomProperty("value"));
        analyst.sees(".ReadingLine-reading", ", 1 of 3 targets: Coach class is Sleeper");
        analyst.clickText("button", "Clear all");
        analyst.sees(".ReadingLine-reading", ", all 3 targets.");
        analyst.open(server.address());
        analyst.click("button[aria-label='Remove Seat targets']");
        analyst.clickText("button", "Remove for good");
        analyst.sees(".problem", "An app shows this dataset");
    }

    @Test
    @Order(300)
    void answersThatTakeTooLongAreSaid() throws Exception {
        server.restart("--answer-limit", "0");
        analyst.open(link);
        analyst.sees(".problem", "This selection takes longer to read than the server allows. Narrow it");
        server.restart("--answer-limit", "30");
        analyst.clickText("button", "Try again");
        analyst.sees(".ReadingLine-reading", "Coach class is Sleeper");
        analyst.seesNo(".problem");
    }

    @Test
    @Order(305)
    void aLostConnectionIsSaidAndMendedByItself() {
        analyst.offline(true);
        analyst.clickText("button", "Clear all");
        analyst.sees(".problem", "The server does not answer.");
        analyst.sees(".problem", "It is tried again by itself.");
        analyst.sees(".ReadingLine-reading", "Coach class is Sleeper"); // what was there stays
        analyst.offline(false);
        analyst.sees(".ReadingLine-reading", "Reading all");
        analyst.seesNo(".problem");
    }
}
