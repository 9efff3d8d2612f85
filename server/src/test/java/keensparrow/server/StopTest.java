package keensparrow.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.ByteArrayOutputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** A server that is stopped finishes what it has begun to send; its log is in the file it was told. */
@Timeout(value = 60, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class StopTest {
    private static final int ROWS = 200_000;

    @TempDir
    Path folder;

    @Test
    void aRunningDownloadComesToItsEnd() throws Exception {
        StringBuilder csv = new StringBuilder("kind,note\n");
        for (int i = 0; i < ROWS; i++) {
            csv.append("kind ")
                    .append(i % 7)
                    .append(",a note that is long enough to be its own ")
                    .append(i)
                    .append('\n');
        }
        try (TestServer server = new TestServer(folder)) {
            TestServer.Caller anna = server.author();
            String slug = anna.publish(
                    anna.newApp(dataset(anna, csv.toString())).path("id").asText(), "ANYONE");
            try (Socket socket =
                    new Socket("127.0.0.1", URI.create(server.address()).getPort())) {
                String request =
                        "GET /api/links/" + slug + "/rows.csv HTTP/1.1\r\nHost: here\r\nConnection: close\r\n\r\n";
                socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
                BufferedReader in =
                        new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8));
                assertThat(in.readLine()).isEqualTo("HTTP/1.1 200 OK"); // it has begun, and nobody reads on
                CompletableFuture<Void> stopping = CompletableFuture.runAsync(server::close);
                while (isTaken(server)) {
                    Thread.onSpinWait();
                }
                assertThat(stopping).isNotDone();
                long notes = in.lines()
                        .filter(line -> line.contains("a note that is"))
                        .count();
                assertThat(notes).isEqualTo(ROWS);
                stopping.get(20, TimeUnit.SECONDS);
            }
        }
    }

    /** Packed, as the server of these tests takes small files alone. */
    private static String dataset(TestServer.Caller caller, String csv) throws Exception {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (OutputStream out = new GZIPOutputStream(packed)) {
            out.write(csv.getBytes(StandardCharsets.UTF_8));
        }
        String file = caller.upload("notes.csv.gz", packed.toByteArray())
                .json()
                .path("id")
                .asText();
        return caller.finished(caller.call("POST", "/api/datasets", TestServer.object("files", List.of(file))))
                .path("datasetId")
                .asText();
    }

    /** Whether new calls are still answered as usual. */
    private static boolean isTaken(TestServer server) {
        try {
            return server.caller().get("/api/health").status() == 200;
        } catch (Exception refused) {
            return false;
        }
    }

    @Test
    void theLogIsWrittenToItsFile() throws Exception {
        Path log = folder.resolve("logs/server.log");
        Process process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-XX:TieredStopAtLevel=1",
                        "-cp",
                        System.getProperty("java.class.path"),
                        Main.class.getName(),
                        "serve",
                        "--data",
                        folder.resolve("data").toString(),
                        "--port",
                        "0",
                        "--log-file",
                        log.toString())
                .redirectErrorStream(true)
                .start();
        try (BufferedReader out = process.inputReader()) {
            String line = out.readLine();
            while (line != null && !line.startsWith("Keen Sparrow is at ")) {
                line = out.readLine();
            }
            assertThat(line).isNotNull();
            assertThat(Files.readString(log)).containsPattern("\\d{4}-\\d\\d-\\d\\d[T ]\\d\\d:\\d\\d.* INFO ");
        } finally {
            process.destroy();
            process.waitFor();
        }
    }
}
