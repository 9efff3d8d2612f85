package keensparrow.server.job;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.http.Json;
import keensparrow.server.memory.MemoryWatch;
import keensparrow.server.store.Database;
import keensparrow.server.store.Secrets;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Runs work in the background, a few pieces at a time. What a restart cuts off is told as interrupted. */
public final class Jobs implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Jobs.class);
    private static final int AT_A_TIME = 3;
    private static final int AT_A_TIME_OF_ONE = 1; // one person's endless query leaves room for the others' work
    private static final int MAX_ENDED_KEPT = 200; // in memory: how they ended is in the records too
    private static final long CLOSING_SECONDS = 20;
    private static final int WAITING_FOR_ONE = 20;
    private static final int MAX_CALL = 200_000; // characters
    private static final String INTERRUPTED = Words.say("server.job.theServerWasRestartedBefore");

    private final Database database;
    private final Clock clock;
    private final ExecutorService pool = Executors.newFixedThreadPool(AT_A_TIME, work -> {
        Thread thread = new Thread(work, "job");
        thread.setDaemon(true);
        return thread;
    });
    private final FairQueue queue = new FairQueue(pool, AT_A_TIME, AT_A_TIME_OF_ONE);
    private final Map<String, Job> live = new ConcurrentHashMap<>();
    private final MemoryWatch memory;
    private final Ended ended;
    private final Consumer<OutOfMemoryError> onOutOfMemory;
    private volatile boolean closing;

    /** Is told when a job has come to its end. */
    public interface Ended {
        void job(Job.State state, long nanos);
    }

    /** What a job does. */
    public interface Work {
        void run(Job job) throws Exception;
    }

    public Jobs(Database database, MemoryWatch memory, Ended ended, Clock clock) {
        this(database, memory, MemoryWatch::exit, ended, clock);
    }

    Jobs(Database database, MemoryWatch memory, Consumer<OutOfMemoryError> onOutOfMemory, Ended ended, Clock clock) {
        this.ended = ended;
        this.memory = memory;
        this.onOutOfMemory = onOutOfMemory;
        this.database = database;
        this.clock = clock;
        database.inTransaction(connection -> Database.update(
                connection,
                "update job set state = ?, message = ? where state in (?, ?)",
                Job.State.INTERRUPTED.name(),
                INTERRUPTED,
                Job.State.WAITING.name(),
                Job.State.RUNNING.name()));
    }

    /** Whether any work waits or runs. */
    public boolean isBusy() {
        return live.values().stream()
                .map(job -> job.status().state())
                .anyMatch(state -> state == Job.State.WAITING || state == Job.State.RUNNING);
    }

    /** @throws UserException TOO_MANY_TRIES when the owner has too many pieces of work waiting */
    public Job start(long ownerId, String title, Work work) {
        if (closing) {
            throw new UserException(ErrorCode.CONFLICT, Text.of("server.job.theServerIsBeingStopped"));
        }
        memory.requireRoom();
        long mine = live.values().stream()
                .filter(job -> job.ownerId() == ownerId)
                .filter(job -> job.status().state() == Job.State.WAITING)
                .count();
        if (mine >= WAITING_FOR_ONE) {
            throw new UserException(
                    ErrorCode.TOO_MANY_TRIES, Text.of("server.job.youHaveLoadsWaitingWait", "mine", mine));
        }
        Job job = new Job(Secrets.id(), ownerId, title, memory);
        database.inTransaction(connection -> Database.update(
                connection,
                "insert into job (id, owner_id, title, state, created_at) values (?, ?, ?, ?, ?)",
                job.id(),
                ownerId,
                title,
                Job.State.WAITING.name(),
                clock.instant()));
        live.put(job.id(), job);
        queue.add(ownerId, () -> run(job, work));
        forgetEnded();
        return job;
    }

    private void forgetEnded() {
        if (live.size() > MAX_ENDED_KEPT) {
            live.values()
                    .removeIf(job -> job.status().state() != Job.State.WAITING
                            && job.status().state() != Job.State.RUNNING);
        }
    }

    private void run(Job job, Work work) {
        try {
            job.stopIfCancelled();
            job.start();
            work.run(job);
            finish(job, Job.State.DONE, null, null);
        } catch (UserException e) {
            boolean cancelled = e.code() == ErrorCode.CANCELLED || job.isCancelled();
            if (cancelled && closing) {
                finish(job, Job.State.INTERRUPTED, INTERRUPTED, null);
            } else {
                finish(job, cancelled ? Job.State.CANCELLED : Job.State.FAILED, e.text(), e.code());
            }
        } catch (OutOfMemoryError e) {
            onOutOfMemory.accept(e);
        } catch (Exception e) {
            LOG.error("job {} failed", job.id(), e);
            finish(job, Job.State.FAILED, Words.say("server.job.somethingWentWrongOnThe"), null);
        }
    }

    private void finish(Job job, Job.State state, @Nullable String message, @Nullable ErrorCode code) {
        String codeName = code == null ? null : code.name();
        try {
            database.note(connection -> Database.update(
                    connection,
                    "update job set state = ?, message = ?, code = ?, dataset_id = ? where id = ?",
                    state.name(),
                    message == null ? null : message.substring(0, Math.min(2000, message.length())),
                    codeName,
                    job.status().datasetId(),
                    job.id()));
        } catch (RuntimeException e) {
            LOG.error("the end of job {} could not be recorded", job.id(), e);
        }
        job.finish(state, message, codeName);
        ended.job(state, job.nanos());
    }

    /** @throws UserException NOT_FOUND when the owner has no such job */
    public Job.Status status(long ownerId, String id) {
        Job job = live.get(id);
        if (job != null && job.ownerId() == ownerId) {
            return job.status();
        }
        return stored(ownerId).stream()
                .filter(status -> status.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new UserException(ErrorCode.NOT_FOUND, Text.of("server.job.thereIsNoSuchJob")));
    }

    private List<Job.Status> stored(long ownerId) {
        String sql = """
                select id, title, state, message, code, dataset_id, request from job
                where owner_id = ? order by created_at desc fetch first 50 rows only
                """;
        return database.inTransaction(connection -> Database.list(
                connection,
                sql,
                row -> new Job.Status(
                        row.getString("id"),
                        row.getString("title"),
                        Job.State.valueOf(row.getString("state")),
                        "",
                        0,
                        0,
                        row.getString("message"),
                        row.getString("code"),
                        row.getString("dataset_id"),
                        repeat(row)),
                ownerId));
    }

    private static Job.@Nullable Repeat repeat(ResultSet row) throws SQLException {
        String request = row.getString("request");
        boolean interrupted = Job.State.INTERRUPTED.name().equals(row.getString("state"));
        return request == null || !interrupted ? null : Json.read(request, Job.Repeat.class);
    }

    /** Keeps the call that started a job. */
    public void remember(String id, Job.Repeat call) {
        if (call.body().length() <= MAX_CALL) {
            database.note(connection ->
                    Database.update(connection, "update job set request = ? where id = ?", Json.write(call), id));
        }
    }

    /** Those that run or wait, and what was interrupted by the last restart. */
    public List<Job.Status> open(long ownerId) {
        return stored(ownerId).stream()
                .map(status -> {
                    Job job = live.get(status.id());
                    return job == null ? status : job.status();
                })
                .filter(status -> status.state() == Job.State.WAITING
                        || status.state() == Job.State.RUNNING
                        || status.state() == Job.State.INTERRUPTED)
                .toList();
    }

    /** Stops it soon; nothing happens when it is done already. */
    public void cancel(long ownerId, String id) {
        Job job = live.get(id);
        if (job == null || job.ownerId() != ownerId) {
            int forgotten = database.inTransaction(connection -> Database.update(
                    connection,
                    "delete from job where id = ? and owner_id = ? and state = ?",
                    id,
                    ownerId,
                    Job.State.INTERRUPTED.name()));
            if (forgotten == 0) {
                throw new UserException(ErrorCode.NOT_FOUND, Text.of("server.job.thereIsNoSuchJob"));
            }
            return;
        }
        job.cancel();
    }

    @Override
    public void close() {
        closing = true;
        queue.close();
        live.values().forEach(Job::cancel);
        pool.shutdown();
        try {
            pool.awaitTermination(CLOSING_SECONDS, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
