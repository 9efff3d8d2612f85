package keensparrow.e2e;

import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import keensparrow.demo.Client;

/** The runnable jar in a process of its own, on a free port. */
final class RunningServer implements AutoCloseable {
    private static final String READY = "Keen Sparrow is at ";

    private static final List<String> SMALL = List.of("-Xmx1g", "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC");

    private final Path data;
    private final List<String> jvm;
    private List<String> options;
    private Process process;
    private String address;

    /** @param options beside those that a test needs */
    RunningServer(Path data, String... options) throws IOException {
        this(data, SMALL, Stream.concat(Stream.of("--cold"), Stream.of(options)).toList());
    }

    private RunningServer(Path data, List<String> jvm, List<String> options) throws IOException {
        this.data = data;
        this.jvm = jvm;
        this.options = options;
        start("0");
    }

    /** As it runs for people: with all compilers and room for millions of rows. */
    static RunningServer quick(Path data) throws IOException {
        return new RunningServer(data, List.of("-Xmx4g", "-XX:G1HeapRegionSize=16m"), List.of());
    }

    private void start(String port) throws IOException {
        List<String> command = new ArrayList<>(List.of("java"));
        command.addAll(jvm);
        command.addAll(List.of(
                "-jar", jar().toString(), "serve", "--data", data.toString(), "--port", port, "--keep-free", "0"));
        command.addAll(options);
        process = new ProcessBuilder(command)
                .redirectError(ProcessBuilder.Redirect.appendTo(new File(data + ".log")))
                .start();
        BufferedReader out =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
        for (String line = out.readLine(); line != null; line = out.readLine()) {
            if (line.startsWith(READY)) {
                String said = line.substring(READY.length());
                address = said.substring(0, said.length() - 1);
                return;
            }
        }
        throw new IOException("the server did not start: " + Files.readString(Path.of(data + ".log")));
    }

    private static Path jar() throws IOException {
        try (Stream<Path> files = Files.list(Path.of("../server/target"))) {
            return files.filter(file -> file.toString().endsWith("-all.jar"))
                    .findFirst()
                    .orElseThrow();
        }
    }

    /** Makes the first account, an administrator's. @return a program that is signed in as it */
    Client firstAccount(String name, String password) throws IOException, InterruptedException {
        Client client = new Client(address);
        String setup = Files.readString(data.resolve("setup-address.txt")).strip();
        client.setUp(setup.substring(setup.indexOf('#') + 1), name, password);
        return client;
    }

    String address() {
        return address;
    }

    Path data() {
        return data;
    }

    /** Stops it as a crash would, and starts it again at the same port. */
    void crashAndRestart() throws IOException, InterruptedException {
        process.destroyForcibly().waitFor();
        startAgain();
    }

    /** Stops it and starts it again at the same port with other options. */
    void restart(String... others) throws IOException, InterruptedException {
        close();
        options = List.of(others);
        startAgain();
    }

    private void startAgain() throws IOException {
        start(address.substring(address.lastIndexOf(':') + 1));
    }

    @Override
    public void close() throws InterruptedException {
        process.destroy();
        process.waitFor();
    }
}
