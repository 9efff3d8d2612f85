package keensparrow.server.source;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Properties;
import java.util.concurrent.atomic.AtomicReference;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.store.Secrets;
import org.jspecify.annotations.Nullable;

/** Opens connections for reading. Addresses are built from fields, never taken from a person as they are. */
final class Connections {
    private static final int CONNECT_SECONDS = 10;
    static final int MAX_RESULT_MB = 64;

    private final Path warehouse;
    private final Secrets secrets;
    private final AtomicReference<@Nullable WarehouseProcess> idle = new AtomicReference<>(); // one waits for the next

    Connections(Path warehouse, Secrets secrets) {
        this.warehouse = warehouse;
        this.secrets = secrets;
    }

    /** A connection, and the process that serves it where it has one of its own. */
    final class Open implements AutoCloseable {
        private final Connection connection;
        private final @Nullable WarehouseProcess process;
        private boolean wellEnded;

        private Open(Connection connection, @Nullable WarehouseProcess process) {
            this.connection = connection;
            this.process = process;
        }

        Connection connection() {
            return connection;
        }

        /** Says that nothing runs on it any more: its process can serve the next. */
        void wellEnded() {
            wellEnded = true;
        }

        @Override
        public void close() throws SQLException {
            try {
                connection.close();
            } catch (SQLException e) {
                if (process == null) {
                    throw e; // a process that is gone has nothing to close
                }
            } finally {
                if (process != null && !(wellEnded && process.isAlive() && idle.compareAndSet(null, process))) {
                    process.close();
                }
            }
        }
    }

    /** @throws UserException CONNECTION_FAILED saying why and what to check */
    Open open(ConnectionRecord to) {
        if (to.secret().isEmpty()) {
            throw new UserException(
                    ErrorCode.CONNECTION_FAILED, Text.of("server.source.thePasswordOfWasGiven", "to", to.name()));
        }
        Properties properties = new Properties();
        properties.setProperty("user", to.username());
        properties.setProperty("password", secrets.decrypt(to.secret()));
        try {
            return to.kind() == ConnectionKind.H2
                    ? openH2(to, properties)
                    : new Open(openPostgres(to, properties), null);
        } catch (SQLException e) {
            throw failed(to, e);
        }
    }

    void close() {
        WarehouseProcess waiting = idle.getAndSet(null);
        if (waiting != null) {
            waiting.close();
        }
    }

    private Connection openPostgres(ConnectionRecord to, Properties properties) throws SQLException {
        properties.setProperty("readOnly", "true");
        properties.setProperty("readOnlyMode", "always");
        properties.setProperty("connectTimeout", String.valueOf(CONNECT_SECONDS));
        properties.setProperty("loginTimeout", String.valueOf(CONNECT_SECONDS));
        properties.setProperty("ApplicationName", "Keen Sparrow");
        String url = "jdbc:postgresql://" + to.host() + ":" + to.port() + "/" + to.database();
        properties.setProperty("maxResultBuffer", MAX_RESULT_MB + "M"); // a row or cell beyond it is not read on
        properties.setProperty("adaptiveFetchMaximum", "2000");
        properties.setProperty("adaptiveFetch", "true"); // fewer rows at a time where they are wide
        properties.setProperty("options", "-c default_transaction_read_only=on");
        properties.setProperty("preferQueryMode", "extended"); // the server then takes one statement and no more
        Connection connection = DriverManager.getConnection(url, properties);
        try {
            connection.setReadOnly(true);
            connection.setAutoCommit(false); // else the driver reads the whole result into memory
            requireReader(connection, to);
            return connection;
        } catch (SQLException | RuntimeException e) {
            connection.close();
            throw e;
        }
    }

    /** A superuser could read files of the database's server and set aside what makes the session read-only. */
    private static void requireReader(Connection connection, ConnectionRecord to) throws SQLException {
        String sql = """
                select rolsuper
                  or exists (select 1 from pg_roles g
                     where g.rolname in ('pg_read_server_files', 'pg_write_server_files', 'pg_execute_server_program')
                       and pg_has_role(current_user, g.oid, 'member')),
                  current_setting('transaction_read_only') = 'on'
                from pg_roles where rolname = current_user
                """;
        try (Statement statement = connection.createStatement();
                ResultSet rights = statement.executeQuery(sql)) {
            boolean known = rights.next();
            if (!known || rights.getBoolean(1)) {
                throw new UserException(
                        ErrorCode.CONNECTION_FAILED,
                        Text.of("server.source.theUserIsASuperuser", "username", UserException.quote(to.username())));
            }
            if (!rights.getBoolean(2)) {
                throw new UserException(ErrorCode.CONNECTION_FAILED, Text.of("server.source.thatDatabaseDoesNotKeep"));
            }
        } finally {
            connection.rollback();
        }
    }

    private Open openH2(ConnectionRecord to, Properties properties) throws SQLException {
        Path file = warehouse.resolve(to.database() + ".mv.db");
        if (!Files.exists(file)) {
            throw new UserException(
                    ErrorCode.CONNECTION_FAILED,
                    Text.of("server.source.thereIsNoEmbeddedDatabase", "database", UserException.quote(to.database())));
        }
        WarehouseProcess kept = idle.getAndSet(null);
        WarehouseProcess process;
        try {
            process = kept != null && kept.isAlive() ? kept : WarehouseProcess.start(warehouse);
        } catch (IOException e) {
            throw new SQLException("No process could be started for it: " + e.getMessage(), e);
        }
        boolean opened = false;
        try {
            Open open = new Open(openH2(to, properties, process.port()), process);
            opened = true;
            return open;
        } finally {
            if (!opened) {
                process.close();
            }
        }
    }

    private static Connection openH2(ConnectionRecord to, Properties properties, int port) throws SQLException {
        String url = "jdbc:h2:tcp://127.0.0.1:" + port + "/./" + to.database() + ";IFEXISTS=TRUE;ACCESS_MODE_DATA=r";
        Connection connection = DriverManager.getConnection(url, properties);
        try (Statement statement = connection.createStatement();
                ResultSet rights = statement.executeQuery(
                        "select is_admin from information_schema.users where user_name = current_user")) {
            // an administrator of an embedded database can read files of the server through SQL functions
            if (rights.next() && rights.getBoolean(1)) {
                throw new UserException(
                        ErrorCode.CONNECTION_FAILED,
                        Text.of(
                                "server.source.theUserAdministersThatDatabase",
                                "username",
                                UserException.quote(to.username())));
            }
            connection.setAutoCommit(false);
            return connection;
        } catch (SQLException | RuntimeException e) {
            connection.close();
            throw e;
        }
    }

    private static UserException failed(ConnectionRecord to, SQLException e) {
        String state = String.valueOf(e.getSQLState());
        String why;
        if (state.startsWith("28")) {
            why = Words.say("server.source.userOrPasswordWasRefused");
        } else if (state.equals("3D000")) {
            why = Words.say("server.source.thereIsNoDatabaseThere", "database", UserException.quote(to.database()));
        } else if (state.startsWith("08")) {
            why = Words.say("server.source.nothingAnswersAtCheckHost", "host", to.host(), "port", to.port());
        } else {
            why = Words.say("server.source.checkTheDetailsOfThe", "e", UserException.quote(firstLine(e)));
        }
        return new UserException(
                ErrorCode.CONNECTION_FAILED,
                Text.of("server.source.theConnectionDoesNotWork", "to", to.name(), "why", why));
    }

    static String firstLine(SQLException e) {
        String message = String.valueOf(e.getMessage());
        int end = message.indexOf('\n');
        String line = end < 0 ? message : message.substring(0, end);
        int statement = line.indexOf("; SQL statement:");
        String told = statement < 0 ? line : line.substring(0, statement);
        return told.replaceAll(" ?\\[\\d+-\\d+]$", "");
    }
}
