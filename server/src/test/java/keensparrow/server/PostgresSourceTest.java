package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Queries on a PostgreSQL server of its own, where Debian's package is installed. */
@Timeout(value = 120, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class PostgresSourceTest {
    private static final String PASSWORD = "secret-pw";

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static Path cluster;
    private static Path programs;
    private static int port;
    private static String connection;

    @BeforeAll
    static void start() throws Exception {
        Optional<Path> found = installed();
        assumeTrue(found.isPresent(), "no PostgreSQL server is installed");
        programs = found.get();
        cluster = Files.createTempDirectory("keensparrow-postgres"); // below /tmp: the postgres user must reach it
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        Path secret = Files.writeString(cluster.resolve("secret"), PASSWORD);
        if (isRoot()) {
            run(List.of("chown", "-R", "postgres", cluster.toString()));
        }
        asServer("initdb", "-D", data(), "-U", "keeper", "--pwfile=" + secret, "-A", "scram-sha-256", "-E", "UTF8");
        asServer(
                "pg_ctl",
                "-D",
                data(),
                "-l",
                cluster.resolve("log").toString(),
                "-w",
                "-o",
                "-p " + port + " -c listen_addresses=127.0.0.1 -c fsync=off -c unix_socket_directories=" + cluster,
                "start");
        fill();
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        TestServer.Reply added = add(PASSWORD);
        assertThat(added.status()).as(added.body()).isEqualTo(200);
        connection = added.json().path("id").asText();
    }

    @AfterAll
    static void stop() throws Exception {
        if (server != null) {
            server.close();
        }
        if (cluster != null) {
            asServer("pg_ctl", "-D", data(), "-m", "immediate", "-w", "stop");
            try (Stream<Path> files = Files.walk(cluster)) {
                for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                    Files.delete(file);
                }
            }
        }
    }

    private static Optional<Path> installed() throws IOException {
        Path all = Path.of("/usr/lib/postgresql");
        if (!Files.isDirectory(all)) {
            return Optional.empty();
        }
        try (Stream<Path> versions = Files.list(all)) {
            return versions.map(version -> version.resolve("bin"))
                    .filter(bin -> Files.isExecutable(bin.resolve("initdb")))
                    .max(Comparator.naturalOrder());
        }
    }

    private static boolean isRoot() {
        return System.getProperty("user.name").equals("root");
    }

    private static String data() {
        return cluster.resolve("data").toString();
    }

    /** The server refuses to run as root. */
    private static void asServer(String program, String... arguments) throws Exception {
        List<String> command = new ArrayList<>();
        if (isRoot()) {
            command.addAll(List.of("runuser", "-u", "postgres", "--"));
        }
        command.add(programs.resolve(program).toString());
        command.addAll(List.of(arguments));
        run(command);
    }

    private static void run(List<String> command) throws Exception {
        Process process = new ProcessBuilder(command)
                .directory(Path.of("/").toFile())
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        if (process.waitFor() != 0) {
            throw new UncheckedIOException(new IOException("failed: " + command));
        }
    }

    private static void fill() throws Exception {
        String url = "jdbc:postgresql://127.0.0.1:" + port + "/postgres";
        try (Connection postgres = DriverManager.getConnection(url, "keeper", PASSWORD);
                Statement statement = postgres.createStatement()) {
            statement.execute("create table booking (id int, code text, paid numeric(10, 2), booked date,"
                    + " seen timestamp, zoned timestamptz, refund boolean, rate float8)");
            statement.execute(
                    "insert into booking values"
                            + " (1, '007', 10.50, '2026-01-31', '2026-01-31 06:15', '2026-01-31 06:15+00', true, 0.1),"
                            + " (2, '008', 20.00, null, null, null, false, 1e-7), (3, null, null, '2026-02-01', null, null, null, null)");
            statement.execute("create sequence ticket");
            statement.execute("create table kept (id int)");
            statement.execute("create function raises() returns int language plpgsql security definer as"
                    + " $$ begin insert into kept values (1); return 1; end $$");
            statement.execute("create role reader login password '" + PASSWORD + "'");
            statement.execute("grant all on all tables in schema public to reader"); // more than it should have
            statement.execute("grant all on all sequences in schema public to reader");
            statement.execute("create role files login password '" + PASSWORD + "' in role pg_read_server_files");
        }
    }

    private static TestServer.Reply add(String password) throws Exception {
        return add("reader", password);
    }

    private static TestServer.Reply add(String user, String password) throws Exception {
        return anna.call(
                "POST",
                "/api/connections",
                object(
                        "name",
                        "Warehouse",
                        "kind",
                        "POSTGRESQL",
                        "host",
                        "127.0.0.1",
                        "port",
                        port,
                        "database",
                        "postgres",
                        "username",
                        user,
                        "password",
                        password));
    }

    private static TestServer.Reply preview(String sql) throws Exception {
        return anna.call("POST", "/api/queries", object("connectionId", connection, "sql", sql));
    }

    private static JsonNode loaded(String sql, int seconds) throws Exception {
        return anna.finished(load(sql, seconds));
    }

    private static TestServer.Reply load(String sql, int seconds) throws Exception {
        return anna.call(
                "POST",
                "/api/datasets",
                object(
                        "name",
                        "Bookings",
                        "query",
                        object("connectionId", connection, "sql", sql, "seconds", seconds)));
    }

    @Test
    void showsTheFirstRowsAsTheyWouldBeRead() throws Exception {
        JsonNode rows = preview("select id, code, paid, booked, seen, refund, rate from booking order by id")
                .json()
                .path("rows");
        assertThat(rows.get(0).toString())
                .isEqualTo("[\"1\",\"007\",\"10.50\",\"2026-01-31\",\"2026-01-31T06:15\",\"yes\",\"0.1\"]");
        assertThat(rows.get(2).toString()).isEqualTo("[\"3\",null,null,\"2026-02-01\",null,null,null]");
        assertThat(preview("select zoned from booking where id = 1").status()).isEqualTo(200);
    }

    @Test
    void aResultBecomesADataset() throws Exception {
        JsonNode job = loaded("select code, paid, booked, refund from booking", 30);
        assertThat(job.path("state").asText()).as(job.toString()).isEqualTo("DONE");
        JsonNode details =
                anna.get("/api/datasets/" + job.path("datasetId").asText()).json();
        assertThat(details.path("columns").findValuesAsText("type"))
                .containsExactly("TEXT", "DECIMAL", "DATE", "YES_NO");
    }

    @Test
    void nothingCanBeWritten() throws Exception {
        TestServer.Reply hidden = preview("with gone as (delete from booking returning id) select * from gone");
        assertThat(hidden.status()).as(hidden.body()).isEqualTo(422);
        TestServer.Reply sequence = preview("select nextval('ticket')");
        assertThat(sequence.status()).as(sequence.body()).isEqualTo(422);
        assertThat(preview("select count(*) from booking")
                        .json()
                        .path("rows")
                        .get(0)
                        .get(0)
                        .asText())
                .isEqualTo("3");
    }

    /** Each tries to end the text that it is taken for, to leave the read-only transaction, or to write from within. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "select $$'$$; rollback; begin read write; insert into kept values (1); commit; select $$'$$",
                "select $a$ ' $a$; commit; insert into kept values (1); select $a$ ' $a$",
                "select $a$ $b$ $a$; commit; insert into kept values (1); select '$b$'",
                "select E'\\''; commit; insert into kept values (1); select E'\\''",
                "select e'\\\\'; commit; insert into kept values (1); select '\\'",
                "select '\\'; commit; insert into kept values (1); select '\\'",
                "select U&'\\0027'; commit; insert into kept values (1); --'",
                "select 1 /* /* */ ; */ */; commit; insert into kept values (1)",
                "select 1 /* ' */; commit; insert into kept values (1) -- '",
                "select 1 -- '\r; commit; insert into kept values (1); select '",
                "select \"a'b\"; commit; insert into kept values (1); select 'x'",
                "select 1 a$b; commit; insert into kept values (1); select 1 a$b",
                "select 1 $1; commit; insert into kept values (1); select $1",
                "select set_config('transaction_read_only', 'off', true), raises()",
                "select set_config('transaction_read_only', 'off', false)",
                "with off as materialized (select set_config('transaction_read_only', 'off', true)) select raises(), (select * from off)",
                "select raises()",
                "with new as (insert into kept values (1) returning id) select * from new",
                "select * from kept for update",
                "select nextval('ticket')",
                "select setval('ticket', 9)",
                "select pg_read_file('postgresql.conf')",
                "select lo_import('/etc/passwd')",
                "copy kept to program 'true'",
                "do $$ begin insert into kept values (1); end $$",
                "set transaction read write; select raises()",
                "begin read write; select raises()",
                "prepare p as insert into kept values (1)",
                "explain analyze insert into kept values (1)",
                "select 1 into taken",
                "table kept; delete from booking"
            })
    void knownTricksChangeNothing(String sql) throws Exception {
        TestServer.Reply reply = preview(sql);
        assertThat(reply.status()).as(reply.body()).isIn(422, 400);
        TestServer.Reply load = load(sql, 30);
        if (load.status() == 200) {
            assertThat(anna.finished(load).path("state").asText()).isEqualTo("FAILED");
        }
        assertThat(preview(
                                "select (select count(*) from kept), (select last_value from ticket), (select count(*) from booking)")
                        .json()
                        .path("rows")
                        .get(0)
                        .toString())
                .isEqualTo("[\"0\",\"1\",\"3\"]");
    }

    @Test
    void whoCouldDoMoreThanReadIsRefusedWithAWayOut() throws Exception {
        for (String user : List.of("keeper", "files")) {
            TestServer.Reply refused = add(user, PASSWORD);
            assertThat(refused.code()).isEqualTo("CONNECTION_FAILED");
            assertThat(refused.detail()).contains(user).contains("GRANT pg_read_all_data TO");
        }
    }

    @Test
    void textsThatLookLikeMoreThanOneStatementAreRead() throws Exception {
        for (String sql : List.of(
                "select $$;'$$ as a",
                "select $x$ ; $$ ' $x$ as a",
                "select E'it\\'s; fine' as a",
                "select 'it''s; \\' as a",
                "select 1 as \"a;b\"",
                "select /* ; /* ; */ ' */ 1 as a",
                "select code as a from booking where code = '007'; -- ; '")) {
            TestServer.Reply reply = preview(sql);
            assertThat(reply.status()).as(sql + reply.body()).isEqualTo(200);
        }
    }

    @Test
    void aQueryThatRunsForEverIsStoppedByItsLimit() throws Exception {
        JsonNode job = loaded("select pg_sleep(600)", 1);
        assertThat(job.path("state").asText()).isEqualTo("FAILED");
        assertThat(job.path("code").asText()).isEqualTo("QUERY_TIMEOUT");
    }

    @Test
    void aCellOrRowBeyondItsSizeIsNotReadOn() throws Exception {
        assertThat(preview("select repeat('x', 2000000) as a").detail()).contains("1,000,000 characters");
        assertThat(preview("select repeat('x', 200000000) as a").detail()).contains("larger than 64 MB");
        assertThat(preview("select repeat('x', 1000) as a").status()).isEqualTo(200);
        JsonNode wide = loaded("select repeat('x', 100000) || i as a from generate_series(1, 900) i", 60);
        assertThat(wide.path("state").asText()).as(wide.toString()).isEqualTo("DONE");
    }

    @Test
    void aFaultAndAWrongPasswordAreTold() throws Exception {
        TestServer.Reply fault = preview("select nothing from booking");
        assertThat(fault.code()).isEqualTo("QUERY_FAILED");
        assertThat(fault.detail()).contains("nothing").doesNotContain("org.postgresql");
        TestServer.Reply refused = add("wrong");
        assertThat(refused.status()).as(refused.body()).isEqualTo(422);
        assertThat(refused.body()).contains("User or password was refused").doesNotContain("org.postgresql");
    }
}
