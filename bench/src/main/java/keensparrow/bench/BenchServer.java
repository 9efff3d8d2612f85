package keensparrow.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import keensparrow.demo.Client;

/** A server of its own in another process, with one account. */
record BenchServer(Process process, String address, Client author) implements AutoCloseable {
    /** @param heap as {@code -Xmx} takes it */
    static BenchServer start(String jar, Path data, String heap) throws IOException, InterruptedException {
        Process server = new ProcessBuilder(
                        "java",
                        "-Xmx" + heap,
                        "-XX:G1HeapRegionSize=16m",
                        "-jar",
                        jar,
                        "serve",
                        "--data",
                        data.toString(),
                        "--port",
                        "0")
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        BufferedReader out = server.inputReader();
        String line = out.readLine();
        while (!line.startsWith("Keen Sparrow is at ")) {
            line = out.readLine();
        }
        String address = line.substring("Keen Sparrow is at ".length()).replaceAll("/$", "");
        Client author = new Client(address);
        String setup = Files.readString(data.resolve("setup-address.txt")).strip();
        author.setUp(setup.substring(setup.indexOf('#') + 1), "author", "night train to Trieste");
        return new BenchServer(server, address, author);
    }

    @Override
    public void close() throws InterruptedException {
        process.destroy();
        process.waitFor();
    }
}
