package keensparrow.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import keensparrow.demo.Client;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;

/** Views as they are composed and asked: hovers, lines, outermost rows by name, maps of many places, pictures. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class ViewsIT {
    private static final String PASSWORD = "night train to Trieste";
    private static final int STOPS = 2600;

    private static final String READING = ".ReadingLine-reading";

    @TempDir
    static Path folder;

    private static RunningServer server;
    private static Browser browser;
    private static Client author;
    private static String app;

    @BeforeAll
    static void start() throws Exception {
        server = new RunningServer(folder.resolve("data"));
        browser = new Browser(folder);
        author = server.firstAccount("author", PASSWORD);
        StringBuilder csv = new StringBuilder("Stop,Size,North,East,Guests,Land\n");
        for (int i = 0; i < STOPS; i++) {
            csv.append("Stop %04d,%s,%d.%02d,%d.%02d,%d,%s%n"
                    .formatted(
                            i,
                            new String[] {"small", "medium", "large", "small"}[i % 4],
                            45 + i % 9,
                            i % 97,
                            5 + i % 13,
                            i % 89,
                            i == 7 ? 900 : 10 + i % 40,
                            i % 5 == 0 ? "coast" : "inland"));
        }
        ObjectNode load = Client.json().createObjectNode();
        load.putArray("files").add(author.upload(Files.writeString(folder.resolve("stops.csv"), csv)));
        String dataset = author.finished(author.send("POST", "/api/datasets", load))
                .path("datasetId")
                .asText();
        ObjectNode steps = Client.json().createObjectNode();
        ObjectNode order =
                steps.putArray("steps").addObject().put("kind", "orderValues").put("column", "size");
        order.putArray("values").add("small").add("medium").add("large");
        author.finished(author.send("PUT", "/api/datasets/" + dataset + "/steps", steps));
        JsonNode made = author.send(
                "POST", "/api/apps", Client.json().createObjectNode().put("datasetId", dataset));
        app = made.path("id").asText();
        ObjectNode definition = (ObjectNode) made.path("page").path("app").deepCopy();
        definition.put("noun", "stops");
        definition.putArray("filters").addObject().put("column", "size").put("kind", "VALUES");
        ArrayNode views = definition.putArray("views");
        ObjectNode bars = view(views, "bars", "BARS", 0, 0);
        bars.putObject("measure").put("aggregate", "SUM").put("column", "guests");
        bars.putObject("by").put("column", "size");
        bars.put("order", "LABEL");
        ObjectNode boxes = view(views, "boxes", "BOX", 6, 0);
        boxes.putObject("measure").put("aggregate", "MEDIAN").put("column", "guests");
        boxes.putObject("by").put("column", "size");
        ((ArrayNode) boxes.path("columns")).add("stop");
        ObjectNode map = view(views, "map", "MAP", 0, 7);
        map.putObject("measure").put("aggregate", "SUM").put("column", "guests");
        map.putArray("measures").addObject().put("aggregate", "MAX").put("column", "guests");
        map.putObject("by").put("column", "stop");
        map.putObject("settings").put("latitude", "north").put("longitude", "east");
        ObjectNode lands = view(views, "lands", "BARS", 6, 7);
        lands.putObject("measure").put("aggregate", "ROWS");
        lands.putObject("by").put("column", "size");
        lands.put("split", "land").put("order", "LABEL");
        ObjectNode each = view(views, "each", "ROW_DOTS", 0, 14);
        each.putObject("by").put("column", "north").put("bins", true);
        each.putObject("across").put("column", "east").put("bins", true);
        ((ArrayNode) each.path("columns")).add("stop");
        ((ArrayNode) view(views, "list", "TABLE", 6, 14).path("columns"))
                .add("stop")
                .add("size");
        ObjectNode change = Client.json()
                .createObjectNode()
                .put("revision", made.path("revision").asInt());
        change.set("app", definition);
        author.send("PUT", "/api/apps/" + app + "/draft", change);
        browser.signIn(server.address(), "author", PASSWORD);
    }

    @AfterAll
    static void stop() throws Exception {
        browser.close();
        server.close();
    }

    private static ObjectNode view(ArrayNode views, String id, String kind, int x, int y) {
        ObjectNode view = views.addObject()
                .put("id", id)
                .put("title", "")
                .put("kind", kind)
                .put("largest", 0);
        view.putArray("columns");
        view.putArray("sort");
        view.putObject("place").put("x", x).put("y", y).put("w", 6).put("h", 7);
        return view;
    }

    private static Path picture(String name) throws Exception {
        BufferedImage image = new BufferedImage(320, 200, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setColor(Color.BLUE);
        graphics.fillOval(20, 20, 150, 150);
        graphics.dispose();
        Path file = folder.resolve(name);
        ImageIO.write(image, "png", file.toFile());
        return file;
    }

    @Test
    @Order(1)
    void aPictureIsUploadedAndToldAndWhatIsNoneIsRefused() throws Exception {
        browser.open(server.address() + "/apps/" + app);
        browser.clickText("button", "Add a view");
        browser.clickText("button", "What does it look like?");
        browser.sees(".ComposeGrid-picked", "No picture has been picked yet.");
        Path svg = Files.writeString(folder.resolve("drawing.png"), "<svg><script>alert(1)</script></svg>");
        browser.pick("input[type=file]", svg);
        browser.sees(".PictureEditor-picture [role=alert]", "save it as PNG");
        browser.pick("input[type=file]", picture("poster.png"));
        browser.see(".ComposeGrid-picked figure img");
        browser.see("input[aria-label='Caption']").sendKeys("Our poster", Keys.ENTER);
        browser.sees(".ComposeGrid-picked figcaption", "Our poster");
        browser.see("input[aria-label^='What is to be seen']").sendKeys("A blue moon", Keys.ENTER);
        browser.see(".ComposeGrid-picked img[alt='A blue moon']");
        browser.see("[data-save=saved]");
    }

    @Test
    @Order(2)
    void aLineAtTheAverageIsPickedInTheSentence() {
        browser.click("button[aria-label='Edit Guests by Size']");
        browser.sees(".ComposeGrid-picked .ViewCard-view-sentence", "Sum of Guests by Size, in their own order");
        browser.clickText("button", "+ line");
        browser.choose("Line", "their average");
        browser.sees(".ComposeGrid-picked .ViewCard-view-sentence", "with a line at the average");
        browser.sees("[data-part='view:bars'] svg", "average");
        browser.see("[data-save=saved]");
    }

    @Test
    @Order(3)
    void whoeverOpensTheLinkSeesThemAndHoversTellSharesAndRows() throws Exception {
        ObjectNode open = Client.json().createObjectNode().put("access", "ANYONE");
        String slug = author.send("POST", "/api/apps/" + app + "/editions", open)
                .path("slug")
                .asText();
        browser.open(server.address() + "/a/" + slug);
        browser.sees("[data-part='view:bars'] svg", "average");
        assertThat(browser.script("return document.querySelector(\"img[alt='A blue moon']\").decode().then(() => "
                        + "document.querySelector(\"img[alt='A blue moon']\").naturalWidth)"))
                .isEqualTo(320L);
        // small, medium and large, as their author put them: half of the stops are small
        browser.hover("[data-part='view:bars'] .OneChart-chart", 0.5, 0.25);
        browser.sees("[data-part='view:bars'] .OneChart-chart", "1,300 rows");
        browser.sees("[data-part='view:bars'] .OneChart-chart", "% of all");
        browser.hover("[data-part='view:boxes'] .OneChart-chart", 0.5, 0.15);
        browser.sees("[data-part='view:boxes'] .OneChart-chart", "Stop 0007: 900");
        browser.sees("[data-part='view:boxes'] .ViewCard-view-sentence", "outermost on either side, named by Stop");
    }

    @Test
    @Order(4)
    void placesThatWouldLieOnOneAnotherAreOneUntilOneLooksCloser() {
        browser.sees("[data-part='view:map']", "Places that would lie on one another are one dot");
        browser.sees("[data-part='view:map']", "Colour: Largest of Guests, from 10 (pale) to 900 (dark).");
        String overlaps = "const boxes = [...document.querySelectorAll(\"[data-part='view:map'] svg text\")]"
                + ".map(text => text.getBoundingClientRect());"
                + "return boxes.filter((a, i) => boxes.some((b, k) => k > i && a.left < b.right - 2 && a.right > b.left + 2"
                + " && a.top < b.bottom - 4 && a.bottom > b.top + 4)).length";
        assertThat(browser.script(overlaps)).isEqualTo(0L); // no name lies on another
        String count = "return document.querySelectorAll(\"[data-part='view:map'] svg path[fill^='rgb']\").length";
        long before = (long) browser.script(count);
        for (int i = 0; i < 3; i++) {
            browser.click("[data-part='view:map'] button[aria-label^='closer']");
        }
        browser.see("[data-part='view:map'] button[aria-label^='the whole']");
        assertThat(browser.script(overlaps)).isEqualTo(0L);
        browser.later(
                "const [before, done] = arguments; const ask = () => (() => {" + count
                        + "})() !== before ? done(true) : setTimeout(ask, 20); ask();",
                before);
        browser.click("[data-part='view:map'] button[aria-label^='the whole']");
        browser.seesNo("[data-part='view:map'] button[aria-label^='the whole']");
    }

    @Test
    @Order(5)
    void groupsAreReachedByArrowsToldAndMarkedBySpace() {
        String lands = "[data-part='view:lands']";
        browser.see(lands + " [role=application]").sendKeys(Keys.ARROW_RIGHT);
        browser.sees(lands + " [role=application] [role=status]", "small");
        browser.press(Keys.ARROW_RIGHT);
        browser.sees(lands + " [role=application] [role=status]", "medium");
        browser.press(Keys.SPACE);
        browser.sees(READING, "Reading 650 of 2,600 stops: Size is medium");
        browser.press(Keys.ARROW_RIGHT);
        browser.press(Keys.chord(Keys.SHIFT, Keys.SPACE));
        browser.sees(READING, "Reading 1,300 of 2,600 stops: Size is medium or large");
        browser.press(Keys.HOME);
        browser.press(Keys.chord(Keys.SHIFT, Keys.ARROW_RIGHT));
        browser.sees(READING, "Size is small or medium");
        browser.press(Keys.ESCAPE);
        browser.sees(READING, "Reading all 2,600 stops");
    }

    @Test
    @Order(6)
    void namesOfWhatSplitsAreMarkedInTheChartAndInItsTable() {
        browser.seeText("*[local-name()='text']", "coast").click();
        browser.sees(READING, "Reading 520 of 2,600 stops: Land is coast");
        browser.sees("[data-part='view:lands']", "Lift the mark");
        browser.click("[data-part='view:lands'] .ViewCard-view-twin button");
        browser.clickText("th//button", "inland");
        browser.sees(READING, "Reading 2,080 of 2,600 stops: Land is inland");
        browser.clickText("button", "Lift the mark");
        browser.sees(READING, "Reading all 2,600 stops");
    }

    @Test
    @Order(7)
    void aRowIsMarkedByItsNameAndABoxOnTheMap() {
        browser.click("[data-part='view:list'] .TableView-row-name");
        browser.sees(READING, "Reading 1 of 2,600 stops: Stop is Stop 0000");
        browser.see("[data-part='view:list'] [role=row][aria-selected=true]");
        browser.clickText("button", "Lift the mark");
        browser.sees(READING, "Reading all 2,600 stops");
        browser.click("[data-part='view:map'] button[aria-label^='mark a box']");
        browser.drag(browser.see("[data-part='view:map'] .OneChart-chart"), 90, 60);
        browser.sees(READING, "East from");
        browser.sees(READING, "and North from");
        browser.see("[data-part='view:map'] button[aria-label^='mark a box'][aria-pressed=false]");
        browser.clickText("button", "Lift the mark");
        browser.sees(READING, "Reading all 2,600 stops");
    }

    @Test
    @Order(8)
    void spotsBecomeDotsWhereOneLooksCloserAndTheWholeComesBack() {
        String each = "[data-part='view:each']";
        browser.sees(each, "2,600 rows: spots instead of dots");
        browser.click(each + " button[aria-label^='closer']");
        browser.sees(each, "Looked at closer: only this part is drawn and counted.");
        browser.click(each + " button[aria-label^='closer']");
        browser.later(
                "const [view, done] = arguments; const ask = () => "
                        + "document.querySelector(view).textContent.includes('spots') ? setTimeout(ask, 20) : done(true); ask();",
                each);
        browser.sees(READING, "Reading all 2,600 stops");
        browser.click(each + " button[aria-label^='the whole']");
        browser.sees(each, "2,600 rows: spots instead of dots");
    }
}
