package keensparrow.server.store;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.flywaydb.core.Flyway;
import org.jspecify.annotations.Nullable;

/** The records, in H2 through plain JDBC. One transaction for one user-level act. */
public final class Database implements AutoCloseable {
    private static final long COMPACT_ABOVE_BYTES = 128L << 20;

    private final HikariDataSource pool;

    private Database(String url) {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl(url);
        config.setUsername("sa");
        config.setPassword("");
        config.setMaximumPoolSize(8);
        config.setMinimumIdle(1);
        config.setAutoCommit(false);
        config.setPoolName("records");
        this.pool = new HikariDataSource(config);
        Flyway.configure()
                .dataSource(pool)
                .locations("classpath:db/migration")
                .loggers("slf4j")
                .load()
                .migrate();
    }

    /**
     * In a file. The default write delay would lose acknowledged commits at a crash, and so would writing into freed
     * space: after a kill the store then finds an older state (decision 5). So space is given back here alone.
     */
    public static Database inFile(Path file) {
        String url =
                "jdbc:h2:file:" + file.toAbsolutePath() + ";DB_CLOSE_ON_EXIT=FALSE;WRITE_DELAY=0;REUSE_SPACE=FALSE";
        Path stored = file.resolveSibling(file.getFileName() + ".mv.db");
        try {
            if (Files.exists(stored) && Files.size(stored) > COMPACT_ABOVE_BYTES) {
                try (Connection connection = DriverManager.getConnection(url, "sa", "");
                        Statement statement = connection.createStatement()) {
                    statement.execute("shutdown compact");
                }
            }
        } catch (IOException | SQLException e) {
            throw new StoreException("the records' database could not be opened", e);
        }
        return new Database(url);
    }

    /** Work on one connection. */
    public interface Work<T> {
        T run(Connection connection) throws SQLException;
    }

    /** Runs in a transaction, committed at the end, rolled back when it throws; for reading, and for passing notes. */
    public <T> T inTransaction(Work<T> work) {
        try (Connection connection = pool.getConnection()) {
            try {
                T result = work.run(connection);
                connection.commit();
                return result;
            } catch (RuntimeException | SQLException e) {
                connection.rollback();
                throw e;
            }
        } catch (SQLException e) {
            throw new StoreException("the records' database failed", e);
        }
    }

    /** Work that gives nothing back. */
    public interface Act {
        void run(Connection connection) throws SQLException;
    }

    /** Like {@link #change}, for what gives nothing back. */
    public void act(Act act) {
        change(connection -> {
            act.run(connection);
            return Boolean.TRUE;
        });
    }

    /** A transaction for what a person does: when it returns, what was done is on the disk and outlives a crash. */
    public <T> T change(Work<T> work) {
        T result = inTransaction(work);
        settle();
        return result;
    }

    private void settle() {
        inTransaction(connection -> {
            try (Statement statement = connection.createStatement()) {
                return statement.execute("checkpoint sync");
            }
        });
    }

    /** Reads a row into what it stands for. */
    public interface Mapper<T> {
        T map(ResultSet row) throws SQLException;
    }

    public static int update(Connection connection, String sql, @Nullable Object... values) throws SQLException {
        try (PreparedStatement statement = prepared(connection, sql, values)) {
            return statement.executeUpdate();
        }
    }

    public static <T> List<T> list(Connection connection, String sql, Mapper<T> mapper, @Nullable Object... values)
            throws SQLException {
        try (PreparedStatement statement = prepared(connection, sql, values);
                ResultSet rows = statement.executeQuery()) {
            List<T> found = new ArrayList<>();
            while (rows.next()) {
                found.add(mapper.map(rows));
            }
            return found;
        }
    }

    public static <T> Optional<T> one(Connection connection, String sql, Mapper<T> mapper, @Nullable Object... values)
            throws SQLException {
        return list(connection, sql, mapper, values).stream().findFirst();
    }

    private static PreparedStatement prepared(Connection connection, String sql, @Nullable Object... values)
            throws SQLException {
        PreparedStatement statement = connection.prepareStatement(sql);
        for (int i = 0; i < values.length; i++) {
            statement.setObject(i + 1, values[i]);
        }
        return statement;
    }

    @Override
    public void close() {
        pool.close();
    }
}
