package keensparrow.server;

import static keensparrow.server.TestServer.JSON;
import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.BufferedReader;
import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** A server killed in the midst of uploads, loads, steps, publishing and backups: what was acknowledged is there after. */
@Timeout(value = 2400, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class KillTest {
    private static final int KILLS = Boolean.getBoolean("sparrow.all") ? 100 : 10;

    private static final int MOST_ACKNOWLEDGED =
            9; // two rounds of an upload, a load, a step and an edition, and a little

    @TempDir
    Path folder;

    /** What the server said was done. */
    private final List<String> datasets = new ArrayList<>();

    private final List<String> stepped = new ArrayList<>();
    private int editions;
    private String app = "";
    private String slug = "";

    /** The server as a process of its own. */
    private final class Running {
        final Process process;
        final String address;
        final HttpClient http =
                HttpClient.newBuilder().cookieHandler(new CookieManager()).build();
        /** A permit for each thing that was acknowledged. */
        final Semaphore acknowledged = new Semaphore(0);

        String pageToken = "";

        Running() throws IOException {
            process = new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-Xmx256m",
                            "-XX:TieredStopAtLevel=1",
                            "-XX:+UseSerialGC",
                            "-cp",
                            System.getProperty("java.class.path"),
                            Main.class.getName(),
                            "serve",
                            "--data",
                            folder.resolve("data").toString(),
                            "--port",
                            "0",
                            "--keep-free",
                            "0")
                    .redirectError(folder.resolve("log").toFile())
                    .start();
            BufferedReader out = process.inputReader();
            String line = out.readLine();
            while (line != null && !line.startsWith("Keen Sparrow is at ")) {
                line = out.readLine();
            }
            if (line == null) {
                throw new IOException("it did not start: " + Files.readString(folder.resolve("log")));
            }
            address = line.substring("Keen Sparrow is at ".length()).replaceAll("/$", "");
        }

        JsonNode call(String method, String path, Object body) throws IOException, InterruptedException {
            byte[] bytes = body instanceof byte[] raw ? raw : JSON.writeValueAsBytes(body);
            HttpRequest request = HttpRequest.newBuilder(URI.create(address + path))
                    .timeout(Duration.ofSeconds(30))
                    .header("Content-Type", "application/json")
                    .header("X-Page-Token", pageToken)
                    .method(method, HttpRequest.BodyPublishers.ofByteArray(bytes))
                    .build();
            HttpResponse<String> reply = http.send(request, HttpResponse.BodyHandlers.ofString());
            if (reply.statusCode() >= 400) {
                throw new IllegalStateException(path + " " + reply.statusCode() + " " + reply.body());
            }
            return reply.body().startsWith("{") ? JSON.readTree(reply.body().split("\n")[0]) : JSON.nullNode();
        }

        void signIn() throws IOException, InterruptedException {
            pageToken = call("POST", "/api/session", object("name", "Ada", "password", TestServer.PASSWORD))
                    .path("pageToken")
                    .asText();
        }

        JsonNode finished(JsonNode started) throws IOException, InterruptedException {
            JsonNode job = started;
            while (job.path("state").asText().matches("WAITING|RUNNING")) {
                job = call("GET", "/api/jobs/" + job.path("id").asText(), new byte[0]);
            }
            if (!job.path("state").asText().equals("DONE")) {
                throw new IllegalStateException(job.toString());
            }
            return job;
        }

        void kill() throws InterruptedException {
            process.destroyForcibly();
            process.waitFor();
        }
    }

    /** Does what people do until the server is gone, and keeps what was acknowledged. */
    private void work(Running server, Random random) {
        try {
            for (int round = 0; ; round++) {
                String csv =
                        "kind,n\n" + "a,1\nb,2\n".repeat(1 + random.nextInt(20_000)) + "c," + random.nextInt() + "\n";
                String file = server.call("POST", "/api/files?name=made.csv", csv.getBytes())
                        .path("id")
                        .asText();
                server.acknowledged.release();
                String dataset = server.finished(server.call("POST", "/api/datasets", object("files", List.of(file))))
                        .path("datasetId")
                        .asText();
                datasets.add(dataset);
                server.acknowledged.release();
                server.finished(server.call(
                        "PUT",
                        "/api/datasets/" + dataset + "/steps",
                        object("steps", List.of(object("kind", "relabel", "column", "n", "label", "Number")))));
                stepped.add(dataset);
                server.acknowledged.release();
                if (app.isEmpty()) {
                    app = server.call("POST", "/api/apps", object("datasetId", dataset))
                            .path("id")
                            .asText();
                }
                JsonNode state = server.call("POST", "/api/apps/" + app + "/editions", object("access", "ANYONE"));
                editions = state.path("editions").size();
                slug = state.path("slug").asText();
                server.acknowledged.release();
                if (round % 3 == 0) {
                    server.call("GET", "/api/backup", new byte[0]);
                }
            }
        } catch (IOException | InterruptedException gone) {
            return; // killed
        }
    }

    private void requireAll(Running server) throws Exception {
        for (String dataset : datasets) {
            JsonNode details = server.call("GET", "/api/datasets/" + dataset, new byte[0]);
            assertThat(details.path("rowCount").asInt()).isPositive();
            if (stepped.contains(dataset)) {
                assertThat(details.path("steps").size()).isEqualTo(1);
            }
        }
        if (!slug.isEmpty()) {
            assertThat(server.call("GET", "/api/apps/" + app + "/editions", new byte[0])
                            .path("editions")
                            .size())
                    .isGreaterThanOrEqualTo(editions);
            assertThat(server.call("POST", "/api/links/" + slug + "/answers", object())
                            .path("passing")
                            .asInt())
                    .isPositive();
        }
        try (Stream<Path> left = Files.list(folder.resolve("data/uploads"))) {
            assertThat(left.filter(file -> file.toString().endsWith(".zip"))).isEmpty();
        }
    }

    @Test
    void whatWasAcknowledgedIsThereAfterAnyKill() throws Exception {
        Random random = new Random(17);
        Running server = new Running();
        String setup =
                Files.readString(folder.resolve("data/setup-address.txt")).strip();
        server.call(
                "POST",
                "/api/setup",
                object(
                        "token",
                        setup.substring(setup.indexOf('#') + 1),
                        "name",
                        "Ada",
                        "password",
                        TestServer.PASSWORD));
        server.signIn();
        for (int kill = 0; kill < KILLS; kill++) {
            Running now = server;
            CompletableFuture<Void> working = CompletableFuture.runAsync(() -> work(now, random));
            // after some of what was asked for, in the midst of what comes next: however slow the machine is
            now.acknowledged.tryAcquire(random.nextInt(MOST_ACKNOWLEDGED), 30, TimeUnit.SECONDS);
            CompletableFuture.runAsync(
                            () -> now.process.toHandle().destroyForcibly(),
                            CompletableFuture.delayedExecutor(random.nextInt(300), TimeUnit.MILLISECONDS))
                    .join();
            now.process.waitFor();
            working.join(); // what it could not do but for the kill fails here
            server = new Running();
            server.signIn();
            requireAll(server);
        }
        server.kill();
        assertThat(editions).isPositive();
        assertThat(datasets).isNotEmpty();
    }
}
