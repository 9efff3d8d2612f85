package keensparrow.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.time.Duration;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** What the first visitor of an app will ask is made ready without one. */
class WarmUpTest {
    private static final Pattern TABLES = Pattern.compile("(?m)^sparrow_tables_bytes(?:\\{.*})? (\\S+)$");
    private static final int ROWS = 30_000; // more than are sorted and kept at once

    @TempDir
    static Path folder;

    private static double keptBytes(TestServer.Caller administrator) throws Exception {
        Matcher kept = TABLES.matcher(administrator.get("/metrics").body());
        assertThat(kept.find()).isTrue();
        return Double.parseDouble(kept.group(1));
    }

    @Test
    @Timeout(60)
    void anEditionIsGoneThroughWhenItIsPublishedAndAfterAStart() throws Exception {
        StringBuilder csv = new StringBuilder("place,amount\n");
        for (int i = 0; i < ROWS; i++) {
            csv.append('p').append(i % 20).append(',').append(i * 7 % 1000).append('\n');
        }
        try (TestServer server = new TestServer(folder)) {
            Server.Settings warm = new Server.Settings(
                    folder, "127.0.0.1", 0, 1 << 20, 0, 1000, false, false, Duration.ofSeconds(30), false, 64);
            server.restart(warm);
            TestServer.Caller author = server.author();
            JsonNode made = author.newApp(author.dataset("rows.csv", csv.toString()));
            ObjectNode app = made.path("page").path("app").deepCopy();
            TestServer.view(app.putArray("views"), "table", "TABLE", 0)
                    .putArray("columns")
                    .add("place")
                    .add("amount");
            TestServer.Caller administrator = server.caller().signIn("Ada");
            double before = keptBytes(administrator);
            author.published(made, app, "ANYONE");
            int orders = 2 * Integer.BYTES * ROWS; // by each of the two columns, where somebody reads on
            while (keptBytes(administrator) < before + orders) {
                Thread.onSpinWait(); // each look is a call
            }
            server.restart(warm);
            administrator = server.caller().signIn("Ada");
            while (keptBytes(administrator) < before + orders) {
                Thread.onSpinWait();
            }
        }
    }
}
