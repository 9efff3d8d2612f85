package keensparrow.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import keensparrow.demo.Seed;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A colleague's first visit is light: scripts and styles together stay under 400 kB, packed with brotli. */
class FirstVisitIT {
    @TempDir
    Path folder;

    @Test
    void transfersLittle() throws Exception {
        Path files = folder.resolve("files");
        keensparrow.demo.DemoFiles.writeTo(files);
        keensparrow.demo.DemoFiles.writeWarehouse(folder.resolve("data/warehouse"));
        try (RunningServer server = new RunningServer(folder.resolve("data"));
                Browser browser = new Browser(folder)) {
            String told = Seed.run(server.address(), server.data().resolve("setup-address.txt"), files);
            String password = told.replaceAll("(?s).*manager +(\\S+).*", "$1");
            String slug = told.replaceAll("(?s).*?/a/([0-9a-f]+).*", "$1");
            browser.open(server.address() + "/a/" + slug);
            browser.fillIn("manager", password);
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
            everyAppIsDrawn(browser, told, server.address());
        }
    }

    /** The apps of the demo use every kind of view: each chart is drawn, none fails, on every page. */
    private static void everyAppIsDrawn(Browser browser, String told, String address) {
        Set<String> kinds = new TreeSet<>();
        for (String slug : Pattern.compile("/a/([0-9a-f]+)")
                .matcher(told)
                .results()
                .map(found -> found.group(1))
                .toList()) {
            for (String page : List.of("", "?page=p2")) {
                browser.open(address + "/a/" + slug + page);
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
}
