package keensparrow.e2e;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import keensparrow.demo.Client;
import keensparrow.demo.DemoFiles;
import keensparrow.demo.Seed;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;

/** Makes the pictures of the documentation from the demo data: {@code ./sparrow screenshots}. */
@EnabledIfSystemProperty(named = "screenshots", matches = "true")
class ScreenshotsIT {
    private static final Path PICTURES = Path.of("../docs/screenshots");

    @TempDir
    Path folder;

    @Test
    void oneOfEachMainView() throws Exception {
        Files.createDirectories(PICTURES);
        Path files = folder.resolve("files");
        DemoFiles.writeTo(files);
        DemoFiles.writeWarehouse(folder.resolve("data/warehouse"));
        try (RunningServer server = new RunningServer(folder.resolve("data"));
                Browser browser = new Browser(folder)) {
            String told = Seed.run(server.address(), server.data().resolve("setup-address.txt"), files);
            String password = told.replaceAll("(?s).*analyst +(\\S+).*", "$1");
            String administrator = told.replaceAll("(?s).* admin +(\\S+).*", "$1");
            String slug = told.replaceAll("(?s).*?/a/([0-9a-f]+).*", "$1");
            browser.signIn(server.address(), "analyst", password);
            browser.seeText("h2", "Datasets");
            browser.seeText("a", "Departures");
            picture(browser, "home");
            browser.pick("input[type=file]", files.resolve("energy-by-month.xlsx"));
            browser.see(".RawCells-edge.RawCells-left");
            browser.script("return document.fonts.ready.then(() => true)");
            picture(browser, "bring-in");
            browser.open(server.address());
            browser.pick("input[type=file]", files.resolve("seats-offered.csv"));
            browser.see(".prepare-doubt");
            browser.see(".author-preview td");
            picture(browser, "doubts");
            Client client = new Client(server.address());
            client.signIn("analyst", password);
            JsonNode app = titled(client.get("/api/apps").path("apps"), "Night routes: punctuality");
            browser.open(server.address() + "/datasets/" + app.path("datasetId").asText());
            browser.see(".author-preview td");
            browser.clickText("th//button", "Delay in minutes");
            picture(browser, "prepare");
            browser.open(server.address());
            browser.clickText("ul[2]//a", "Energy by month");
            browser.sees(".author-prepare-table h2", "576 rows");
            browser.click("button[aria-label='Change step 6']");
            browser.see(".StepEditor-step-editor");
            picture(browser, "steps");
            browser.open(server.address() + "/apps/" + app.path("id").asText());
            ready(browser);
            browser.click("[data-view=byroute] .ComposeGrid-cell-tools button");
            browser.see(".ViewEditor-view-editor");
            picture(browser, "compose");
            JsonNode revenue = titled(client.get("/api/apps").path("apps"), "Revenue and berths");
            browser.open(server.address() + "/apps/" + revenue.path("id").asText());
            drawn(browser);
            browser.click("button[aria-label$='What colleagues choose']");
            browser.see(".compose-definition");
            picture(browser, "compose-choices");
            browser.open(server.address() + "/apps/" + app.path("id").asText() + "/publish");
            browser.see("input[aria-label=Link]");
            picture(browser, "publish");
            browser.open(server.address() + "/query");
            browser.type(
                    "textarea[aria-label=Query]",
                    "select f.fare_name, c.home_country, b.travel_on, b.passengers, b.paid\nfrom booking b\n"
                            + "join fare f on f.fare_code = b.fare_code\njoin customer c on c.customer_id = b.customer_id");
            browser.clickText("button", "Show first rows");
            browser.see(".author-preview td");
            picture(browser, "query");
            String link = server.address() + "/a/" + slug;
            browser.open(link);
            browser.clickText("button", "Understood");
            browser.clickText("button", "Guided reading");
            browser.clickText("button", "Next");
            browser.sees(".GuidedReading-guided", "The winter");
            browser.sees(".ReadingLine-reading", "of 90,315 departures: Date Nov 2025");
            ready(browser);
            picture(browser, "read");
            browser.open(link + "?m.byroute=route~.is~.Vienna–Hamburg");
            ready(browser);
            picture(browser, "read-marked");
            browser.click("[data-part='view:byroute'] button[aria-haspopup=dialog]");
            browser.see("dialog tbody tr");
            browser.clickText("summary", "in SQL");
            picture(browser, "what-is-this");
            browser.press(Keys.ESCAPE);
            browser.open(link + "?page=p2");
            drawn(browser);
            picture(browser, "read-second-page");
            List<String> links = Pattern.compile("/a/([0-9a-f]+)")
                    .matcher(told)
                    .results()
                    .map(found -> server.address() + "/a/" + found.group(1))
                    .toList();
            browser.open(links.get(1) + "?c.what=full&c.by=country");
            drawn(browser);
            picture(browser, "read-choices");
            browser.open(links.get(2));
            drawn(browser);
            picture(browser, "read-survey");
            browser.open(links.get(3));
            drawn(browser);
            picture(browser, "read-map");
            browser.size(390, 844);
            browser.open(link);
            ready(browser);
            picture(browser, "read-narrow");
            browser.size(1280, 800);
            browser.open(server.address());
            browser.clickText("button", "Sign out");
            browser.fillIn("admin", administrator);
            browser.clickText("a", "People");
            browser.clickText("button", "analyst");
            browser.see("[data-testid='person']");
            picture(browser, "people");
            browser.clickText("a", "What people did");
            browser.sees(".AuditPage-audit", "signed in");
            picture(browser, "what-people-did");
        }
    }

    private static JsonNode titled(JsonNode apps, String title) {
        for (JsonNode app : apps) {
            if (app.path("title").asText().equals(title)) {
                return app;
            }
        }
        throw new IllegalStateException("no app " + title);
    }

    private static void drawn(Browser browser) {
        browser.see(".AppPage-app-page:not([data-rounds='0'])");
        browser.see(".OneChart-chart[data-ready]:not([data-ready='0'])");
        browser.seesNo(".OneChart-chart[data-ready='0']");
        browser.script("return document.fonts.ready.then(() => true)");
    }

    private static void ready(Browser browser) {
        browser.see(".AppPage-app-page:not([data-rounds='0'])");
        browser.see("[data-part='view:byroute'] .OneChart-chart[data-ready]:not([data-ready='0'])");
        browser.see("[data-part='view:bytime'] .OneChart-chart[data-ready]:not([data-ready='0'])");
        browser.script("return document.fonts.ready.then(() => true)");
    }

    private static void picture(Browser browser, String name) throws IOException {
        browser.picture(PICTURES.resolve(name + ".png"));
    }
}
