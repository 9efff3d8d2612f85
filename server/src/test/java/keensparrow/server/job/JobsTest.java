package keensparrow.server.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.server.memory.MemoryWatch;
import keensparrow.server.store.Database;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

@Timeout(value = 60, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class JobsTest {
    @TempDir
    Path folder;

    private final MemoryWatch memory = new MemoryWatch();
    private Database database;
    private Jobs jobs;
    private long anna;
    private long boris;

    @BeforeEach
    void open() throws java.io.IOException {
        database = Database.inFile(folder.resolve("records"));
        anna = account("anna");
        boris = account("boris");
        jobs = new Jobs(database, memory, (state, nanos) -> {}, Clock.systemUTC());
    }

    @AfterEach
    void close() {
        jobs.close();
        database.close();
    }

    private long account(String name) {
        String sql = "insert into account (name, name_folded, password_hash, role, created_at)"
                + " values (?, ?, '-', 'AUTHOR', current_timestamp)";
        return database.inTransaction(connection -> {
            Database.update(connection, sql, name, name);
            return Database.one(connection, "select id from account where name = ?", row -> row.getLong(1), name)
                    .orElseThrow();
        });
    }

    /** Waits for what is expected, by asking. */
    private Job.Status ended(Job job) {
        return endedFor(anna, job);
    }

    private Job.Status endedFor(long owner, Job job) {
        while (true) {
            Job.Status status = jobs.status(owner, job.id());
            if (status.state() != Job.State.WAITING && status.state() != Job.State.RUNNING) {
                return status;
            }
            Thread.onSpinWait();
        }
    }

    private Job.Status ran(Jobs.Work work) {
        return ended(jobs.start(anna, "Load a file", work));
    }

    @Test
    void tellsHowItGetsOnAndWhatItBecame() {
        CountDownLatch seen = new CountDownLatch(1);
        CountDownLatch saying = new CountDownLatch(1);
        Job job = jobs.start(anna, "Load a file", running -> {
            running.says("Reading", 3, 10);
            saying.countDown();
            seen.await();
            running.concerns("dataset");
        });
        await(saying);
        Job.Status status = jobs.status(anna, job.id());
        assertThat(status.state()).isEqualTo(Job.State.RUNNING);
        assertThat(status.doing()).isEqualTo("Reading");
        assertThat(status.done()).isEqualTo(3);
        assertThat(status.of()).isEqualTo(10);
        seen.countDown();
        assertThat(ended(job).state()).isEqualTo(Job.State.DONE);
        assertThat(ended(job).datasetId()).isEqualTo("dataset");
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void whatThePersonCanActOnIsTold() {
        Job.Status status = ran(job -> {
            throw new UserException(ErrorCode.FILE_NO_ROWS, Text.said("There is no row."));
        });
        assertThat(status.state()).isEqualTo(Job.State.FAILED);
        assertThat(status.message()).isEqualTo("There is no row.");
        assertThat(status.code()).isEqualTo("FILE_NO_ROWS");
    }

    @Test
    void ourOwnFaultsAreNotShownInTheirWords() {
        Job.Status status = ran(job -> {
            throw new IllegalStateException("index 7 of table x");
        });
        assertThat(status.state()).isEqualTo(Job.State.FAILED);
        assertThat(status.message()).contains("Something went wrong").doesNotContain("index 7");
    }

    @Test
    void outOfMemoryEndsTheProcessAndIsNeverCalledATooLargeFile() {
        CountDownLatch ended = new CountDownLatch(1);
        try (Jobs others =
                new Jobs(database, memory, error -> ended.countDown(), (state, nanos) -> {}, Clock.systemUTC())) {
            Job job = others.start(anna, "Load a file", running -> {
                throw new OutOfMemoryError("made up");
            });
            await(ended);
            assertThat(job.status().code()).isNull();
        }
    }

    @Test
    void onePersonsEndlessWorkLeavesRoomForOthers() {
        CountDownLatch end = new CountDownLatch(1);
        List<Job> endless = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            endless.add(jobs.start(anna, "An endless query", running -> end.await()));
        }
        assertThat(endedFor(boris, jobs.start(boris, "Load a file", running -> {}))
                        .state())
                .isEqualTo(Job.State.DONE);
        assertThat(endless.stream().filter(job -> job.status().state() == Job.State.RUNNING))
                .hasSizeLessThanOrEqualTo(1);
        end.countDown();
        endless.forEach(this::ended);
    }

    @Test
    void ownersTakeTurns() throws Exception {
        List<String> order = new ArrayList<>();
        ExecutorService pool = Executors.newSingleThreadExecutor();
        FairQueue queue = new FairQueue(pool, 1, 1);
        CountDownLatch begin = new CountDownLatch(1);
        CountDownLatch done = new CountDownLatch(6);
        queue.add(1, () -> await(begin));
        for (String name : List.of("a1", "a2", "a3", "b1", "c1", "b2")) {
            queue.add(name.charAt(0), () -> {
                order.add(name);
                done.countDown();
            });
        }
        begin.countDown();
        await(done);
        assertThat(order).containsExactly("a1", "b1", "c1", "a2", "b2", "a3");
        pool.shutdown();
    }

    @Test
    void cancellingReachesWorkThatLooks() {
        CountDownLatch started = new CountDownLatch(1);
        Job job = jobs.start(anna, "Load a file", running -> {
            started.countDown();
            while (true) {
                running.says("Reading", 0, 0);
            }
        });
        await(started);
        jobs.cancel(anna, job.id());
        assertThat(ended(job).state()).isEqualTo(Job.State.CANCELLED);
        assertThat(ended(job).message()).contains("Nothing was changed");
    }

    @Test
    void cancellingStopsWorkThatWaitsElsewhere() {
        CountDownLatch told = new CountDownLatch(1);
        CountDownLatch started = new CountDownLatch(1);
        Job job = jobs.start(anna, "A query", running -> {
            running.onCancel(told::countDown);
            started.countDown();
            told.await();
            throw new IllegalStateException("the query was stopped");
        });
        await(started);
        jobs.cancel(anna, job.id());
        assertThat(ended(job).state()).isIn(Job.State.CANCELLED, Job.State.FAILED);
    }

    @Test
    void waitingWorkIsCancelledBeforeItStarts() {
        CountDownLatch release = new CountDownLatch(1);
        List<Job> busy = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            busy.add(jobs.start(anna, "busy", running -> release.await()));
        }
        AtomicInteger ran = new AtomicInteger();
        Job waiting = jobs.start(anna, "waiting", running -> ran.incrementAndGet());
        assertThat(jobs.status(anna, waiting.id()).state()).isEqualTo(Job.State.WAITING);
        jobs.cancel(anna, waiting.id());
        release.countDown();
        assertThat(ended(waiting).state()).isEqualTo(Job.State.CANCELLED);
        assertThat(ran).hasValue(0);
        busy.forEach(job -> assertThat(ended(job).state()).isEqualTo(Job.State.DONE));
    }

    @Test
    void oneCannotFillTheQueue() {
        CountDownLatch release = new CountDownLatch(1);
        CountDownLatch running = new CountDownLatch(1);
        jobs.start(anna, "busy", job -> {
            running.countDown();
            release.await();
        });
        await(running);
        for (int i = 0; i < 20; i++) {
            jobs.start(anna, "waiting", job -> {});
        }
        assertThatThrownBy(() -> jobs.start(anna, "one more", job -> {}))
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.TOO_MANY_TRIES));
        jobs.start(boris, "someone else's", job -> {});
        release.countDown();
    }

    @Test
    void nobodySeesOrStopsWhatIsAnothers() {
        Job job = jobs.start(anna, "Load a file", running -> {});
        ended(job);
        assertThatThrownBy(() -> jobs.status(boris, job.id())).hasMessageContaining("no such job");
        assertThatThrownBy(() -> jobs.cancel(boris, job.id())).hasMessageContaining("no such job");
        assertThat(jobs.open(boris)).isEmpty();
    }

    @Test
    void stoppingKeepsWhatRunsAndWaitsAsInterruptedAndTakesNothingNew() {
        CountDownLatch started = new CountDownLatch(1);
        Job running = jobs.start(anna, "Load a file", job -> {
            started.countDown();
            while (true) {
                job.says("Reading", 0, 0);
            }
        });
        Job waiting = jobs.start(anna, "Load another", job -> {});
        await(started);
        Job.Repeat call = new Job.Repeat("POST", "/api/datasets", "{\"files\":[\"f\"]}");
        jobs.remember(running.id(), call);
        jobs.close();
        assertThatThrownBy(() -> jobs.start(anna, "One more", job -> {})).hasMessageContaining("being stopped");
        try (Jobs restarted = new Jobs(database, memory, (state, nanos) -> {}, Clock.systemUTC())) {
            assertThat(restarted.status(anna, running.id()).state()).isEqualTo(Job.State.INTERRUPTED);
            assertThat(restarted.status(anna, waiting.id()).state()).isEqualTo(Job.State.INTERRUPTED);
            assertThat(restarted.status(anna, running.id()).repeat()).isEqualTo(call);
            assertThat(restarted.status(anna, waiting.id()).repeat()).isNull();
            assertThat(restarted.open(anna)).hasSize(2);
        }
    }

    @Test
    void aRestartTellsWhatItInterrupted() {
        database.inTransaction(connection -> Database.update(
                connection,
                "insert into job (id, owner_id, title, state, created_at) values ('j', ?, 'Load', 'RUNNING', current_timestamp)",
                anna));
        try (Jobs restarted = new Jobs(database, memory, (state, nanos) -> {}, Clock.systemUTC())) {
            assertThat(restarted.status(anna, "j").state()).isEqualTo(Job.State.INTERRUPTED);
            assertThat(restarted.status(anna, "j").message()).contains("Do it again");
            assertThat(restarted.open(anna)).extracting(Job.Status::id).contains("j");
            restarted.cancel(anna, "j"); // takes note of it
            assertThat(restarted.open(anna)).isEmpty();
        }
    }
}
