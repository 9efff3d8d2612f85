package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.BufferedReader;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** What readers keep of an app, how its author leads them through it, and how open pages hear of new data. */
class SavedViewsTest {
    private static final String CSV = "team,hours\nRed,10\nBlue,30\n";

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller nobody;
    private static TestServer.Caller reader;
    private static TestServer.Caller author;
    private static TestServer.Caller other;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        nobody = server.caller();
        reader = server.caller().signIn("Rita");
        author = server.author();
        other = server.caller().signIn("Otto");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static String published(String access) throws Exception {
        String app = author.newApp(author.dataset("teams.csv", CSV)).path("id").asText();
        return author.publish(app, access);
    }

    private static JsonNode save(TestServer.Caller caller, String link, String name, boolean shared) throws Exception {
        return caller.call(
                        "POST",
                        "/api/links/" + link + "/views",
                        object("name", name, "state", "f.team=is~." + name, "shared", shared))
                .json();
    }

    private static List<String> names(TestServer.Caller caller, String link) throws Exception {
        return caller.get("/api/links/" + link + "/views").json().path("views").findValuesAsText("name");
    }

    private static String id(TestServer.Caller caller, String link, String name) throws Exception {
        for (JsonNode view : caller.get("/api/links/" + link + "/views").json().path("views")) {
            if (view.path("name").asText().equals(name)) {
                return "/api/links/" + link + "/views/" + view.path("id").asText();
            }
        }
        throw new AssertionError(name);
    }

    @Test
    void whatIsSharedIsSeenByAllWhatIsNotByItsOwnerAlone() throws Exception {
        String link = published("ANYONE");
        JsonNode kept = save(reader, link, "Red", false);
        assertThat(kept.path("canSave").asBoolean()).isTrue();
        assertThat(kept.path("isAuthor").asBoolean()).isFalse();
        assertThat(kept.path("views").get(0).path("state").asText()).isEqualTo("f.team=is~.Red");
        save(reader, link, "Blue", true);
        assertThat(names(reader, link)).containsExactly("Blue", "Red");
        assertThat(names(author, link)).containsExactly("Blue");
        assertThat(names(nobody, link)).containsExactly("Blue");
        JsonNode seen = author.get("/api/links/" + link + "/views").json();
        assertThat(seen.path("isAuthor").asBoolean()).isTrue();
        assertThat(seen.path("views").get(0).path("by").asText()).isEqualTo("Rita");
        assertThat(seen.path("views").get(0).path("own").asBoolean()).isFalse();
        assertThat(author.call("DELETE", id(reader, link, "Red"), "").status()).isEqualTo(404);
        assertThat(other.call("DELETE", id(reader, link, "Blue"), "").code()).isEqualTo("NOT_ALLOWED");
        assertThat(reader.call("PUT", id(reader, link, "Blue"), object("shared", false))
                        .status())
                .isEqualTo(200);
        assertThat(names(nobody, link)).isEmpty();
        assertThat(reader.call("DELETE", id(reader, link, "Red"), "").status()).isEqualTo(200);
        assertThat(names(reader, link)).containsExactly("Blue");
    }

    @Test
    void aNameIsUsedOnceByAPerson() throws Exception {
        String link = published("ANYONE");
        save(reader, link, "Mine", true);
        TestServer.Reply again =
                reader.call("POST", "/api/links/" + link + "/views", object("name", "Mine", "state", ""));
        assertThat(again.status()).isEqualTo(400);
        assertThat(again.detail()).isEqualTo("You have a view called “Mine” already. Give this one another name.");
        save(author, link, "Mine", true); // another person's
        assertThat(names(nobody, link)).containsExactly("Mine", "Mine");
        save(reader, link, "Other", false);
        assertThat(reader.call("PUT", id(reader, link, "Other"), object("name", "Mine"))
                        .status())
                .isEqualTo(400);
        assertThat(reader.call("PUT", id(reader, link, "Other"), object("name", "Other", "state", "all="))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void theAuthorSaysWhatTheLinkOpensWithAndPutsViewsInOrder() throws Exception {
        String link = published("ANYONE");
        for (String name : List.of("A", "B", "C")) {
            save(author, link, name, true);
        }
        save(author, link, "Draft", false);
        author.call("PUT", id(author, link, "A"), object("place", 0, "note", "Where it began"));
        author.call("PUT", id(author, link, "B"), object("place", 9));
        author.call("PUT", id(author, link, "C"), object("place", 0));
        JsonNode views = nobody.get("/api/links/" + link + "/views").json().path("views");
        assertThat(views.findValuesAsText("name")).containsExactly("C", "A", "B");
        assertThat(views.findValuesAsText("place")).containsExactly("0", "1", "2");
        assertThat(views.get(1).path("note").asText()).isEqualTo("Where it began");
        author.call("PUT", id(author, link, "A"), object("place", -1));
        assertThat(names(nobody, link)).containsExactly("C", "B", "A");
        author.call("PUT", id(author, link, "B"), object("begins", true));
        author.call("PUT", id(author, link, "C"), object("begins", true));
        assertThat(nobody.get("/api/links/" + link + "/views")
                        .json()
                        .path("views")
                        .findValuesAsText("begins"))
                .containsExactly("true", "false", "false");
        assertThat(author.call("PUT", id(author, link, "Draft"), object("begins", true))
                        .detail())
                .contains("Share it first");
        author.call("PUT", id(author, link, "C"), object("shared", false));
        assertThat(nobody.get("/api/links/" + link + "/views")
                        .json()
                        .path("views")
                        .findValuesAsText("place"))
                .containsExactly("0", "null");
        save(reader, link, "Reader's", true);
        assertThat(reader.call("PUT", id(reader, link, "Reader's"), object("begins", true))
                        .code())
                .isEqualTo("NOT_ALLOWED");
        assertThat(author.call("PUT", id(author, link, "Reader's"), object("place", 0))
                        .status())
                .isEqualTo(200);
        assertThat(author.call("PUT", id(author, link, "Reader's"), object("name", "Mine now"))
                        .code())
                .isEqualTo("NOT_ALLOWED");
    }

    @Test
    void whoMayNotOpenTheLinkSeesNothing() throws Exception {
        String link = published("SIGNED_IN");
        assertThat(nobody.get("/api/links/" + link + "/views").status()).isEqualTo(401);
        assertThat(nobody.get("/api/changes/" + link).status()).isEqualTo(401);
        assertThat(reader.get("/api/links/gone/views").status()).isEqualTo(404);
        assertThat(nobody.call("POST", "/api/links/" + link + "/views", object("name", "x", "state", ""))
                        .status())
                .isEqualTo(401);
        assertThat(reader.call("POST", "/api/links/" + link + "/views", object("name", "x", "state", "y".repeat(8001)))
                        .status())
                .isEqualTo(400);
    }

    @Test
    @Timeout(60)
    void anOpenPageHearsOfANewEdition() throws Exception {
        String app = author.newApp(author.dataset("hours.csv", CSV)).path("id").asText();
        String link = author.publish(app, "ANYONE");
        HttpRequest listen = HttpRequest.newBuilder(URI.create(server.address() + "/api/changes/" + link))
                .header("Accept", "text/event-stream")
                .build();
        HttpResponse<InputStream> stream =
                HttpClient.newHttpClient().send(listen, HttpResponse.BodyHandlers.ofInputStream());
        try (BufferedReader lines = new BufferedReader(new InputStreamReader(stream.body(), StandardCharsets.UTF_8))) {
            assertThat(next(lines)).isEqualTo("1 1");
            author.publish(app, "ANYONE");
            assertThat(next(lines)).isEqualTo("2 1");
            author.call("DELETE", "/api/apps/" + app + "/link", "");
            List<String> rest = new ArrayList<>();
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                rest.add(line); // until the server closes it
            }
            assertThat(rest).noneMatch(line -> line.startsWith("data:"));
        }
    }

    /** As many pages as the server does usual work at once: none of them keeps others from being answered. */
    @Test
    @Timeout(60)
    void openPagesTakeNobodysTurn() throws Exception {
        String link = published("ANYONE");
        HttpClient http = HttpClient.newHttpClient();
        HttpRequest listen = HttpRequest.newBuilder(URI.create(server.address() + "/api/changes/" + link))
                .header("Accept", "text/event-stream")
                .build();
        List<InputStream> open = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            HttpResponse<InputStream> one = http.send(listen, HttpResponse.BodyHandlers.ofInputStream());
            assertThat(one.statusCode()).isEqualTo(200);
            open.add(one.body());
        }
        assertThat(nobody.get("/api/links/" + link).status()).isEqualTo(200);
        for (InputStream one : open) {
            one.close();
        }
    }

    private static String next(BufferedReader lines) throws Exception {
        String line = lines.readLine();
        while (line != null && !line.startsWith("data:")) {
            line = lines.readLine();
        }
        return String.valueOf(line).replace("data:", "").strip();
    }
}
