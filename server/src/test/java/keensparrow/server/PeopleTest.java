package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** People come, change and leave; nobody stays in who should be out. */
class PeopleTest {
    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller ada;
    private static int turn;

    private TestServer.Caller anna;

    @BeforeAll
    static void startServer() throws Exception {
        server = new TestServer(folder.resolve("data"));
        ada = server.caller().signIn("Ada");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** An Anna, an Otto and a Rita for each test. */
    @BeforeEach
    void start() throws Exception {
        turn++;
        for (String name : List.of("Anna", "Otto", "Rita")) {
            String role = name.equals("Rita") ? "READER" : "AUTHOR";
            ada.call("POST", "/api/accounts", object("name", own(name), "password", TestServer.PASSWORD, "role", role));
        }
        anna = author();
    }

    private static String own(String name) {
        return name.equals("Ada") || name.equals("Mallory") ? name : name + " " + turn;
    }

    private static TestServer.Caller author() throws Exception {
        return server.caller().signIn(own("Anna"));
    }

    private JsonNode person(String name) throws Exception {
        JsonNode accounts = ada.get("/api/accounts").json().path("accounts");
        return StreamSupport.stream(accounts.spliterator(), false)
                .filter(one -> one.path("name").asText().equals(own(name)))
                .findFirst()
                .orElseThrow();
    }

    private String path(String name) throws Exception {
        return "/api/accounts/" + person(name).path("id").asLong();
    }

    private TestServer.Reply signIn(String name, String password) throws Exception {
        return server.caller().call("POST", "/api/session", object("name", own(name), "password", password));
    }

    private String token(TestServer.Caller caller) throws Exception {
        return caller.call("POST", "/api/tokens", object("label", "notebook", "days", 30))
                .json()
                .path("token")
                .asText();
    }

    @Test
    void whoIsDisabledIsOutAtOnceAndComesBackEnabled() throws Exception {
        TestServer.Caller program = server.caller().bearing(token(anna));
        assertThat(program.get("/api/datasets").status()).isEqualTo(200);
        assertThat(person("Anna").path("tokens").asInt()).isEqualTo(1);
        assertThat(ada.call("PUT", path("Anna"), object("disabled", true)).status())
                .isEqualTo(204);
        assertThat(anna.get("/api/datasets").status()).isEqualTo(401);
        assertThat(program.get("/api/datasets").status()).isEqualTo(401);
        TestServer.Reply refused = signIn("Anna", TestServer.PASSWORD);
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.detail()).contains("disabled");
        assertThat(signIn("Anna", "something else").code()).isEqualTo("SIGN_IN_FAILED"); // said to nobody else
        ada.call("PUT", path("Anna"), object("disabled", false));
        assertThat(signIn("Anna", TestServer.PASSWORD).status()).isEqualTo(200);
        assertThat(program.get("/api/datasets").status()).isEqualTo(401); // tokens do not come back
    }

    @Test
    void anotherRoleHoldsAtOnce() throws Exception {
        ada.call("PUT", path("Anna"), object("role", "READER"));
        assertThat(anna.get("/api/datasets").status()).isEqualTo(403);
        ada.call("PUT", path("Anna"), object("role", "AUTHOR"));
        assertThat(anna.get("/api/datasets").status()).isEqualTo(200);
    }

    @Test
    void theLastAdministratorStays() throws Exception {
        for (TestServer.Reply reply : List.of(
                ada.call("PUT", path("Ada"), object("disabled", true)),
                ada.call("PUT", path("Ada"), object("role", "AUTHOR")),
                ada.call("DELETE", path("Ada"), ""))) {
            assertThat(reply.status()).isEqualTo(409);
            assertThat(reply.detail()).contains("last administrator");
        }
        ada.call("PUT", path("Otto"), object("role", "ADMINISTRATOR"));
        assertThat(ada.call("PUT", path("Ada"), object("disabled", false)).status())
                .isEqualTo(204);
        String self = path("Ada");
        assertThat(ada.call("PUT", self, object("role", "AUTHOR")).status()).isEqualTo(204);
        assertThat(ada.get("/api/accounts").status()).isEqualTo(403);
        server.caller().signIn(own("Otto")).call("PUT", self, object("role", "ADMINISTRATOR"));
        ada.call("PUT", path("Otto"), object("role", "AUTHOR"));
    }

    @Test
    void whoIsRemovedHandsTheirAppsOver() throws Exception {
        String dataset = anna.dataset("kinds.csv", "kind,n\na,1\nb,2\n");
        String app = anna.newApp(dataset).path("id").asText();
        String slug = anna.publish(app, "ANYONE");
        TestServer.Reply without = ada.call("DELETE", path("Anna"), "");
        assertThat(without.status()).isEqualTo(409);
        assertThat(without.detail()).contains("Say to whom");
        long reader = person("Rita").path("id").asLong();
        assertThat(ada.call("DELETE", path("Anna") + "?heir=" + reader, "").status())
                .isEqualTo(400);
        long otto = person("Otto").path("id").asLong();
        assertThat(ada.call("DELETE", path("Anna") + "?heir=" + otto, "").status())
                .isEqualTo(204);
        assertThat(anna.get("/api/apps").status()).isEqualTo(401);
        assertThat(signIn("Anna", TestServer.PASSWORD).status()).isEqualTo(401);
        assertThat(server.caller().get("/api/links/" + slug).status()).isEqualTo(200);
        TestServer.Caller heir = server.caller().signIn(own("Otto"));
        assertThat(heir.get("/api/apps/" + app).status()).isEqualTo(200);
        assertThat(heir.get("/api/datasets/" + dataset).status()).isEqualTo(200);
        assertThat(ada.call("DELETE", path("Rita"), "").status()).isEqualTo(204); // owns nothing
    }

    @Test
    void anOwnPasswordIsChangedWithThePresentOne() throws Exception {
        TestServer.Caller elsewhere = author();
        TestServer.Caller program = server.caller().bearing(token(anna));
        String next = "a quieter train to Trieste";
        assertThat(anna.call("PUT", "/api/account/password", object("current", "wrong one", "password", next))
                        .code())
                .isEqualTo("SIGN_IN_FAILED");
        assertThat(anna.call(
                                "PUT",
                                "/api/account/password",
                                object("current", TestServer.PASSWORD, "password", "short"))
                        .status())
                .isEqualTo(400);
        assertThat(anna.call("PUT", "/api/account/password", object("current", TestServer.PASSWORD, "password", next))
                        .status())
                .isEqualTo(204);
        assertThat(anna.get("/api/datasets").status()).isEqualTo(200);
        assertThat(elsewhere.get("/api/datasets").status()).isEqualTo(401);
        assertThat(program.get("/api/datasets").status()).isEqualTo(401);
        assertThat(signIn("Anna", TestServer.PASSWORD).status()).isEqualTo(401);
        assertThat(signIn("Anna", next).status()).isEqualTo(200);
    }

    @Test
    void signInsAreSeenAndEnded() throws Exception {
        TestServer.Caller elsewhere = author();
        JsonNode sessions = anna.get("/api/account/sessions").json().path("sessions");
        assertThat(sessions.size()).isEqualTo(2);
        for (JsonNode session : sessions) {
            assertThat(session.path("device").asText()).contains("Java");
            if (!session.path("here").asBoolean()) {
                String path = "/api/account/sessions/" + session.path("id").asText();
                assertThat(server.caller()
                                .signIn(own("Otto"))
                                .call("DELETE", path, "")
                                .status())
                        .isEqualTo(404); // not theirs
                assertThat(anna.call("DELETE", path, "").status()).isEqualTo(204);
            }
        }
        assertThat(elsewhere.get("/api/datasets").status()).isEqualTo(401);
        TestServer.Caller third = author();
        anna.call("DELETE", "/api/account/sessions", "");
        assertThat(third.get("/api/datasets").status()).isEqualTo(401);
        assertThat(anna.get("/api/datasets").status()).isEqualTo(200);
    }

    @Test
    void tokensEndWithAResetAndByTheAdministratorsHand() throws Exception {
        String token = token(anna);
        JsonNode listed = anna.get("/api/tokens").json().path("tokens").get(0);
        assertThat(listed.path("usedAt").isNull()).isTrue();
        assertThat(Duration.between(
                                Instant.parse(listed.path("createdAt").asText()),
                                Instant.parse(listed.path("expiresAt").asText()))
                        .toDays())
                .isEqualTo(30);
        TestServer.Caller program = server.caller().bearing(token);
        assertThat(program.get("/api/datasets").status()).isEqualTo(200);
        JsonNode seen = ada.get(path("Anna") + "/tokens").json().path("tokens").get(0);
        assertThat(seen.path("usedAt").isNull()).isFalse();
        assertThat(seen.toString()).doesNotContain(token);
        ada.call("DELETE", path("Anna") + "/tokens/" + seen.path("id").asText(), "");
        assertThat(program.get("/api/datasets").status()).isEqualTo(401);
        TestServer.Caller second = server.caller().bearing(token(anna));
        ada.call("PUT", path("Anna") + "/password", object("password", "set by the administrator"));
        assertThat(second.get("/api/datasets").status()).isEqualTo(401);
        TestServer.Caller otto = server.caller().signIn(own("Otto"));
        assertThat(otto.call("POST", "/api/tokens", object("label", "x", "days", 0))
                        .status())
                .isEqualTo(400);
    }

    @Test
    void aLinkIsWithdrawnAndRenewed() throws Exception {
        String app = anna.newApp(anna.dataset("kinds.csv", "kind,n\na,1\nb,2\n"))
                .path("id")
                .asText();
        String first = anna.publish(app, "ANYONE");
        String second = anna.call("POST", "/api/apps/" + app + "/link", "")
                .json()
                .path("slug")
                .asText();
        assertThat(second).isNotEqualTo(first);
        assertThat(server.caller().get("/api/links/" + first).status()).isEqualTo(404);
        assertThat(server.caller().get("/api/links/" + second).status()).isEqualTo(200);
        anna.call("DELETE", "/api/apps/" + app + "/link", "");
        assertThat(server.caller().get("/api/links/" + second).status()).isEqualTo(404);
        assertThat(anna.get("/api/apps/" + app + "/editions")
                        .json()
                        .path("editions")
                        .size())
                .isEqualTo(1);
        assertThat(anna.publish(app, "ANYONE")).isNotEqualTo(second);
    }

    @Test
    void signingInComesFromOurOwnPagesAlone() throws Exception {
        String body =
                object("name", own("Anna"), "password", TestServer.PASSWORD).toString();
        assertThat(sent(body, "Content-Type", "text/plain")).isEqualTo(403);
        assertThat(sent(body, "Content-Type", "application/json", "Origin", "http://elsewhere.example"))
                .isEqualTo(403);
        assertThat(sent(body, "Content-Type", "application/json", "Sec-Fetch-Site", "cross-site"))
                .isEqualTo(403);
        assertThat(sent(body, "Content-Type", "application/json", "Origin", "null"))
                .isEqualTo(403);
        assertThat(sent(body, "Content-Type", "application/json", "Origin", server.address()))
                .isEqualTo(200);
        assertThat(sent(body, "Content-Type", "application/json")).isEqualTo(200);
    }

    private int sent(String body, String... headers) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(URI.create(server.address() + "/api/session"))
                .headers(headers)
                .POST(HttpRequest.BodyPublishers.ofString(body))
                .build();
        return HttpClient.newHttpClient()
                .send(request, HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }

    @Test
    void guessingInParallelIsSlowedDown() throws Exception {
        List<CompletableFuture<Integer>> tries = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            tries.add(CompletableFuture.supplyAsync(() -> {
                try {
                    return signIn("Otto", "not the password").status();
                } catch (Exception e) {
                    throw new IllegalStateException(e);
                }
            }));
        }
        long refused = tries.stream().filter(one -> one.join() == 429).count();
        assertThat(refused).isGreaterThanOrEqualTo(15);
    }

    @Test
    void whatPeopleDidIsReadSearchedAndDownloaded() throws Exception {
        String app = anna.newApp(anna.dataset("kinds.csv", "kind,n\na,1\nb,2\n"))
                .path("id")
                .asText();
        String slug = anna.publish(app, "ANYONE");
        server.caller().get("/api/links/" + slug + "/rows.csv");
        signIn("Mallory", "let me in please");
        ada.call("PUT", path("Rita"), object("role", "AUTHOR"));
        JsonNode entries = ada.get("/api/audit").json().path("entries");
        assertThat(entries.findValuesAsText("action").subList(0, 4))
                .containsExactly("ACCOUNT_CHANGED", "SIGN_IN_REFUSED", "DOWNLOADED", "PUBLISHED");
        assertThat(entries.get(1).path("name").asText()).isEqualTo("Mallory");
        assertThat(entries.get(0).path("subject").asText()).isEqualTo(own("Rita") + ", who reads and makes apps");
        assertThat(ada.get("/api/audit?find=mallory").json().path("entries").size())
                .isEqualTo(1);
        assertThat(ada.get("/api/audit?action=PUBLISHED").json().path("entries").findValuesAsText("action"))
                .containsOnly("PUBLISHED");
        assertThat(ada.get("/api/audit?action=NONE").status()).isEqualTo(400);
        assertThat(ada.get("/api/audit?before=x").status()).isEqualTo(400);
        assertThat(ada.get("/api/audit.csv").body()).startsWith("\ufefftime,account,address,action,subject\r\n");
        assertThat(entries.toString()).doesNotContain(TestServer.PASSWORD).doesNotContain("let me in");
    }
}
