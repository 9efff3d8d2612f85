package keensparrow.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Statement;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** Records that are there again after trouble, and do not grow without end. */
@Timeout(value = 120, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class DatabaseTest {
    @TempDir
    Path folder;

    private static void execute(Database database, String sql) {
        database.act(connection -> {
            try (Statement statement = connection.createStatement()) {
                statement.execute(sql);
            }
        });
    }

    private static int count(Database database) {
        return database.inTransaction(
                        connection -> Database.one(connection, "select count(*) from kept", row -> row.getInt(1)))
                .orElse(-1);
    }

    @Test
    void oneThatClosedItselfIsOpenedAgain() throws Exception {
        try (Database database = Database.inFile(folder.resolve("records"))) {
            execute(database, "create table kept (id int)");
            execute(database, "insert into kept values (1)");
            try {
                execute(database, "shutdown immediately"); // as H2 does when the disk fails
            } catch (StoreException closed) {
                assertThat(closed).isNotNull();
            }
            int seen = -1;
            while (seen < 0) {
                try {
                    seen = count(database);
                } catch (StoreException notYet) {
                    Thread.onSpinWait();
                }
            }
            assertThat(seen).isEqualTo(1);
            execute(database, "insert into kept values (2)");
            assertThat(count(database)).isEqualTo(2);
        }
    }

    @Test
    void oneThatGrewIsCompactedWhileOthersWrite() throws Exception {
        try (Database database = Database.inFile(folder.resolve("records"), 1 << 20)) {
            execute(database, "create table kept (id int)");
            execute(database, "create table draft (t varchar)");
            execute(database, "insert into draft values ('')");
            AtomicBoolean over = new AtomicBoolean();
            AtomicInteger written = new AtomicInteger();
            Thread other = new Thread(() -> {
                while (!over.get()) {
                    execute(database, "insert into kept values (1)");
                    written.incrementAndGet();
                }
            });
            other.start();
            for (int i = 0; i < 600; i++) {
                String text = "x".repeat(20_000) + i;
                database.act(connection -> {
                    Database.update(connection, "update draft set t = ?", text);
                });
            }
            over.set(true);
            other.join();
            assertThat(count(database)).isEqualTo(written.get());
            assertThat(database.sizeBytes()).isLessThan(8 << 20); // 12 MB were written at least
        }
        try (Database again = Database.inFile(folder.resolve("records"))) {
            assertThat(count(again)).isPositive();
        }
    }
}
