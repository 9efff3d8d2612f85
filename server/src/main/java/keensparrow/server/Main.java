package keensparrow.server;

import java.io.IOException;
import java.net.BindException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import keensparrow.core.words.Words;
import keensparrow.server.account.Passwords;
import keensparrow.server.backup.BackupCommand;
import keensparrow.server.backup.Restore;
import keensparrow.server.memory.MemoryWatch;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** The program: {@code serve} starts the server. */
@Command(
        name = "sparrow",
        subcommands = {Main.Serve.class, Main.Backup.class, Main.RestoreBackup.class, CommandLine.HelpCommand.class},
        description = "Keen Sparrow: spreadsheets and query results as shared apps.")
public final class Main {
    private Main() {}

    public static void main(String[] arguments) {
        System.exit(new CommandLine(new Main()).execute(arguments));
    }

    /** Takes a backup, of a server that runs or of a folder that none uses. */
    @Command(name = "backup", description = "Write everything into one file.", mixinStandardHelpOptions = true)
    static final class Backup implements Callable<Integer> {
        @Parameters(index = "0", description = "File to write")
        private Path file = Path.of("backup.zip");

        @Option(names = "--data", description = "Folder of all data (default: ${DEFAULT-VALUE})", defaultValue = "data")
        private Path data = Path.of("data");

        @Override
        public Integer call() throws Exception {
            try {
                new BackupCommand(data, file).run();
                System.out.println("Backed up to " + file + ", " + (Files.size(file) >> 10) + " kB. Keep it safe: it"
                        + " holds the key of secrets.");
                return 0;
            } catch (IOException | RuntimeException e) {
                System.err.println(Words.say("server.server.noBackupWasTaken", "getMessage", e.getMessage()));
                return 1;
            }
        }
    }

    /** Makes a data folder of a backup. */
    @Command(name = "restore", description = "Make a data folder of a backup.", mixinStandardHelpOptions = true)
    static final class RestoreBackup implements Callable<Integer> {
        @Parameters(index = "0", description = "Backup to restore")
        private Path file = Path.of("backup.zip");

        @Option(names = "--data", description = "Folder to make, empty or not there", required = true)
        private Path data = Path.of("data");

        @Override
        public Integer call() {
            try {
                int files = new Restore(file, data).run();
                System.out.println("Restored to " + data + ": the records and " + files + " original files.");
                return 0;
            } catch (IOException | RuntimeException e) {
                System.err.println(e.getMessage() + ".");
                return 1;
            }
        }
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

        @Option(names = "--log-file", description = "Write the log to this file too, a new one each day, kept 30 days")
        private @Nullable Path logFile;

        @Option(
                names = "--answer-limit",
                description = "Seconds that the answers of a page may take (default: ${DEFAULT-VALUE})",
                defaultValue = "30")
        private int answerLimit = 30;

        @Option(
                names = "--language",
                description = "Language of all texts, as a tag such as de (default: ${DEFAULT-VALUE}); those that are"
                        + " not there are in English",
                defaultValue = "en")
        private String language = "en";

        @Option(names = "--cold", description = "Get nothing ready before somebody asks: starts with less work")
        private boolean cold;

        @Option(names = "--begin-anew", description = "Set what is in the data folder aside and begin anew")
        private boolean beginAnew;

        @Option(
                names = "--new-key",
                description = "Set the key of secrets aside: passwords of database connections are lost")
        private boolean newKey;

        @Override
        public Integer call() throws Exception {
            System.setProperty("sparrow.language", language); // before anything speaks
            if (logFile != null) { // before anything logs
                System.setProperty("logback.configurationFile", "logback-file.xml");
                System.setProperty("sparrow.logFile", logFile.toString());
            }
            MemoryWatch.exitWhenOutOfMemory();
            Server server;
            try {
                server = Server.start(new Server.Settings(
                        data,
                        host,
                        port,
                        uploadLimitMb << 20,
                        keepFreeMb << 20,
                        connectionsPerAddress,
                        beginAnew,
                        newKey,
                        Duration.ofSeconds(answerLimit),
                        cold,
                        Passwords.MEMORY_KB));
            } catch (IOException | RuntimeException e) {
                System.err.println(Words.say("server.server.theServerCannotStart", "e", reason(e)));
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
                    return Words.say("server.server.theDataFolderIsIn", "data", data);
                }
                if (cause instanceof BindException || message.contains("Port already in use")) {
                    return Words.say("server.server.portIsTakenNameAnother", "port", port);
                }
            }
            return Words.say("server.server.checkTheDataFolderAnd", "getMessage", failure.getMessage(), "data", data);
        }
    }
}
