package keensparrow.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import keensparrow.demo.Client;
import keensparrow.demo.DemoFiles;
import keensparrow.demo.Seed;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;

/**
 * The demo as it stands: what a first visit transfers, that each kind of view is drawn, and the rules of axe-core on every
 * screen and its states: names, roles, order of headings, contrast.
 */
class DemoIT {
    private static final Path AXE = Path.of("../web/node_modules/axe-core/axe.min.js");

    /** Each broken rule with the first element that breaks it. */
    private static final String RUN = """
            const done = arguments[arguments.length - 1];
            axe.run(document, { resultTypes: ['violations'] }).then(({ violations }) =>
              done(violations.map(({ id, nodes }) =>
                `${id} (${nodes.length}): ${nodes.map(({ html }) => html.slice(0, 130)).slice(0, 6).join(' | ')} ${nodes[0].any.concat(nodes[0].all, nodes[0].none).map(({ message }) => message).join('; ').slice(0, 200)}`)));
            """;

    @TempDir
    static Path folder;

    private static Path files;
    private static RunningServer server;
    private static String told;

    private Browser browser;
    private String rules;
    private final List<String> broken = new ArrayList<>();

    @BeforeAll
    static void start() throws Exception {
        files = folder.resolve("files");
        DemoFiles.writeTo(files);
        DemoFiles.writeWarehouse(folder.resolve("data/warehouse"));
        server = new RunningServer(folder.resolve("data"));
        told = Seed.run(server.address(), server.data().resolve("setup-address.txt"), files);
    }

    @AfterAll
    static void stop() throws Exception {
        server.close();
    }

    private static String password(String account) {
        return told.replaceAll("(?s).* " + account + " +(\\S+).*", "$1");
    }

    private static String firstApp() {
        return server.address() + "/a/" + told.replaceAll("(?s).*?/a/([0-9a-f]+).*", "$1");
    }

    @Test
    void aFirstVisitTransfersLittleAndEachKindIsDrawn() throws Exception {
        try (Browser opened = new Browser(folder)) {
            browser = opened;
            browser.open(firstApp());
            browser.fillIn("manager", password("manager"));
            browser.sees(".ReadingLine-reading", "Reading all 90,315 departures.");
            browser.see(".OneChart-chart[data-ready]:not([data-ready='0'])");
            @SuppressWarnings("unchecked")
            List<String> loaded = (List<String>)
                    browser.script(
                            "return performance.getEntriesByType('resource').map(e => e.name).filter(n => /\\.(js|css)$/.test(n))");
            long total = 0;
            for (String address : loaded) {
                total += packed(address);
            }
            assertThat(loaded).hasSizeGreaterThan(3);
            assertThat(total).isBetween(50_000L, 400_000L);
            everyAppIsDrawn();
        }
    }

    @Test
    void noScreenBreaksARule() throws Exception {
        rules = Files.readString(AXE);
        try (Browser opened = new Browser(folder)) {
            browser = opened;
            browser.open(server.address() + "/sign-in");
            browser.see("input[name=password]");
            check("sign in");
            browser.signIn(server.address(), "analyst", password("analyst"));
            browser.seeText("h2", "Datasets");
            check("home");
            authors();
            readers();
            people();
        }
        assertThat(broken).isEmpty();
    }

    /** The apps of the demo use every kind of view: each chart is drawn, none fails, on every page. */
    private void everyAppIsDrawn() {
        Set<String> kinds = new TreeSet<>();
        for (String slug : Pattern.compile("/a/([0-9a-f]+)")
                .matcher(told)
                .results()
                .map(found -> found.group(1))
                .toList()) {
            for (String page : List.of("", "?page=p2")) {
                browser.open(server.address() + "/a/" + slug + page);
                browser.see(".AppPage-app-page:not([data-rounds='0'])");
                browser.seesNo(".OneChart-chart[data-ready='0']");
                browser.seesNo(".view-view-failure");
                browser.seesNo(".problem");
                browser.all(".AppPage-view-cell").forEach(cell -> kinds.add(cell.getDomAttribute("data-kind")));
            }
        }
        assertThat(kinds).hasSize(16);
    }

    private static long packed(String address) throws IOException, InterruptedException {
        HttpResponse<byte[]> response = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(address))
                                .header("Accept-Encoding", "gzip, br")
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());
        assertThat(response.headers().firstValue("Content-Encoding")).contains("br");
        assertThat(response.headers().firstValue("Cache-Control").orElse("")).contains("immutable");
        return response.body().length;
    }

    private void authors() throws Exception {
        browser.pick("input[type=file]", files.resolve("energy-by-month.xlsx"));
        browser.see(".RawCells-edge.RawCells-left");
        check("how a file is read");
        Client client = new Client(server.address());
        client.signIn("analyst", password("analyst"));
        JsonNode app = null;
        for (JsonNode each : client.get("/api/apps").path("apps")) {
            if (each.path("title").asText().startsWith("Night routes")) {
                app = each;
            }
        }
        assertThat(app).isNotNull();
        browser.open(server.address() + "/datasets/" + app.path("datasetId").asText());
        browser.see(".author-preview td");
        check("look and prepare");
        browser.open(server.address());
        browser.clickText("ul[2]//a", "Energy by month");
        browser.sees(".author-prepare-table h2", "576 rows");
        check("steps");
        browser.click("button[aria-label='Change step 6']");
        browser.see(".StepEditor-step-editor");
        check("a step being changed");
        browser.find("Kinds of steps", "Keep or leave out rows by a condition");
        browser.see(".StepEditor-step-editor .cm-content");
        check("a step being written");
        String compose = server.address() + "/apps/" + app.path("id").asText();
        browser.open(compose);
        browser.see(".OneChart-chart[data-ready]:not([data-ready='0'])");
        check("compose");
        browser.click("[data-view=byroute] .ComposeGrid-cell-tools button");
        browser.see(".ViewEditor-view-editor");
        check("a view being edited");
        browser.clickText("button", "Done");
        browser.click("button[aria-label$='How each filter works']");
        browser.see(".FiltersMenu-filter-specs");
        check("filter settings");
        browser.open(compose + "/publish");
        browser.see("input[aria-label=Link]");
        check("publish");
        browser.open(server.address() + "/query");
        browser.see("textarea[aria-label=Query]");
        check("query");
    }

    private void readers() {
        String link = firstApp();
        browser.open(link);
        browser.see(".OneChart-chart[data-ready]:not([data-ready='0'])");
        check("an app");
        browser.open(link + "?m.byroute=route~.is~.Vienna–Hamburg&marks=highlight&f.coach_class=is~.Sleeper");
        browser.see(".OneChart-chart[data-ready]:not([data-ready='0'])");
        browser.click("[data-part='view:byroute'] .ViewCard-view-twin button");
        browser.see("[data-part='view:byroute'] .view-twin table");
        check("an app with a mark and a table");
        browser.clickText("button", "All 24");
        browser.see(".ValuesFilter-values.ValuesFilter-all");
        check("all values of a filter");
        browser.press(Keys.ESCAPE);
        browser.click("[data-part='view:byroute'] button[aria-label^='what is this? ']");
        browser.see("dialog tbody tr");
        check("what is this");
        browser.press(Keys.ESCAPE);
        browser.click("button[aria-label$='open or keep a view']");
        browser.see(".SavedViewsMenu-saved-views");
        check("saved views");
        browser.press(Keys.ESCAPE);
        browser.clickText("button", "Guided reading");
        browser.clickText("button", "Next");
        browser.sees(".GuidedReading-guided", "The winter");
        browser.click(".ReadingLine-phrase .menu > button");
        browser.see(".ReadingLine-phrase-filter");
        check("a guided reading, with a filter edited in the reading line");
        browser.open(link + "?view=worst");
        browser.clickText("button", "Filter by heading");
        browser.see(".view-table-head-filters");
        browser.clickText("div[@role='gridcell']", "13 Mar 2026");
        browser.see(".TableView-picked-cell");
        check("a table alone, with filters under its headings");
        browser.open(link + "?f.delay_in_minutes=between~.99999~.");
        browser.sees(".ReadingLine-reading", "Reading 0 of");
        check("an app without a row");
        browser.size(390, 844);
        browser.open(link);
        browser.see(".OneChart-chart[data-ready]:not([data-ready='0'])");
        check("an app on a narrow screen");
        browser.click(".FilterBand-sheet-button");
        browser.see(".FilterBand-sheet-open");
        check("its filters as a sheet");
        browser.size(1280, 800);
    }

    private void people() {
        browser.open(server.address());
        browser.clickText("button", "Sign out");
        browser.fillIn("admin", password("admin"));
        browser.clickText("a", "People");
        browser.clickText("button", "analyst");
        browser.see("[data-testid='person']");
        check("people");
        browser.clickText("a", "What people did");
        browser.sees(".AuditPage-audit", "signed in");
        check("what people did");
        browser.open(server.address() + "/account");
        browser.see("main");
        check("your account");
    }

    private void check(String screen) {
        browser.script(rules);
        for (Object rule : (List<?>) browser.later(RUN)) {
            broken.add(screen + ": " + rule);
        }
    }
}
