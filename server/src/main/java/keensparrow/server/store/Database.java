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
import java.sql.SQLTransientConnectionException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import org.flywaydb.core.Flyway;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The records, in H2 through plain JDBC. One transaction for one user-level act. A database that closed itself, as H2 does
 * when the disk fails, is opened again at the next call; one that has grown is compacted while it runs.
 */
public final class Database implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Database.class);
    private static final long COMPACT_ABOVE_BYTES = 128L << 20;
    private static final long FLOOR_BYTES = 16L << 20; // below it nothing is written: H2 closes itself on a full disk
    private static final int LOOK_EVERY = 64; // acts
    private static final String BROKEN_RULE = "23"; // of keys and references
    private static final int LOCK_TIMEOUT = 50200;
    private static final long REOPEN_AFTER_NANOS = 1_000_000_000L;
    private static final Set<Integer> CLOSED = Set.of(90098, 90121, 90028, 90031, 90007, 90020, 50000);
    /** The newest migration there is. */
    private static final int SCHEMA = 8;

    private final String url;
    private final Path stored;
    private final ReentrantReadWriteLock open = new ReentrantReadWriteLock(); // written while it is closed and opened
    private final AtomicInteger acts = new AtomicInteger();
    private final AtomicBoolean compacting = new AtomicBoolean();
    private volatile HikariDataSource pool;
    private volatile boolean broken;
    private volatile long lastTry = System.nanoTime();
    private final long leastCompacted;
    private long compactAbove;

    private Database(String url, Path stored, long compactAbove) {
        this.leastCompacted = compactAbove;
        this.compactAbove = compactAbove;
        this.url = url;
        this.stored = stored;
        this.pool = pool(url);
    }

    private static HikariDataSource pool(String url) {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl(url);
        config.setUsername("sa");
        config.setPassword("");
        config.setMaximumPoolSize(8);
        config.setMinimumIdle(1);
        config.setAutoCommit(false);
        config.setConnectionTimeout(10_000);
        config.setPoolName("records");
        return new HikariDataSource(config);
    }

    /**
     * In a file. The default write delay would lose acknowledged commits at a crash, and so would writing into freed
     * space: after a kill the store then finds an older state (decision 5). So space is given back by compacting alone.
     *
     * @throws IOException when the records were written by a newer program
     */
    public static Database inFile(Path file) throws IOException {
        return inFile(file, COMPACT_ABOVE_BYTES);
    }

    /** @param compactAbove bytes of the file above which it is compacted */
    static Database inFile(Path file, long compactAbove) throws IOException {
        String url = "jdbc:h2:file:" + file.toAbsolutePath() + ";DB_CLOSE_ON_EXIT=FALSE;WRITE_DELAY=0;REUSE_SPACE=FALSE"
                + ";LOCK_TIMEOUT=10000";
        Path stored = file.resolveSibling(file.getFileName() + ".mv.db");
        try {
            if (Files.exists(stored)) {
                try (Connection connection = DriverManager.getConnection(url, "sa", "")) {
                    requireKnownSchema(connection);
                    if (Files.size(stored) > COMPACT_ABOVE_BYTES) {
                        compact(connection);
                    }
                }
            }
        } catch (SQLException e) {
            throw new StoreException("the records' database could not be opened", e);
        }
        Database database = new Database(url, stored, compactAbove);
        Flyway.configure()
                .dataSource(database.pool)
                .locations("classpath:db/migration")
                .loggers("slf4j")
                .load()
                .migrate();
        return database;
    }

    /** Fails when the records were written by a newer program. */
    private static void requireKnownSchema(Connection connection) throws SQLException, IOException {
        List<String> tables = list(
                connection,
                "select table_name from information_schema.tables where lower(table_name) = 'flyway_schema_history'",
                row -> row.getString(1));
        if (tables.isEmpty()) {
            return;
        }
        int newest = one(
                        connection,
                        "select max(cast(\"version\" as int)) from \"" + tables.get(0) + "\" where \"success\"",
                        row -> row.getInt(1))
                .orElse(0);
        if (newest > SCHEMA) {
            throw new IOException("The records are of version " + newest
                    + ", and this program knows them up to version "
                    + SCHEMA + ". Nothing was changed. Start the newer program again, or restore a backup of version "
                    + SCHEMA + " or older");
        }
    }

    private static void compact(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("shutdown compact");
        }
    }

    /** Work on one connection. */
    public interface Work<T> {
        T run(Connection connection) throws SQLException;
    }

    /** Runs in a transaction, committed at the end, rolled back when it throws; for reading, and for passing notes. */
    public <T> T inTransaction(Work<T> work) {
        reopenIfBroken();
        open.readLock().lock();
        try (Connection connection = pool.getConnection()) {
            try {
                T result = work.run(connection);
                connection.commit();
                return result;
            } catch (RuntimeException | SQLException e) {
                rollback(connection, e);
                throw e;
            }
        } catch (SQLException e) {
            broken |= isOfClosed(e);
            if (String.valueOf(e.getSQLState()).startsWith(BROKEN_RULE) || e.getErrorCode() == LOCK_TIMEOUT) {
                LOG.info("a transaction gave way to another one: {}", e.getMessage());
                throw new UserException(ErrorCode.CONFLICT, Text.of("server.store.thisWasChangedOrRemoved"));
            }
            throw new StoreException("the records' database failed", e);
        } finally {
            open.readLock().unlock();
        }
    }

    private static void rollback(Connection connection, Exception because) {
        try {
            connection.rollback();
        } catch (SQLException e) {
            because.addSuppressed(e); // it is closed; why it failed counts
        }
    }

    private static boolean isOfClosed(SQLException e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException sql
                    && (CLOSED.contains(sql.getErrorCode()) || sql instanceof SQLTransientConnectionException)) {
                return true;
            }
        }
        return false;
    }

    /** When the disk failed, H2 closed the database. Once the disk does its part again, so does this. */
    private void reopenIfBroken() {
        if (!broken || System.nanoTime() - lastTry < REOPEN_AFTER_NANOS) {
            return;
        }
        open.writeLock().lock();
        try {
            if (broken) {
                lastTry = System.nanoTime();
                LOG.warn("the records' database had closed itself; it is opened again");
                pool.close();
                pool = pool(url);
                broken = false;
            }
        } catch (RuntimeException e) {
            LOG.error("the records' database cannot be opened again yet", e);
        } finally {
            open.writeLock().unlock();
        }
    }

    /** A note that nobody waits for, such as how a job ended: left out while the disk has no room. */
    public void note(Act act) {
        if (hasRoom()) {
            inTransaction(connection -> {
                act.run(connection);
                return Boolean.TRUE;
            });
        } else {
            LOG.warn("the disk is full: a note is not kept");
        }
    }

    /** @throws StoreException when they cannot be read */
    public boolean isReadable() {
        return inTransaction(connection -> one(connection, "select 1", row -> row.getInt(1)))
                .isPresent();
    }

    /** Whether the disk has room for the records to grow. */
    public boolean hasRoom() {
        try {
            return Files.getFileStore(stored.toAbsolutePath().getParent()).getUsableSpace() >= FLOOR_BYTES;
        } catch (IOException e) {
            return true; // the write itself will tell
        }
    }

    private void requireRoom() {
        if (!hasRoom()) {
            throw new UserException(ErrorCode.DISK_FULL, Text.of("server.store.theDiskOfTheServer2"));
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
        requireRoom();
        T result = inTransaction(work);
        settle();
        if (acts.incrementAndGet() % LOOK_EVERY == 0) {
            compactIfGrown();
        }
        return result;
    }

    private void settle() {
        inTransaction(connection -> {
            try (Statement statement = connection.createStatement()) {
                return statement.execute("checkpoint sync");
            }
        });
    }

    /** Gives back the space of what was replaced, in a moment in which nobody reads or writes. */
    private void compactIfGrown() {
        try {
            if (Files.size(stored) <= compactAbove || !compacting.compareAndSet(false, true)) {
                return;
            }
        } catch (IOException e) {
            return; // it is looked at again later
        }
        open.writeLock().lock();
        try {
            long before = Files.size(stored);
            try (Connection connection = pool.getConnection()) {
                compact(connection);
            } catch (SQLException e) {
                LOG.debug("closed by compacting, as it is meant to be", e);
            }
            pool.close();
            pool = pool(url);
            long after = Files.size(stored);
            compactAbove = Math.max(leastCompacted, after * 2);
            LOG.info("the records' database was compacted from {} to {} bytes", before, after);
        } catch (IOException | RuntimeException e) {
            LOG.error("the records' database could not be compacted", e);
            broken = true;
        } finally {
            compacting.set(false);
            open.writeLock().unlock();
        }
    }

    /** Writes a consistent copy of the records as they are now, as a zip of one file. */
    public void backUp(Path zip) {
        inTransaction(connection -> {
            try (PreparedStatement statement = connection.prepareStatement("backup to ?")) {
                statement.setString(1, zip.toAbsolutePath().toString());
                return statement.execute();
            }
        });
    }

    /** Size of the records on the disk. */
    public long sizeBytes() throws IOException {
        return Files.size(stored);
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
