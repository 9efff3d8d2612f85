package keensparrow.server.source;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.http.Requests;
import keensparrow.server.job.Job;
import keensparrow.server.job.PerPerson;
import keensparrow.server.store.DataFolder;
import keensparrow.server.store.Database;
import keensparrow.server.store.Secrets;
import keensparrow.server.store.StoreException;
import org.jspecify.annotations.Nullable;

/** Connections, first rows of a query, and whole results stored as files to be loaded like any other. */
public final class QueryService {
    static final int FIRST_ROWS = 50;
    private static final int PREVIEW_SECONDS = 30;
    private static final int LOAD_SECONDS = 600;
    private static final int MAX_SECONDS = 3600;
    private static final int MAX_ROWS = 20_000_000;
    private static final int USUAL_ROWS = 5_000_000;
    private static final int FETCHED_FIRST = 50;
    private static final int MAX_PREVIEWS = 3;
    /** An embedded database says it itself, or its process ended and the connection broke. */
    private static final Set<String> OUT_OF_MEMORY = Set.of("90108", "90067", "90098");

    private final Database database;
    private final Secrets secrets;
    private final Connections connections;
    private final Clock clock;
    private final ConnectionRepository repository = new ConnectionRepository();
    private final PerPerson previews = new PerPerson(MAX_PREVIEWS, Words.say("server.source.previewsOfQueries"));
    private final Map<String, Statement> running = new ConcurrentHashMap<>();

    public QueryService(Database database, Secrets secrets, DataFolder folder, Clock clock) {
        this.database = database;
        this.secrets = secrets;
        this.connections = new Connections(folder.warehouse(), secrets);
        this.clock = clock;
    }

    /**
     * A query on a connection.
     *
     * @param mostRows more than so many fail; null for 5,000,000
     * @param seconds longer than so many fail; null for 600
     */
    public record Query(
            String connectionId,
            String sql,
            @Nullable Integer mostRows,
            @Nullable Integer seconds) {}

    /** Column names and first rows as text. */
    record Preview(List<String> columns, List<List<@Nullable String>> rows, boolean more) {}

    /** What is given for a new connection. */
    record NewConnection(
            String name,
            ConnectionKind kind,
            String host,
            int port,
            String database,
            String username,
            String password) {}

    /** Opens it once; what does not work is not kept. */
    String add(long ownerId, NewConnection wanted) {
        if (!wanted.database().matches("[A-Za-z0-9_.-]{1,100}")
                || wanted.database().startsWith(".")) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.source.theNameOfADatabase"));
        }
        if (wanted.kind() == ConnectionKind.POSTGRESQL && !wanted.host().matches("[A-Za-z0-9.:-]{1,255}")) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.source.theHostIsAName"));
        }
        ConnectionRecord added = new ConnectionRecord(
                Secrets.id(),
                ownerId,
                wanted.name(),
                wanted.kind(),
                wanted.host(),
                wanted.port(),
                wanted.database(),
                wanted.username(),
                secrets.encrypt(wanted.password()));
        try (Connections.Open tried = connections.open(added)) {
            tried.connection().rollback();
            tried.wellEnded();
        } catch (SQLException e) {
            throw failed(e);
        }
        database.act(connection -> {
            repository.add(connection, added, clock.instant());
        });
        return added.id();
    }

    /**
     * At the start: whether the passwords that are kept can be read with the key there is.
     *
     * @param giveUp forgets them where they cannot
     * @throws IOException when they cannot
     */
    public void requireReadable(boolean giveUp) throws IOException {
        List<String> kept = database.inTransaction(repository::secrets);
        for (String secret : kept) {
            try {
                secrets.decrypt(secret);
            } catch (StoreException unreadable) {
                if (!giveUp) {
                    throw new IOException("The key (secret.key) is not the one that the passwords of " + kept.size()
                            + " database connections were encrypted with. Nothing was changed. Put the right one back"
                            + " from a backup, or give the passwords up with “serve --new-key”");
                }
                database.act(repository::forgetSecrets);
                return;
            }
        }
    }

    List<ConnectionRecord> list(long ownerId) {
        return database.inTransaction(connection -> repository.list(connection, ownerId));
    }

    void remove(long ownerId, String id) {
        if (!database.change(connection -> repository.remove(connection, ownerId, id))) {
            throw notFound();
        }
    }

    /** @throws UserException NOT_FOUND for an unknown connection; QUERY_NOT_READ_ONLY, INVALID_REQUEST for the text */
    public void requireRunnable(long ownerId, Query query) {
        ConnectionRecord to =
                connection(ownerId, Requests.required(query.connectionId(), Words.say("server.source.theConnection")));
        SqlText.single(Requests.required(query.sql(), Words.say("server.source.theQuery")), to.kind());
    }

    private ConnectionRecord connection(long ownerId, String id) {
        return database.inTransaction(connection -> repository.find(connection, ownerId, id))
                .orElseThrow(QueryService::notFound);
    }

    private static UserException notFound() {
        return new UserException(ErrorCode.NOT_FOUND, Text.of("server.source.thereIsNoSuchConnection"));
    }

    public void close() {
        connections.close();
    }

    /** The first rows. @param runId under which {@link #cancel} stops it; null for none */
    Preview preview(long ownerId, Query query, @Nullable String runId) {
        List<List<@Nullable String>> rows = new ArrayList<>();
        List<String> columns = new ArrayList<>();
        boolean[] more = {false};
        Reading reading = new Reading() {
            @Override
            public void columns(List<String> names) {
                columns.addAll(names);
            }

            @Override
            public boolean row(List<@Nullable String> values) {
                more[0] = rows.size() == FIRST_ROWS;
                if (!more[0]) {
                    rows.add(new ArrayList<>(values));
                }
                return !more[0];
            }
        };
        previews.run(ownerId, () -> {
            run(
                    ownerId,
                    query,
                    PREVIEW_SECONDS,
                    FIRST_ROWS + 1,
                    statement -> register(ownerId, runId, statement),
                    reading);
            return true;
        });
        return new Preview(columns, rows, more[0]);
    }

    private void register(long ownerId, @Nullable String runId, @Nullable Statement statement) {
        if (runId == null) {
            return;
        }
        if (statement == null) {
            running.remove(ownerId + " " + runId);
        } else {
            running.put(ownerId + " " + runId, statement);
        }
    }

    /** Stops a preview that runs; does nothing when it is done. */
    void cancel(long ownerId, String runId) {
        Statement statement = running.get(ownerId + " " + runId);
        if (statement != null) {
            cancelQuietly(statement);
        }
    }

    private static void cancelQuietly(Statement statement) {
        try {
            statement.cancel();
        } catch (SQLException e) {
            // it ended by itself
        }
    }

    /**
     * Runs the query and stores its result as a CSV file, a piece at a time.
     *
     * @throws UserException QUERY_FAILED, QUERY_TIMEOUT, QUERY_NOT_READ_ONLY, CANCELLED; TOO_MANY rows as QUERY_FAILED
     */
    public DataFolder.Stored spool(Job job, long ownerId, Query query, DataFolder folder) {
        int seconds = Math.min(MAX_SECONDS, Math.max(1, query.seconds() == null ? LOAD_SECONDS : query.seconds()));
        int most = Math.min(MAX_ROWS, Math.max(1, query.mostRows() == null ? USUAL_ROWS : query.mostRows()));
        job.says(Words.say("server.source.runningTheQuery"), 0, 0);
        return folder.store(-1, out -> {
            ResultFile file = new ResultFile(out, job, most);
            run(
                    ownerId,
                    query,
                    seconds,
                    0,
                    statement -> job.onCancel(statement == null ? null : () -> cancelQuietly(statement)),
                    file);
            file.finish();
        });
    }

    /** Takes a result; {@code row} says whether to go on. */
    interface Reading {
        void columns(List<String> names);

        boolean row(List<@Nullable String> values);
    }

    private interface Registering {
        void statement(@Nullable Statement statement);
    }

    private void run(long ownerId, Query query, int seconds, int mostRows, Registering registering, Reading reading) {
        ConnectionRecord to = connection(ownerId, query.connectionId());
        String sql = SqlText.single(query.sql(), to.kind());
        try (Connections.Open open = connections.open(to);
                PreparedStatement statement = open.connection().prepareStatement(sql)) {
            statement.setQueryTimeout(seconds);
            statement.setMaxRows(mostRows);
            statement.setFetchSize(FETCHED_FIRST); // the driver then goes by how wide the rows are
            registering.statement(statement);
            try (ResultSet result = statement.executeQuery()) {
                ResultText text = new ResultText(result.getMetaData());
                reading.columns(text.names());
                boolean goOn = true;
                while (goOn && result.next()) {
                    goOn = reading.row(text.row(result));
                }
            } finally {
                registering.statement(null);
                rollbackQuietly(open.connection());
            }
            open.wellEnded();
        } catch (SQLException e) {
            throw failed(e);
        }
    }

    /** A connection that failed may be closed already: why it failed is what counts. */
    private static void rollbackQuietly(Connection connection) {
        try {
            connection.rollback();
        } catch (SQLException e) {
            // it is closed next, which rolls back too
        }
    }

    private static UserException failed(SQLException e) {
        if ("57014".equals(e.getSQLState())) {
            String message = String.valueOf(e.getMessage());
            boolean late = message.contains("statement timeout");
            return new UserException(
                    ErrorCode.QUERY_TIMEOUT,
                    late
                            ? Text.of("server.source.theQueryTookTooLong")
                            : Text.of("server.source.theQueryWasStoppedIt"));
        }
        if ("25006".equals(e.getSQLState()) || "90097".equals(e.getSQLState())) {
            return new UserException(ErrorCode.QUERY_NOT_READ_ONLY, Text.of("server.source.aQueryMayOnlyRead"));
        }
        if (OUT_OF_MEMORY.contains(String.valueOf(e.getSQLState()))) {
            return new UserException(
                    ErrorCode.QUERY_FAILED,
                    Text.of("server.source.theQueryWasEndedIt", "maxHeapMb", WarehouseProcess.MAX_HEAP_MB));
        }
        if (String.valueOf(e.getMessage()).contains("maxResultBuffer")) {
            return new UserException(
                    ErrorCode.QUERY_FAILED,
                    Text.of("server.source.aRowOfTheResult", "maxResultMb", Connections.MAX_RESULT_MB));
        }
        return new UserException(
                ErrorCode.QUERY_FAILED,
                Text.of("server.source.theDatabaseRefusedTheQuery", "e", Connections.firstLine(e)));
    }

    /** A result on its way into a file. */
    private static final class ResultFile implements Reading {
        private final CsvWriter writer;
        private final OutputStreamWriter characters;
        private final Job job;
        private final int mostRows;
        private long rows;

        ResultFile(OutputStream out, Job job, int mostRows) {
            this.characters = new OutputStreamWriter(out, StandardCharsets.UTF_8);
            this.writer = CsvWriter.builder().build(characters);
            this.job = job;
            this.mostRows = mostRows;
        }

        @Override
        public void columns(List<String> names) {
            writer.writeRecord(names);
        }

        @Override
        public boolean row(List<@Nullable String> values) {
            if (++rows > mostRows) {
                throw new UserException(
                        ErrorCode.QUERY_FAILED, Text.of("server.source.theQueryGivesMoreThan", "mostRows", mostRows));
            }
            writer.writeRecord(
                    values.stream().map(value -> value == null ? "" : value).toList());
            if ((rows & 0x3FF) == 0) {
                job.says(Words.say("server.source.readingTheResult"), rows, 0);
            }
            return true;
        }

        void finish() throws IOException {
            writer.flush();
            characters.flush();
        }
    }
}
