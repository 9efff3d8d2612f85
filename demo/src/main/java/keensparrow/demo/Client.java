package keensparrow.demo;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;

/** Talks to a server as a browser does: cookie, page token, the same calls that a person's clicks make. */
public final class Client {
    private static final ObjectMapper JSON = new ObjectMapper();

    private final String address;
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(new CookieManager()).build();
    private String pageToken = "";

    /** @param address such as {@code http://127.0.0.1:7070} */
    public Client(String address) {
        this.address = address;
    }

    public static ObjectMapper json() {
        return JSON;
    }

    public void setUp(String token, String name, String password) throws IOException, InterruptedException {
        JsonNode body =
                JSON.createObjectNode().put("token", token).put("name", name).put("password", password);
        pageToken = send("POST", "/api/setup", body).path("pageToken").asText();
    }

    public void signIn(String name, String password) throws IOException, InterruptedException {
        JsonNode body = JSON.createObjectNode().put("name", name).put("password", password);
        pageToken = send("POST", "/api/session", body).path("pageToken").asText();
    }

    public JsonNode get(String path) throws IOException, InterruptedException {
        return answer(request(path).GET().build());
    }

    public JsonNode send(String method, String path, JsonNode body) throws IOException, InterruptedException {
        return answer(request(path)
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)))
                .build());
    }

    /** Uploads a file and gives its id. */
    public String upload(Path file) throws IOException, InterruptedException {
        String name = URLEncoder.encode(String.valueOf(file.getFileName()), StandardCharsets.UTF_8);
        HttpRequest request = request("/api/files?name=" + name)
                .POST(HttpRequest.BodyPublishers.ofFile(file))
                .build();
        return answer(request).path("id").asText();
    }

    /** Uploads a picture for an app and gives its id. */
    public String picture(String app, byte[] png) throws IOException, InterruptedException {
        HttpRequest request = request("/api/pictures?app=" + app)
                .POST(HttpRequest.BodyPublishers.ofByteArray(png))
                .build();
        return answer(request).path("id").asText();
    }

    /** Waits until a job is over and gives its status. @throws IOException when it failed */
    public JsonNode finished(JsonNode job) throws IOException, InterruptedException {
        JsonNode now = job;
        while (now.path("state").asText().matches("WAITING|RUNNING")) {
            Thread.sleep(50); // the interface has no call that waits
            now = get("/api/jobs/" + job.path("id").asText());
        }
        if (!now.path("state").asText().equals("DONE")) {
            throw new IOException(now.path("message").asText());
        }
        return now;
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(address + path)).header("X-Page-Token", pageToken);
    }

    private JsonNode answer(HttpRequest request) throws IOException, InterruptedException {
        HttpResponse<String> response = http.send(request, HttpResponse.BodyHandlers.ofString());
        JsonNode body = response.body().isBlank() ? JSON.createObjectNode() : JSON.readTree(response.body());
        if (response.statusCode() >= 300) {
            throw new IOException(request.method() + " " + request.uri().getPath() + ": "
                    + body.path("detail").asText(response.body()));
        }
        return body;
    }
}
