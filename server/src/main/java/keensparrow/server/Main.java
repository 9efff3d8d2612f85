package keensparrow.server;

import java.io.IOException;
import java.net.BindException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** The program: {@code serve} starts the server. */
@Command(
        name = "sparrow",
        subcommands = {Main.Serve.class, CommandLine.HelpCommand.class},
        description = "Keen Sparrow: spreadsheets and query results as shared apps.")
public final class Main {
    private Main() {}

    public static void main(String[] arguments) {
        System.exit(new CommandLine(new Main()).execute(arguments));
    }

    /** Serves until it is stopped. */
    @Command(name = "serve", description = "Start the server.", mixinStandardHelpOptions = true)
    static final class Serve implements Callable<Integer> {
        @Option(names = "--data", description = "Folder of all data (default: ${DEFAULT-VALUE})", defaultValue = "data")
        private Path data = Path.of("data");

        @Option(
                names = "--host",
                description = "Address to listen on (default: ${DEFAULT-VALUE})",
                defaultValue = "127.0.0.1")
        private String host = "127.0.0.1";

        @Option(names = "--port", description = "Port to listen on (default: ${DEFAULT-VALUE})", defaultValue = "7070")
        private int port = 7070;

        @Option(
                names = "--upload-limit",
                description = "Largest file in MB (default: ${DEFAULT-VALUE})",
                defaultValue = "2048")
        private long uploadLimitMb = 2048;

        @Option(
                names = "--keep-free",
                description = "MB of the disk that uploads leave free (default: ${DEFAULT-VALUE})",
                defaultValue = "512")
        private long keepFreeMb = 512;

        @Option(
                names = "--connections-per-address",
                description = "Connections that one address may have open (default: ${DEFAULT-VALUE})",
                defaultValue = "1000")
        private int connectionsPerAddress = 1000;

        @Override
        public Integer call() throws Exception {
            Server server;
            try {
                server = Server.start(new Server.Settings(
                        data, host, port, uploadLimitMb << 20, keepFreeMb << 20, connectionsPerAddress));
            } catch (IOException | RuntimeException e) {
                System.err.println("The server cannot start: " + reason(e));
                return 1;
            }
            CountDownLatch stopped = new CountDownLatch(1);
            Runtime.getRuntime().addShutdownHook(new Thread(() -> {
                server.close();
                stopped.countDown();
            }));
            System.out.println("Keen Sparrow is at http://" + host + ":" + server.port() + "/");
            stopped.await();
            return 0;
        }

        /** What to do about it, where that is known. */
        private String reason(Throwable failure) {
            for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
                String message = String.valueOf(cause.getMessage());
                if (message.contains("already in use") && message.contains("Database")) {
                    return "the data folder " + data + " is in use by another server. Stop that one, or name another"
                            + " folder with --data.";
                }
                if (cause instanceof BindException || message.contains("Port already in use")) {
                    return "port " + port + " is taken. Name another one with --port.";
                }
            }
            return failure.getMessage() + ". Check the data folder " + data + " and the options.";
        }
    }
}
