package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** Many who send or read slowly leave the others unharmed. */
@Timeout(value = 20, threadMode = Timeout.ThreadMode.SEPARATE_THREAD) // an idle connection is given up after 30 s
class SlowConnectionsTest {
    private static final int MANY = 300;

    @TempDir
    static Path folder;

    private static TestServer server;
    private static String slug;
    private final List<Socket> sockets = new ArrayList<>();

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        TestServer.Caller anna = server.author();
        StringBuilder csv = new StringBuilder("kind,note\n");
        for (int i = 0; i < 15_000; i++) {
            csv.append("kind ")
                    .append(i % 7)
                    .append(",a note that is long enough to be its own ")
                    .append(i)
                    .append('\n');
        }
        slug = anna.publish(
                anna.newApp(anna.dataset("notes.csv", csv.toString()))
                        .path("id")
                        .asText(),
                "ANYONE");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @AfterEach
    void close() throws IOException {
        for (Socket socket : sockets) {
            socket.close();
        }
    }

    private void open(String from, String request) throws IOException {
        int port = URI.create(server.address()).getPort();
        Socket socket = new Socket(InetAddress.getByName("127.0.0.1"), port, InetAddress.getByName(from), 0);
        sockets.add(socket);
        socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
        socket.getOutputStream().flush();
    }

    private static String begun(String path) {
        return "POST " + path
                + " HTTP/1.1\r\nHost: here\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n{";
    }

    private static void othersAreServed() throws Exception {
        assertThat(server.caller().get("/api/health").status()).isEqualTo(200);
        assertThat(server.caller()
                        .call("POST", "/api/session", object("name", "Rita", "password", TestServer.PASSWORD))
                        .status())
                .isEqualTo(200);
        assertThat(server.caller()
                        .call("POST", "/api/links/" + slug + "/answers", "{}")
                        .status())
                .isEqualTo(200);
        assertThat(server.caller().get("/").status()).isIn(200, 404); // without the pages in quick builds
    }

    @Test
    void bodiesThatNeverEndHoldNoThread() throws Exception {
        for (int i = 0; i < MANY; i++) {
            open("127.0.0.2", begun(i % 3 == 0 ? "/api/session" : "/api/links/" + slug + "/answers"));
        }
        othersAreServed();
    }

    @Test
    void headersThatNeverEndHoldNoThread() throws Exception {
        for (int i = 0; i < MANY; i++) {
            open("127.0.0.2", "GET /api/links/" + slug + " HTTP/1.1\r\nHost: here\r\nX-Slow: ");
        }
        othersAreServed();
    }

    @Test
    void downloadsThatNobodyReadsLeaveRoomForSigningIn() throws Exception {
        for (int i = 0; i < MANY; i++) {
            open("127.0.0.2", "GET /api/links/" + slug + "/rows.csv HTTP/1.1\r\nHost: here\r\n\r\n");
        }
        assertThat(server.caller().get("/api/health").status()).isEqualTo(200);
        assertThat(server.caller()
                        .call("POST", "/api/session", object("name", "Rita", "password", TestServer.PASSWORD))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void oneAddressHasItsShare() throws Exception {
        Server.Settings few = new Server.Settings(folder.resolve("few"), "127.0.0.1", 0, 1 << 20, 0, 5);
        try (Server small = Server.start(few)) {
            int closed = 0;
            for (int i = 0; i < 12; i++) {
                Socket socket = new Socket("127.0.0.1", small.port());
                sockets.add(socket);
                socket.getOutputStream().write("GET /api/health HTTP/1.1\r\nHost: here\r\n\r\n".getBytes());
                InputStream in = socket.getInputStream();
                closed += ended(in) ? 1 : 0;
            }
            assertThat(closed).isEqualTo(7);
        }
    }

    @Test
    void connectionsThatAreClosedCountNoMore() throws Exception {
        Server.Settings few = new Server.Settings(folder.resolve("closed"), "127.0.0.1", 0, 1 << 20, 0, 5);
        try (Server small = Server.start(few)) {
            for (int i = 0; i < 40; i++) {
                String last = i % 2 == 0 ? "Connection: close\r\n" : "";
                boolean refused = true;
                while (refused) { // until the server has seen that the ones before are closed
                    try (Socket socket = new Socket("127.0.0.1", small.port())) {
                        socket.setSoLinger(i % 4 > 1, 0); // reset, or closed as is usual
                        socket.getOutputStream()
                                .write(("GET /api/health HTTP/1.1\r\nHost: here\r\n" + last + "\r\n").getBytes());
                        refused = ended(socket.getInputStream());
                    } catch (IOException reset) {
                        refused = true;
                    }
                }
            }
        }
    }

    private static boolean ended(InputStream in) {
        try {
            return in.read() < 0;
        } catch (IOException reset) {
            return true;
        }
    }
}
