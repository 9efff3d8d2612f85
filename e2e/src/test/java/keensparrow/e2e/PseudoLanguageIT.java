package keensparrow.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The whole way from the file to the link in a language made of English: letters accented, texts a third longer,
 * arguments turned round. The data are Greek, so a plain Latin word on a screen is a text outside the resources.
 */
class PseudoLanguageIT {
    private static final String PASSWORD = "νυχτερινό τρένο";

    /** Plain words that people see and that are no text of the interface, then texts that are cut off. */
    private static final String LEFT = """
            const known = /^(csv|UTF|ISO|PNG|SVG|CSV|XLSX|SQL|kB|MB|GB|min|min|Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec|select|from|Chromium|Chrome|Linux|https?|localhost|count|sum|q\\d+|timi|poli|imera|app|px)$/;
            const found = [];
            const say = (text, where) => {
              for (const word of (text ?? '').match(/[A-Za-z]{2,}/g) ?? []) {
                if (!known.test(word)) found.push(word + ' in “' + text.trim().slice(0, 80) + '” (' + where + ')');
              }
            };
            const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
            for (let node = walker.nextNode(); node; node = walker.nextNode()) {
              const holder = node.parentElement;
              if (holder.closest('script, style, code')) continue;
              if (holder.getClientRects().length > 0) say(node.textContent, holder.className || holder.tagName);
            }
            for (const element of document.querySelectorAll('[aria-label], [title], [placeholder]')) {
              if (element.closest('.anticon, [aria-hidden=true], .ant-input-number-actions, .ant-input-suffix')) continue; // pictures
              for (const name of ['aria-label', 'title', 'placeholder']) {
                say(element.getAttribute(name), name + ' of ' + element.tagName);
              }
            }
            for (const element of document.querySelectorAll('button, .button, h1, h2, h3, label, th, .ant-btn')) {
              if (element.closest('.sr-only')) continue; // heard, not seen
              const style = getComputedStyle(element);
              if (element.clientWidth > 0 && style.overflowX !== 'visible' && style.overflowX !== 'auto'
                  && element.scrollWidth > element.clientWidth + 1 && !element.title) {
                found.push('cut off: ' + element.textContent);
              }
            }
            return found;
            """;

    @TempDir
    Path folder;

    private final TreeSet<String> left = new TreeSet<>();

    @Test
    void noTextStandsOutsideTheResources() throws Exception {
        try {
            walk();
        } finally {
            assertThat(left).isEmpty();
        }
    }

    private void walk() throws Exception {
        try (RunningServer server = new RunningServer(folder.resolve("data"), "--language", "qps");
                Browser browser = new Browser(folder)) {
            browser.open(
                    Files.readString(server.data().resolve("setup-address.txt")).strip());
            browser.see("button[type=submit]");
            look(browser, "setup");
            browser.fillIn("Άννα", PASSWORD);
            browser.see("main h2");
            look(browser, "home");
            for (String page : List.of("/people", "/account", "/audit", "/query", "/nowhere")) {
                browser.open(server.address() + page);
                browser.see("main, .title-bar, h1");
                browser.seesNo(".ant-spin");
                look(browser, page);
            }
            browser.open(server.address());
            browser.pick("input[type=file]", file());
            browser.see(".author-preview thead button").click();
            browser.see(".author-panel");
            look(browser, "prepare");
            fromTheDatasetToTheLink(browser);
        }
    }

    private void fromTheDatasetToTheLink(Browser browser) {
        String dataset = browser.address();
        browser.open(dataset.replaceFirst("/datasets/(\\w+).*", "/datasets/$1/reading"));
        browser.see(".author-prepare-table");
        look(browser, "reading");
        browser.open(dataset);
        browser.see(".button.primary").click();
        browser.see(".OneChart-chart[data-ready]:not([data-ready='0'])");
        look(browser, "compose");
        browser.see(".ComposeGrid-compose-cell button[aria-pressed]").click();
        browser.see(".ViewEditor-view-editor");
        look(browser, "sentence editor");
        String app = browser.address();
        browser.open(app.replaceFirst("/apps/(\\w+).*", "/apps/$1/publish"));
        browser.see(".ant-btn-primary").click();
        String link = browser.see(".PublishPage-link-row input").getDomProperty("value");
        look(browser, "publish");
        browser.open(link);
        browser.see(".OneChart-chart[data-ready]:not([data-ready='0'])");
        look(browser, "the app");
    }

    private void look(Browser browser, String page) {
        @SuppressWarnings("unchecked")
        List<String> found = (List<String>) browser.script(LEFT);
        found.forEach(one -> left.add(page + ": " + one));
    }

    private Path file() throws Exception {
        StringBuilder rows = new StringBuilder("Ημέρα,Πόλη,Τιμή\n");
        for (int i = 0; i < 90; i++) {
            rows.append("2026-0")
                    .append(1 + i / 30)
                    .append('-')
                    .append(10 + i % 18)
                    .append(',')
                    .append(List.of("Αθήνα", "Πάτρα", "Βόλος").get(i % 3))
                    .append(',')
                    .append(10 + i * 7 % 31)
                    .append('\n');
        }
        return Files.writeString(folder.resolve("στοιχεία.csv"), rows.toString());
    }
}
