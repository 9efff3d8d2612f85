package keensparrow.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** A process killed in the middle of its work: all that was acknowledged before is there afterwards. */
@Timeout(value = 120, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class CrashTest {
    @TempDir
    Path folder;

    /** Writes rows of changing size until it is killed, and prints the number of each once it is acknowledged. */
    static final class Writer {
        public static void main(String[] arguments) throws IOException {
            Database database = Database.inFile(Path.of(arguments[0]));
            long last = lastRow(database);
            Random random = new Random(last);
            Thread noise = new Thread(() -> {
                for (int i = 0; ; i++) {
                    int job = i % 10;
                    database.inTransaction(connection -> {
                        Database.update(connection, "delete from passing where id = ?", job);
                        return Database.update(connection, "insert into passing values (?, 'x')", job);
                    });
                }
            });
            noise.setDaemon(true);
            noise.start();
            while (true) {
                long id = ++last;
                String text = "y".repeat(random.nextInt(20_000));
                database.act(connection -> {
                    Database.update(connection, "insert into kept values (?, ?)", id, text);
                });
                System.out.println(id);
                System.out.flush();
            }
        }
    }

    private static long lastRow(Database database) {
        return database.inTransaction(connection -> {
                    Database.update(connection, "create table if not exists kept (id bigint primary key, t varchar)");
                    Database.update(connection, "create table if not exists passing (id int, t varchar)");
                    return Database.one(connection, "select coalesce(max(id), 0) from kept", row -> row.getLong(1));
                })
                .orElseThrow();
    }

    @Test
    void keepsWhatWasAcknowledged() throws Exception {
        Path file = folder.resolve("records");
        long before = 0;
        for (int killAfter : new int[] {3, 40, 17, 90}) {
            long acknowledged = killedAfter(killAfter, file);
            assertThat(acknowledged).isGreaterThanOrEqualTo(before + killAfter);
            try (Database database = Database.inFile(file)) {
                before = lastRow(database);
                long count = database.inTransaction(connection ->
                                Database.one(connection, "select count(*) from kept", row -> row.getLong(1)))
                        .orElseThrow();
                assertThat(before).isGreaterThanOrEqualTo(acknowledged);
                assertThat(count).isEqualTo(before);
            }
        }
    }

    /** The last number read from a writer that was killed, without a warning, after so many. */
    private static long killedAfter(int numbers, Path file) throws IOException, InterruptedException {
        Process writer = new ProcessBuilder(List.of(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        Writer.class.getName(),
                        file.toString()))
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        long last = 0;
        try (BufferedReader out = writer.inputReader()) {
            int seen = 0;
            for (String line = out.readLine(); line != null; line = out.readLine()) {
                if (line.matches("\\d+")) {
                    last = Long.parseLong(line);
                    if (++seen == numbers) {
                        writer.toHandle().destroyForcibly(); // the handle leaves what was printed readable
                    }
                }
            }
        }
        writer.waitFor();
        return last;
    }
}
