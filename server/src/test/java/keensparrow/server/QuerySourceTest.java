package keensparrow.server;

import static keensparrow.server.TestServer.json;
import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Queries on an embedded database as a source. */
@Timeout(value = 60, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class QuerySourceTest {
    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static String connection;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        Path warehouse = server.folder().resolve("warehouse/bookings");
        try (Connection h2 = DriverManager.getConnection("jdbc:h2:file:" + warehouse, "sa", "");
                Statement statement = h2.createStatement()) {
            statement.execute(
                    "create table booking (id int, code varchar, paid decimal(10, 2), booked date, seen timestamp, refund boolean, rate double)");
            statement.execute(
                    "insert into booking values (1, '007', 10.50, date '2026-01-31', timestamp '2026-01-31 06:15:00', true, 0.1),"
                            + " (2, '008', 20.00, null, null, false, 1e-7), (3, null, null, date '2026-02-01', timestamp '2026-02-01 00:00:00', null, null)");
            statement.execute("create user READER password 'reads only'");
            statement.execute("grant select on schema public to READER");
        }
        TestServer.Reply added = add("READER", "reads only", "bookings");
        assertThat(added.status()).as(added.body()).isEqualTo(200);
        connection = added.json().path("id").asText();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static TestServer.Reply add(String user, String password, String database) throws Exception {
        return anna.call(
                "POST",
                "/api/connections",
                object(
                        "name",
                        "Warehouse",
                        "kind",
                        "H2",
                        "database",
                        database,
                        "username",
                        user,
                        "password",
                        password));
    }

    private static TestServer.Reply preview(String sql) throws Exception {
        return anna.call("POST", "/api/queries", object("connectionId", connection, "sql", sql));
    }

    @Test
    void showsTheFirstRowsAsTheyWouldBeRead() throws Exception {
        JsonNode preview = preview("select * from booking order by id;").json();
        assertThat(preview.path("columns").toString())
                .isEqualTo("[\"id\",\"code\",\"paid\",\"booked\",\"seen\",\"refund\",\"rate\"]");
        assertThat(preview.path("rows").get(0).toString())
                .isEqualTo("[\"1\",\"007\",\"10.50\",\"2026-01-31\",\"2026-01-31T06:15\",\"yes\",\"0.1\"]");
        assertThat(preview.path("rows").get(1).get(6).asText()).isEqualTo("0.00000010");
        assertThat(preview.path("rows").get(2).get(1).isNull()).isTrue();
        assertThat(preview.path("more").asBoolean()).isFalse();
        JsonNode many = preview("select x from system_range(1, 500)").json();
        assertThat(many.path("rows").size()).isEqualTo(50);
        assertThat(many.path("more").asBoolean()).isTrue();
    }

    @Test
    void aResultBecomesADatasetAndCanBeRunAgain() throws Exception {
        JsonNode job = anna.finished(anna.call(
                "POST",
                "/api/datasets",
                object(
                        "name",
                        "Bookings",
                        "query",
                        object("connectionId", connection, "sql", "select code, paid, booked, refund from booking"))));
        assertThat(job.path("state").asText()).as(job.toString()).isEqualTo("DONE");
        String dataset = job.path("datasetId").asText();
        JsonNode details = anna.get("/api/datasets/" + dataset).json();
        assertThat(details.path("noun").asText()).isEqualTo("rows"); // no column tells each apart
        assertThat(details.path("query").asText()).startsWith("select");
        assertThat(details.path("columns").findValuesAsText("type"))
                .containsExactly("TEXT", "DECIMAL", "DATE", "YES_NO");
        JsonNode again = anna.finished(anna.call("POST", "/api/datasets/" + dataset + "/versions", json("{}")));
        assertThat(again.path("state").asText()).isEqualTo("DONE");
        assertThat(anna.get("/api/datasets/" + dataset).json().path("version").asInt())
                .isEqualTo(2);
        String fromFile = anna.dataset("f.csv", "a\n1\n");
        assertThat(anna.call("POST", "/api/datasets/" + fromFile + "/versions", json("{}"))
                        .status())
                .isEqualTo(400);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "delete from booking",
                "drop table booking",
                "select 1; delete from booking",
                "call 1",
                "insert into booking (id) values (9)",
                "update booking set paid = 0",
                "create table x (a int)",
                "-- select\n shutdown",
                "/* select */ set db_close_delay 5",
                "with x as (select 1) select * from x; select 2"
            })
    void onlyReads(String sql) throws Exception {
        TestServer.Reply reply = preview(sql);
        assertThat(reply.status()).isEqualTo(422);
        assertThat(reply.code()).isEqualTo("QUERY_NOT_READ_ONLY");
        assertThat(preview("select count(*) from booking")
                        .json()
                        .path("rows")
                        .get(0)
                        .get(0)
                        .asText())
                .isEqualTo("3");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select file_read('/etc/passwd')",
                "select * from csvread('/etc/passwd')",
                "select * from information_schema.users where file_read('x') is null",
                "select link_schema('a', '', 'jdbc:h2:mem:', 'sa', '', 'PUBLIC')"
            })
    void cannotReadFilesOfTheServer(String sql) throws Exception {
        TestServer.Reply reply = preview(sql);
        assertThat(reply.status()).as(reply.body()).isEqualTo(422);
        assertThat(reply.body()).doesNotContain("root:");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select ';' as a",
                "select 1 as \"a;b\"",
                "select 1 -- ; done\n",
                "(select 1)",
                "values (1), (2)",
                "with x as (select 1) select * from x"
            })
    void readsWhatOnlyLooksDangerous(String sql) throws Exception {
        TestServer.Reply reply = preview(sql);
        assertThat(reply.status()).as(reply.body()).isEqualTo(200);
    }

    @Test
    void aFaultIsToldInTheDatabasesWords() throws Exception {
        TestServer.Reply reply = preview("select nothing from booking");
        assertThat(reply.code()).isEqualTo("QUERY_FAILED");
        assertThat(reply.detail()).contains("NOTHING").doesNotContain("at org.h2");
        assertThat(preview("  ").status()).isEqualTo(400);
        assertThat(anna.call("POST", "/api/queries", object("connectionId", "none", "sql", "select 1"))
                        .status())
                .isEqualTo(404);
    }

    private static final String ENDLESS =
            "select count(*) from system_range(1, 1000000) a, system_range(1, 1000000) b where a.x + b.x > 0";

    @Test
    void aQueryThatTakesAllMemoryEndsItsOwnProcessAndNothingElse() throws Exception {
        String greedy = "select repeat(repeat('all the memory there is', 1000), 40000), x from system_range(1, 50)";
        TestServer.Reply reply = preview(greedy);
        assertThat(reply.status()).as(reply.body()).isEqualTo(422);
        assertThat(reply.body()).contains("took more than the 512 MB");
        assertThat(preview("select count(*) from booking")
                        .json()
                        .path("rows")
                        .get(0)
                        .get(0)
                        .asText())
                .isEqualTo("3");
    }

    @Test
    void aQueryThatRunsForEverIsStoppedByItsLimit() throws Exception {
        JsonNode job = anna.finished(anna.call(
                "POST",
                "/api/datasets",
                object("name", "For ever", "query", object("connectionId", connection, "sql", ENDLESS, "seconds", 1))));
        assertThat(job.path("state").asText()).isEqualTo("FAILED");
        assertThat(job.path("code").asText()).isEqualTo("QUERY_TIMEOUT");
    }

    @Test
    void aRunningQueryCanBeCancelled() throws Exception {
        TestServer.Reply started = anna.call(
                "POST",
                "/api/datasets",
                object("name", "Stopped", "query", object("connectionId", connection, "sql", ENDLESS)));
        String id = started.json().path("id").asText();
        while (!anna.get("/api/jobs/" + id).json().path("doing").asText().startsWith("Running")) {
            Thread.onSpinWait();
        }
        JsonNode ended = null;
        while (ended == null || ended.path("state").asText().equals("RUNNING")) {
            anna.call("DELETE", "/api/jobs/" + id, "");
            ended = anna.get("/api/jobs/" + id).json();
        }
        assertThat(ended.path("state").asText()).isEqualTo("CANCELLED");
    }

    @Test
    void aPreviewCanBeCancelled() throws Exception {
        var running = new java.util.concurrent.atomic.AtomicReference<TestServer.Reply>();
        Thread asking = new Thread(() -> {
            try {
                running.set(anna.call(
                        "POST", "/api/queries", object("connectionId", connection, "sql", ENDLESS, "runId", "r1")));
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
        });
        asking.start();
        TestServer.Caller second = server.author();
        while (asking.isAlive()) {
            second.call("DELETE", "/api/queries/r1", "");
        }
        assertThat(running.get().code()).isEqualTo("QUERY_TIMEOUT");
        assertThat(running.get().detail()).contains("cancelled");
    }

    @Test
    void moreRowsThanAllowedAreRefused() throws Exception {
        JsonNode job = anna.finished(anna.call(
                "POST",
                "/api/datasets",
                object(
                        "name",
                        "Many",
                        "query",
                        object(
                                "connectionId",
                                connection,
                                "sql",
                                "select x from system_range(1, 5000)",
                                "mostRows",
                                1000))));
        assertThat(job.path("state").asText()).isEqualTo("FAILED");
        assertThat(job.path("message").asText()).contains("more than 1000 rows");
    }

    @Test
    void connectionsAreTriedAndTheirSecretsKeptClosed() throws Exception {
        assertThat(add("READER", "wrong", "bookings").detail()).contains("refused");
        assertThat(add("READER", "reads only", "nowhere").detail()).contains("no embedded database");
        assertThat(add("READER", "reads only", "../records").status()).isEqualTo(400);
        assertThat(add("sa", " ", "bookings").status()).isEqualTo(400);
        TestServer.Reply gone = anna.call(
                "POST",
                "/api/connections",
                object(
                        "name",
                        "Gone",
                        "kind",
                        "POSTGRESQL",
                        "host",
                        "127.0.0.1",
                        "port",
                        1,
                        "database",
                        "x",
                        "username",
                        "u",
                        "password",
                        "p"));
        assertThat(gone.code()).isEqualTo("CONNECTION_FAILED");
        assertThat(gone.detail()).contains("127.0.0.1:1").contains("Check host and port");
        TestServer.Reply injected = anna.call(
                "POST",
                "/api/connections",
                object(
                        "name",
                        "Odd",
                        "kind",
                        "POSTGRESQL",
                        "host",
                        "x/y?socketFactory=z",
                        "port",
                        1,
                        "database",
                        "x",
                        "username",
                        "u",
                        "password",
                        "p"));
        assertThat(injected.status()).isEqualTo(400);
        assertThat(anna.get("/api/connections").body())
                .doesNotContain("reads only")
                .contains("\"READER\"");
        server.restart();
        byte[] records = Files.readAllBytes(server.folder().resolve("records.mv.db"));
        assertThat(new String(records, java.nio.charset.StandardCharsets.ISO_8859_1))
                .doesNotContain("reads only");
        anna = server.author();
        assertThat(preview("select 1").status()).isEqualTo(200);
        assertThat(Files.readString(server.folder().resolve("secret.key"))).hasSize(64);
    }

    @Test
    void anAdministratorOfAnEmbeddedDatabaseIsRefused() throws Exception {
        Path warehouse = server.folder().resolve("warehouse/admin");
        try (Connection h2 = DriverManager.getConnection("jdbc:h2:file:" + warehouse, "boss", "bosses only")) {
            assertThat(h2.isValid(1)).isTrue();
        }
        TestServer.Reply refused = add("boss", "bosses only", "admin");
        assertThat(refused.code()).isEqualTo("CONNECTION_FAILED");
        assertThat(refused.detail()).contains("administers that database");
    }

    @Test
    void connectionsOfOthersAreNotThere() throws Exception {
        TestServer.Caller otto = server.caller().signIn("Otto");
        assertThat(otto.get("/api/connections").json().path("connections").size())
                .isZero();
        assertThat(otto.call("POST", "/api/queries", object("connectionId", connection, "sql", "select 1"))
                        .status())
                .isEqualTo(404);
        assertThat(otto.call("DELETE", "/api/connections/" + connection, "").status())
                .isEqualTo(404);
    }
}
