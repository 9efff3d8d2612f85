package keensparrow.server;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/** A real server on a free port over an empty folder, with an account for each role. */
final class TestServer implements AutoCloseable {
    static final ObjectMapper JSON = new ObjectMapper();
    static final String PASSWORD = "night train to Trieste";

    private static final int QUICK_HASH_KB = 64;

    private final Path folder;
    private Server server;

    TestServer(Path folder) throws IOException, InterruptedException {
        this.folder = folder;
        this.server = Server.start(settings(folder));
        String setup = Files.readString(folder.resolve("setup-address.txt")).strip();
        Caller admin = caller();
        admin.call(
                "POST",
                "/api/setup",
                object("token", setup.substring(setup.indexOf('#') + 1), "name", "Ada", "password", PASSWORD));
        admin.signIn("Ada");
        admin.call("POST", "/api/accounts", object("name", "Anna", "password", PASSWORD, "role", "AUTHOR"));
        admin.call("POST", "/api/accounts", object("name", "Otto", "password", PASSWORD, "role", "AUTHOR"));
        admin.call("POST", "/api/accounts", object("name", "Rita", "password", PASSWORD, "role", "READER"));
    }

    static Server.Settings settings(Path folder) {
        return settings(folder, 1 << 20, 0, false, false, Duration.ofSeconds(30));
    }

    /** Of a server that is soon gone: it rehearses nothing, and hashes passwords quickly. */
    static Server.Settings settings(
            Path folder, long maxUpload, long reserve, boolean beginAnew, boolean newKey, Duration answerLimit) {
        return new Server.Settings(
                folder, "127.0.0.1", 0, maxUpload, reserve, 1000, beginAnew, newKey, answerLimit, true, QUICK_HASH_KB);
    }

    Path folder() {
        return folder;
    }

    String address() {
        return "http://127.0.0.1:" + server.port();
    }

    /** Stops and starts again over the same folder. */
    void restart() throws IOException {
        restart(settings(folder));
    }

    void restart(Server.Settings settings) throws IOException {
        server.close();
        server = Server.start(settings);
    }

    @Override
    public void close() {
        server.close();
    }

    Caller caller() {
        return new Caller();
    }

    Caller author() throws IOException, InterruptedException {
        return caller().signIn("Anna");
    }

    static ObjectNode object(Object... namesAndValues) {
        ObjectNode object = JSON.createObjectNode();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            object.set((String) namesAndValues[i], JSON.valueToTree(namesAndValues[i + 1]));
        }
        return object;
    }

    /** Adds a view to an app in JSON, without what its kind needs. */
    static ObjectNode view(ArrayNode views, String name, String kind, int y) {
        ObjectNode view = views.addObject()
                .put("id", name)
                .put("title", "")
                .put("kind", kind)
                .put("largest", 0);
        view.putArray("columns");
        view.putArray("sort");
        view.putObject("place").put("x", 0).put("y", y).put("w", 6).put("h", 3);
        return view;
    }

    static JsonNode json(String text) {
        try {
            return JSON.readTree(text.replace('\'', '"'));
        } catch (IOException e) {
            throw new IllegalArgumentException(text, e);
        }
    }

    /** What came back. */
    record Reply(int status, String body, java.net.http.HttpHeaders headers) {
        JsonNode json() {
            try {
                return JSON.readTree(body);
            } catch (IOException e) {
                throw new IllegalStateException(body, e);
            }
        }

        List<JsonNode> lines() {
            List<JsonNode> lines = new ArrayList<>();
            for (String line : body.strip().split("\n")) {
                lines.add(TestServer.json(line.replace("'", "’")));
            }
            return lines;
        }

        String code() {
            return json().path("code").asText();
        }

        String detail() {
            return json().path("detail").asText();
        }
    }

    /** A browser or a program that calls. */
    final class Caller {
        private final HttpClient http =
                HttpClient.newBuilder().cookieHandler(new CookieManager()).build();
        private String pageToken = "";
        private String bearer = "";

        Caller signIn(String name) throws IOException, InterruptedException {
            Reply reply = call("POST", "/api/session", object("name", name, "password", PASSWORD));
            if (reply.status() != 200) {
                throw new IllegalStateException(reply.body());
            }
            pageToken = reply.json().path("pageToken").asText();
            return this;
        }

        Caller bearing(String token) {
            bearer = token;
            return this;
        }

        Caller withoutPageToken() {
            pageToken = "";
            return this;
        }

        Reply get(String path) throws IOException, InterruptedException {
            return send(request(path).GET());
        }

        Reply call(String method, String path, Object body) throws IOException, InterruptedException {
            String text = body instanceof String plain ? plain : JSON.writeValueAsString(body);
            return send(request(path)
                    .header("Content-Type", "application/json")
                    .method(method, HttpRequest.BodyPublishers.ofString(text)));
        }

        /** As a browser asks whose languages these are. */
        Reply callFrom(String languages, String path, Object body) throws IOException, InterruptedException {
            return send(request(path)
                    .header("Content-Type", "application/json")
                    .header("Accept-Language", languages)
                    .POST(HttpRequest.BodyPublishers.ofString(body.toString())));
        }

        Reply upload(String name, byte[] bytes) throws IOException, InterruptedException {
            return send(request("/api/files?name=" + URLEncoder.encode(name, StandardCharsets.UTF_8))
                    .POST(HttpRequest.BodyPublishers.ofByteArray(bytes)));
        }

        /** Sends bytes as the body. */
        Reply send(String path, byte[] bytes) throws IOException, InterruptedException {
            return send(request(path).POST(HttpRequest.BodyPublishers.ofByteArray(bytes)));
        }

        HttpResponse<byte[]> bytes(String path) throws IOException, InterruptedException {
            return http.send(request(path).GET().build(), HttpResponse.BodyHandlers.ofByteArray());
        }

        /** As a browser asks: the bytes as they come, packed. */
        HttpResponse<byte[]> packed(String path, Object body) throws IOException, InterruptedException {
            HttpRequest.Builder request = request(path)
                    .header("Content-Type", "application/json")
                    .header("Accept-Encoding", "gzip, br")
                    .POST(HttpRequest.BodyPublishers.ofString(body.toString()));
            return http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
        }

        private HttpRequest.Builder request(String path) {
            HttpRequest.Builder builder =
                    HttpRequest.newBuilder(URI.create(address() + path)).header("X-Page-Token", pageToken);
            return bearer.isEmpty() ? builder : builder.header("Authorization", "Bearer " + bearer);
        }

        private Reply send(HttpRequest.Builder request) throws IOException, InterruptedException {
            HttpResponse<String> response = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
            return new Reply(response.statusCode(), response.body(), response.headers());
        }

        /** Waits until a job is over. */
        JsonNode finished(Reply started) throws IOException, InterruptedException {
            if (started.status() != 200) {
                throw new IllegalStateException(started.body());
            }
            JsonNode job = started.json();
            while (job.path("state").asText().matches("WAITING|RUNNING")) {
                Thread.onSpinWait();
                job = get("/api/jobs/" + job.path("id").asText()).json();
            }
            return job;
        }

        /** Uploads and loads a CSV; gives the finished job. */
        JsonNode load(String name, String csv) throws IOException, InterruptedException {
            String file = upload(name, csv.getBytes(StandardCharsets.UTF_8))
                    .json()
                    .path("id")
                    .asText();
            return finished(call("POST", "/api/datasets", object("files", List.of(file))));
        }

        String dataset(String name, String csv) throws IOException, InterruptedException {
            JsonNode job = load(name, csv);
            if (!job.path("state").asText().equals("DONE")) {
                throw new IllegalStateException(job.toString());
            }
            return job.path("datasetId").asText();
        }

        JsonNode newApp(String datasetId) throws IOException, InterruptedException {
            return call("POST", "/api/apps", object("datasetId", datasetId)).json();
        }

        /** Saves what a new app is to be and publishes it. @return what its answers stand under */
        String published(JsonNode made, ObjectNode app, String access) throws IOException, InterruptedException {
            String id = made.path("id").asText();
            Reply saved = call(
                    "PUT",
                    "/api/apps/" + id + "/draft",
                    object("revision", made.path("revision").asInt(), "app", app));
            if (saved.status() != 200) {
                throw new AssertionError(saved.body());
            }
            return "/api/links/" + publish(id, access);
        }

        String publish(String appId, String access) throws IOException, InterruptedException {
            return call("POST", "/api/apps/" + appId + "/editions", object("access", access))
                    .json()
                    .path("slug")
                    .asText();
        }
    }
}
