package keensparrow.server.source;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.h2.tools.Server;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A process of its own for the embedded databases while one connection is open: a query that takes all the memory it can
 * get, or an engine that fails, ends that process and not the server. It ends when the server does.
 */
final class WarehouseProcess implements AutoCloseable {
    static final int MAX_HEAP_MB = 512;
    private static final Logger LOG = LoggerFactory.getLogger(WarehouseProcess.class);
    private static final String READY = "listening at ";

    private final Process process;
    private final int port;

    private WarehouseProcess(Process process, int port) {
        this.process = process;
        this.port = port;
    }

    static WarehouseProcess start(Path warehouse) throws IOException {
        String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
        Process process = new ProcessBuilder(List.of(
                        java,
                        "-Xmx" + MAX_HEAP_MB + "m",
                        "-XX:+ExitOnOutOfMemoryError",
                        "-XX:+UseSerialGC",
                        "-XX:TieredStopAtLevel=1",
                        "-Dh2.bindAddress=127.0.0.1",
                        "-cp",
                        System.getProperty("java.class.path"),
                        WarehouseProcess.class.getName(),
                        warehouse.toAbsolutePath().toString()))
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        BufferedReader said =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
        for (String line = said.readLine(); line != null; line = said.readLine()) {
            if (line.startsWith(READY)) {
                return new WarehouseProcess(process, Integer.parseInt(line.substring(READY.length())));
            }
        }
        process.destroyForcibly();
        throw new IOException("the process for embedded databases did not start");
    }

    int port() {
        return port;
    }

    boolean isAlive() {
        return process.isAlive();
    }

    @Override
    public void close() {
        process.destroyForcibly();
        try {
            process.waitFor(2, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            LOG.debug("interrupted while a process ends");
            Thread.currentThread().interrupt();
        }
    }

    /** In the process itself: serves the databases of a folder on this machine alone, until its input ends. */
    public static void main(String[] arguments) throws SQLException, IOException {
        Server server = Server.createTcpServer("-tcpPort", "0", "-ifExists", "-baseDir", arguments[0])
                .start();
        System.out.println(READY + server.getPort());
        while (System.in.read() >= 0) {
            // nothing is ever sent: the end of it says that the server is gone
        }
        Runtime.getRuntime().halt(0);
    }
}
