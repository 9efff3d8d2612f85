package keensparrow.e2e;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import keensparrow.demo.Client;
import keensparrow.demo.Departures;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/**
 * {@code ./sparrow bench page [COPIES]}: a page of eight filters and six views over a million rows in a browser, from the
 * press to the last changed pixel, and what of it the server took. Prints times; asserts none.
 */
@EnabledIfSystemProperty(named = "pageTimes", matches = "[0-9]+")
class PageTimesIT {
    private static final int WARM_UP = 24; // presses that are not counted: the server compiles what it runs often
    private static final int ROUNDS = 40;
    private static final int VIEWS = 6;
    private static final List<String> FILTERS = List.of(
            "date", "route", "coach_class", "country", "booking_channel", "delay_in_minutes", "passengers", "origin");

    /** Notes the press and, after each change of the page, when it was painted. */
    private static final String ARM = """
            const times = (window.times = { start: null, last: null });
            const note = (event) => { times.start ??= event.timeStamp; };
            addEventListener('pointerdown', note, { capture: true, once: true });
            addEventListener('keydown', note, { capture: true, once: true });
            const seen = () => requestAnimationFrame(() => setTimeout(() => { times.last = performance.now(); }));
            const outside = new Set();
            const watch = new IntersectionObserver((entries) => entries.forEach(({ target, isIntersecting }) =>
              isIntersecting ? outside.delete(target) : outside.add(target)));
            document.querySelectorAll('[data-part]').forEach((part) => watch.observe(part));
            const isSeen = ({ attributeName, target }) => !attributeName?.startsWith('data-')
              && !outside.has((target.closest ? target : target.parentElement)?.closest('[data-part]'));
            times.watch = watch;
            times.observer = new MutationObserver((changes) => { if (changes.some(isSeen)) seen(); });
            times.observer.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
            """;

    /** Once nothing changes any more: milliseconds to the last change, and of the answer at the server. */
    private static final String DONE = """
            const done = arguments[arguments.length - 1];
            const ask = () => {
              const { start, last, observer } = window.times;
              if (last === null || performance.now() - last < 300) { setTimeout(ask, 30); return; }
              observer.disconnect();
              window.times.watch.disconnect();
              const calls = performance.getEntriesByType('resource')
                .filter((call) => call.name.includes('/answers') && call.startTime >= start);
              const served = calls.map((call) => call.responseEnd - call.requestStart);
              done([last - start, served.length === 0 ? 0 : Math.max(...served)]);
            };
            setTimeout(ask, 50);
            """;

    /** Drags a handle for two seconds, a step a frame, and gives the milliseconds of each frame. */
    private static final String DRAG = """
            const [handle, done] = arguments;
            const rail = handle.parentElement.getBoundingClientRect();
            const y = rail.top + rail.height / 2;
            const send = (kind, x) => handle.dispatchEvent(new PointerEvent(kind,
              { bubbles: true, pointerId: 1, button: 0, clientX: x, clientY: y, isPrimary: true }));
            handle.setPointerCapture = () => undefined;
            send('pointerdown', rail.left);
            const frames = [];
            let before = performance.now();
            const begun = before;
            const step = (now) => {
              frames.push(now - before);
              before = now;
              if (now - begun > 2000) { send('pointerup', rail.left); done(frames.slice(2)); return; }
              send('pointermove', rail.left + rail.width * 0.4 * (1 - Math.cos((now - begun) / 300)));
              requestAnimationFrame(step);
            };
            requestAnimationFrame(step);
            """;

    @TempDir
    Path folder;

    @Test
    void fromThePressToTheLastPixel() throws Exception {
        int copies = Integer.getInteger("pageTimes");
        Path csv = folder.resolve("departures.csv");
        Departures.write(csv, LocalDate.of(2025, 1, 1), LocalDate.of(2026, 7, 1), copies);
        try (RunningServer server = RunningServer.quick(folder.resolve("data"));
                Browser browser = new Browser(folder)) {
            String link = published(server, csv);
            long start = System.nanoTime();
            browser.open(server.address() + link);
            browser.sees(".ReadingLine-reading", "Reading all");
            drawn(browser);
            System.out.printf("first visit, everything drawn: %d ms%n", (System.nanoTime() - start) / 1_000_000);
            String classes = "[data-part='filter:coach_class'] input[type=checkbox]";
            String channels = "[data-part='filter:booking_channel'] input[type=checkbox]";
            Map<String, List<double[]>> times = new TreeMap<>();
            for (int round = 0; round < WARM_UP + ROUNDS; round++) {
                String css = round % 4 < 2 ? classes : channels;
                int at = round % 2;
                double[] time = timed(browser, () -> browser.all(css).get(at).click());
                if (round >= WARM_UP) {
                    times.computeIfAbsent("a filter's value", key -> new ArrayList<>())
                            .add(time);
                }
            }
            for (String choice : List.of("Measure", "Grouped by")) {
                WebElement select = browser.see("select[aria-label='" + choice + "']");
                for (int round = 0; round < ROUNDS / 2; round++) {
                    CharSequence key = round % 2 == 0 ? Keys.ARROW_DOWN : Keys.ARROW_UP;
                    times.computeIfAbsent("a choice: " + choice, name -> new ArrayList<>())
                            .add(timed(browser, () -> select.sendKeys(key)));
                }
            }
            for (int round = 0; round < ROUNDS / 2; round++) {
                int at = (round + 1) % 2;
                times.computeIfAbsent("another page", key -> new ArrayList<>())
                        .add(timed(
                                browser,
                                () -> browser.all(".PageTabs-page-tabs button")
                                        .get(at)
                                        .click()));
            }
            times.forEach(PageTimesIT::tell);
            WebElement handle = browser.see("[data-part='filter:delay_in_minutes'] .Handles-handle");
            List<?> frames = (List<?>) browser.later(DRAG, handle);
            double[] lengths = frames.stream()
                    .mapToDouble(frame -> ((Number) frame).doubleValue())
                    .sorted()
                    .toArray();
            System.out.printf(
                    "dragging a range: %d frames in two seconds, median %.0f ms, 95th %.0f ms, longest %.0f ms%n",
                    lengths.length,
                    lengths[lengths.length / 2],
                    lengths[lengths.length * 95 / 100],
                    lengths[lengths.length - 1]);
        }
    }

    private static void drawn(Browser browser) {
        browser.later("""
                const done = arguments[arguments.length - 1];
                const ask = () => document.querySelectorAll('[data-ready]').length > 0
                  && [...document.querySelectorAll('[data-ready]')].every((chart) => chart.dataset.ready !== '0')
                  ? done(true) : setTimeout(ask, 5);
                ask();
                """);
    }

    private static double[] timed(Browser browser, Runnable press) {
        browser.script(ARM);
        press.run();
        return ((List<?>) browser.later(DONE))
                .stream().mapToDouble(time -> ((Number) time).doubleValue()).toArray();
    }

    private static void tell(String what, List<double[]> times) {
        System.out.printf(
                "%s: on the screen %.0f ms, at the server %.0f ms (medians of %d); slowest %.0f ms%n",
                what,
                middle(times, 0),
                middle(times, 1),
                times.size(),
                times.stream().mapToDouble(time -> time[0]).max().orElse(0));
    }

    private static double middle(List<double[]> times, int which) {
        double[] sorted =
                times.stream().mapToDouble(time -> time[which]).sorted().toArray();
        return sorted[sorted.length / 2];
    }

    /** The first draft with eight filters, six views on one page and one on another, and two choices. */
    private static String published(RunningServer server, Path csv) throws IOException, InterruptedException {
        Client author = server.firstAccount("author", "night train to Trieste");
        ObjectNode upload = Client.json().createObjectNode();
        upload.putArray("files").add(author.upload(csv));
        JsonNode loaded = author.finished(author.send("POST", "/api/datasets", upload));
        String dataset = loaded.path("datasetId").asText();
        JsonNode made = author.send(
                "POST", "/api/apps", Client.json().createObjectNode().put("datasetId", dataset));
        System.out.printf(
                "%,d rows, %d filters, %d views%n",
                made.path("page").path("data").path("rowCount").asInt(), FILTERS.size(), VIEWS);
        String id = made.path("id").asText();
        ObjectNode app = (ObjectNode) made.path("page").path("app").deepCopy();
        filters(app);
        views(app);
        ObjectNode change = Client.json()
                .createObjectNode()
                .put("revision", made.path("revision").asInt());
        change.set("app", app);
        JsonNode saved = author.send("PUT", "/api/apps/" + id + "/draft", change);
        ArrayNode choices = app.putArray("choices");
        String bars = first(app, "BARS");
        for (JsonNode proposal :
                author.get("/api/apps/" + id + "/views/" + bars + "/choices").path("proposals")) {
            if (Set.of("MEASURE", "GROUPING").contains(proposal.path("kind").asText())) {
                ObjectNode choice = choices.addObject()
                        .put("id", "c" + choices.size())
                        .put("title", "")
                        .put("kind", proposal.path("kind").asText());
                ArrayNode options = choice.putArray("options");
                proposal.path("options").forEach(option -> {
                    if (options.size() < 4) {
                        options.add(option.path("option"));
                    }
                });
                choice.putArray("views").add(bars);
            }
        }
        change.put("revision", saved.path("revision").asInt());
        author.send("PUT", "/api/apps/" + id + "/draft", change);
        JsonNode state = author.send(
                "POST",
                "/api/apps/" + id + "/editions",
                Client.json().createObjectNode().put("access", "ANYONE"));
        return "/a/" + state.path("slug").asText();
    }

    private static void filters(ObjectNode app) {
        Map<String, JsonNode> kept = new TreeMap<>();
        app.path("filters").forEach(filter -> kept.put(filter.path("column").asText(), filter));
        ArrayNode filters = app.putArray("filters");
        for (String column : FILTERS) {
            boolean range = Set.of("date", "delay_in_minutes", "passengers").contains(column);
            JsonNode made =
                    Client.json().createObjectNode().put("column", column).put("kind", range ? "RANGE" : "VALUES");
            filters.add(kept.getOrDefault(column, made));
        }
    }

    private static void views(ObjectNode app) {
        ArrayNode pages = app.putArray("pages");
        pages.addObject().put("id", "p1").put("title", "One");
        pages.addObject().put("id", "p2").put("title", "Two");
        ArrayNode all = (ArrayNode) app.path("views");
        List<JsonNode> first = new ArrayList<>();
        all.forEach(first::add);
        while (all.size() > VIEWS) {
            all.remove(all.size() - 1);
        }
        ObjectNode other = first.get(first.size() - 1).deepCopy();
        all.add(other.put("id", "other").put("page", "p2"));
        for (int i = 0; i < VIEWS && i < first.size(); i++) {
            ((ObjectNode) all.get(i)).put("page", "p1");
        }
    }

    private static String first(JsonNode app, String kind) {
        for (JsonNode view : app.path("views")) {
            if (view.path("kind").asText().equals(kind)) {
                return view.path("id").asText();
            }
        }
        throw new IllegalStateException("no " + kind + " among " + app.path("views"));
    }
}
