package keensparrow.server;

import static keensparrow.server.TestServer.json;
import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Who may do what: every route with every role. */
class AccessTest {
    private static final String CSV = "kind,n\na,1\nb,2\na,3\n";

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller nobody;
    private static TestServer.Caller reader;
    private static TestServer.Caller author;
    private static TestServer.Caller other;
    private static TestServer.Caller administrator;
    private static String dataset;
    private static String app;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        nobody = server.caller();
        reader = server.caller().signIn("Rita");
        author = server.author();
        other = server.caller().signIn("Otto");
        administrator = server.caller().signIn("Ada");
        dataset = author.dataset("kinds.csv", CSV);
        app = author.newApp(dataset).path("id").asText();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void everyRouteAsksForTheRoleItDeclares() throws Exception {
        JsonNode paths = nobody.get("/api/openapi.json").json().path("paths");
        int seen = 0;
        for (var names = paths.fieldNames(); names.hasNext(); ) {
            String path = names.next();
            for (var methods = paths.path(path).fieldNames(); methods.hasNext(); ) {
                String method = methods.next();
                String access = paths.path(path).path(method).path("x-access").asText();
                String address = path.replaceAll("\\{[a-zA-Z]+}", "12345");
                String name = method + " " + path;
                seen++;
                if (access.equals("ANYONE") || access.equals("ENTRANCE")) {
                    continue;
                }
                assertThat(call(nobody, method, address).status()).as(name).isEqualTo(401);
                if (access.equals("AUTHOR") || access.equals("ADMINISTRATOR")) {
                    TestServer.Reply reply = call(reader, method, address);
                    assertThat(reply.status()).as(name).isEqualTo(403);
                    assertThat(reply.code()).isEqualTo("NOT_ALLOWED");
                }
                if (access.equals("ADMINISTRATOR")) {
                    assertThat(call(author, method, address).status()).as(name).isEqualTo(403);
                }
            }
        }
        assertThat(seen).isGreaterThan(35);
    }

    private static TestServer.Reply call(TestServer.Caller caller, String method, String path) throws Exception {
        return method.equals("get")
                ? caller.get(path)
                : caller.call(method.toUpperCase(java.util.Locale.ROOT), path, "{}");
    }

    @Test
    void anotherAuthorsThingsAreNotThere() throws Exception {
        for (String path : List.of("/api/datasets/" + dataset, "/api/apps/" + app, "/api/apps/" + app + "/editions")) {
            assertThat(author.get(path).status()).isEqualTo(200);
            assertThat(other.get(path).status()).as(path).isEqualTo(404);
            assertThat(administrator.get(path).status()).as(path).isEqualTo(404);
        }
        assertThat(other.call("POST", "/api/datasets/" + dataset + "/answers", json("{'questions': []}"))
                        .status())
                .isEqualTo(404);
        assertThat(other.call("POST", "/api/apps", object("datasetId", dataset)).status())
                .isEqualTo(404);
        assertThat(other.call("DELETE", "/api/apps/" + app, "").status()).isEqualTo(404);
        assertThat(other.call("POST", "/api/apps/" + app + "/editions", object("access", "ANYONE"))
                        .status())
                .isEqualTo(404);
        assertThat(other.call("PUT", "/api/datasets/" + dataset + "/steps", json("{'steps': []}"))
                        .status())
                .isEqualTo(404);
        assertThat(other.get("/api/datasets").json().path("datasets").size()).isZero();
        String file =
                author.upload("mine.csv", CSV.getBytes()).json().path("id").asText();
        assertThat(other.call("POST", "/api/datasets", object("files", List.of(file)))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void linksOpenForWhomTheySay() throws Exception {
        String slug = author.publish(app, "SIGNED_IN");
        for (String path : List.of("/api/links/" + slug, "/api/links/" + slug + "/rows.csv")) {
            assertThat(nobody.get(path).status()).isEqualTo(401);
            assertThat(reader.get(path).status()).isEqualTo(200);
        }
        assertThat(nobody.call("POST", "/api/links/" + slug + "/answers", json("{}"))
                        .code())
                .isEqualTo("SIGN_IN_NEEDED");
        author.call("PUT", "/api/apps/" + app + "/link", object("access", "ANYONE"));
        assertThat(nobody.get("/api/links/" + slug).status()).isEqualTo(200);
        assertThat(nobody.call("POST", "/api/links/" + slug + "/answers", json("{}"))
                        .status())
                .isEqualTo(200);
        author.call("PUT", "/api/apps/" + app + "/link", object("access", "SIGNED_IN"));
        assertThat(nobody.get("/api/links/" + slug).status()).isEqualTo(401);
        TestServer.Reply unknown = reader.get("/api/links/00000000000000000000000000000000");
        assertThat(unknown.status()).isEqualTo(404);
        assertThat(unknown.detail()).contains("Check that the link is complete");
    }

    @Test
    void callsThatChangeSomethingNeedThePagesToken() throws Exception {
        TestServer.Caller forged = server.author().withoutPageToken();
        assertThat(forged.get("/api/datasets").status()).isEqualTo(200);
        TestServer.Reply reply = forged.call("POST", "/api/apps", object("datasetId", dataset));
        assertThat(reply.status()).isEqualTo(403);
        assertThat(reply.detail()).contains("Load the page again");
    }

    @Test
    void theCookieIsKeptFromScriptsAndOtherSites() throws Exception {
        TestServer.Reply reply =
                server.caller().call("POST", "/api/session", object("name", "rita", "password", TestServer.PASSWORD));
        String cookie = reply.headers().firstValue("Set-Cookie").orElse("");
        assertThat(cookie).contains("HttpOnly").contains("SameSite=Lax").contains("Path=/");
        assertThat(reply.headers().firstValue("Content-Security-Policy").orElse(""))
                .contains("frame-ancestors 'none'");
    }

    @Test
    void signingOutEndsTheSession() throws Exception {
        TestServer.Caller leaving = server.caller().signIn("Rita");
        assertThat(leaving.get("/api/tokens").status()).isEqualTo(200);
        assertThat(leaving.call("DELETE", "/api/session", "").status()).isEqualTo(204);
        assertThat(leaving.get("/api/tokens").status()).isEqualTo(401);
    }

    @Test
    void aNewPasswordEndsAllSessions() throws Exception {
        administrator.call(
                "POST", "/api/accounts", object("name", "Nils", "password", TestServer.PASSWORD, "role", "READER"));
        TestServer.Caller nils = server.caller().signIn("Nils");
        String id = null;
        for (JsonNode account : administrator.get("/api/accounts").json().path("accounts")) {
            id = account.path("name").asText().equals("Nils")
                    ? account.path("id").asText()
                    : id;
        }
        assertThat(administrator
                        .call("PUT", "/api/accounts/" + id + "/password", object("password", "short"))
                        .status())
                .isEqualTo(400);
        assertThat(administrator
                        .call("PUT", "/api/accounts/" + id + "/password", object("password", "another night train"))
                        .status())
                .isEqualTo(204);
        assertThat(nils.get("/api/tokens").status()).isEqualTo(401);
        assertThat(server.caller()
                        .call("POST", "/api/session", object("name", "Nils", "password", TestServer.PASSWORD))
                        .status())
                .isEqualTo(401);
        assertThat(administrator
                        .call("PUT", "/api/accounts/999999/password", object("password", "another night train"))
                        .status())
                .isEqualTo(404);
        assertThat(administrator
                        .call(
                                "POST",
                                "/api/accounts",
                                object("name", "NILS", "password", TestServer.PASSWORD, "role", "READER"))
                        .status())
                .isEqualTo(409);
    }

    @Test
    void wrongPasswordsAreSlowedDown() throws Exception {
        administrator.call(
                "POST", "/api/accounts", object("name", "Vera", "password", TestServer.PASSWORD, "role", "READER"));
        List<Integer> statuses = new ArrayList<>();
        for (int i = 0; i < 7; i++) {
            statuses.add(server.caller()
                    .call("POST", "/api/session", object("name", "Vera", "password", "guess " + i))
                    .status());
        }
        assertThat(statuses).startsWith(401, 401, 401, 401, 401).endsWith(429);
        TestServer.Reply right =
                server.caller().call("POST", "/api/session", object("name", "vera", "password", TestServer.PASSWORD));
        assertThat(right.status()).isEqualTo(429);
        assertThat(right.detail()).contains("Wait").contains("second");
        TestServer.Reply unknown =
                server.caller().call("POST", "/api/session", object("name", "Nobody", "password", "x"));
        assertThat(unknown.code()).isEqualTo("SIGN_IN_FAILED");
    }

    @Test
    void theSetupAddressWorksOnce() throws Exception {
        Path fresh = folder.resolve("fresh");
        try (Server empty = Server.start(TestServer.settings(fresh))) {
            String setup = Files.readString(fresh.resolve("setup-address.txt")).strip();
            String token = setup.substring(setup.indexOf('#') + 1);
            assertThat(setup).startsWith("http://127.0.0.1:" + empty.port() + "/setup#");
            var http = java.net.http.HttpClient.newHttpClient();
            var uri = java.net.URI.create("http://127.0.0.1:" + empty.port() + "/api/setup");
            List<Integer> statuses = new ArrayList<>();
            for (String tried : List.of("wrong", token, token)) {
                String body = object("token", tried, "name", "First", "password", TestServer.PASSWORD)
                        .toString();
                var request = java.net.http.HttpRequest.newBuilder(uri)
                        .header("Content-Type", "application/json")
                        .POST(java.net.http.HttpRequest.BodyPublishers.ofString(body))
                        .build();
                statuses.add(http.send(request, java.net.http.HttpResponse.BodyHandlers.discarding())
                        .statusCode());
            }
            assertThat(statuses).containsExactly(403, 200, 403);
        }
        try (Server again = Server.start(TestServer.settings(fresh))) {
            assertThat(again.port()).isPositive();
            assertThat(fresh.resolve("setup-address.txt")).doesNotExist();
        }
    }

    @Test
    void unknownTokensAndAddressesGetProblemDetails() throws Exception {
        assertThat(server.caller().bearing("made-up").get("/api/datasets").code())
                .isEqualTo("SIGN_IN_NEEDED");
        TestServer.Reply missing = nobody.get("/api/nothing/here");
        assertThat(missing.status()).isEqualTo(404);
        assertThat(missing.json().path("type").asText()).isEqualTo("urn:keensparrow:not-found");
        assertThat(nobody.get("/assets/none.js").status()).isEqualTo(404);
        TestServer.Reply bad = administrator.call("PUT", "/api/accounts/abc/password", object("password", "x"));
        assertThat(bad.status()).isEqualTo(400);
        assertThat(bad.body()).doesNotContain("Exception").doesNotContain("java.");
    }
}
