package keensparrow.server.job;

import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.memory.MemoryWatch;
import org.jspecify.annotations.Nullable;

/** One piece of work as it goes: what it does now, how far it is, and how to stop it. */
public final class Job {
    private static final long CANCEL_AGAIN_NANOS = 50_000_000;

    private final String id;
    private final long ownerId;
    private final String title;
    private final MemoryWatch memory;
    private final AtomicBoolean cancelled = new AtomicBoolean();
    private volatile long startedNanos = System.nanoTime();
    private volatile State state = State.WAITING;
    private volatile String doing = Words.say("server.job.waitingForItsTurn");
    private volatile long done;
    private volatile long of;
    private volatile @Nullable String message;
    private volatile @Nullable String code;
    private volatile @Nullable String datasetId;
    private volatile @Nullable Runnable onCancel;

    /** How a job stands. */
    public enum State {
        WAITING,
        RUNNING,
        DONE,
        FAILED,
        CANCELLED,
        INTERRUPTED
    }

    Job(String id, long ownerId, String title, MemoryWatch memory) {
        this.memory = memory;
        this.id = id;
        this.ownerId = ownerId;
        this.title = title;
    }

    /**
     * What is told of a job.
     *
     * @param of 0 while it is not known how much there is, @param repeat how to do it once more; of interrupted ones alone
     */
    public record Status(
            String id,
            String title,
            State state,
            String doing,
            long done,
            long of,
            @Nullable String message,
            @Nullable String code,
            @Nullable String datasetId,
            @Nullable Repeat repeat) {}

    /** The call that started a job, to be sent once more. @param body JSON as it was sent */
    public record Repeat(String method, String path, String body) {}

    public Status status() {
        return new Status(id, title, state, doing, done, of, message, code, datasetId, null);
    }

    long ownerId() {
        return ownerId;
    }

    public String id() {
        return id;
    }

    public void says(String what, long doneSoFar, long ofAll) {
        doing = what;
        done = doneSoFar;
        of = ofAll;
        stopIfCancelled();
        memory.requireRoom();
    }

    /** @throws UserException CANCELLED when someone pressed cancel */
    public void stopIfCancelled() {
        if (cancelled.get()) {
            throw new UserException(ErrorCode.CANCELLED, Text.of("server.job.cancelledNothingWasChanged"));
        }
    }

    public boolean isCancelled() {
        return cancelled.get();
    }

    /** What stops work that waits elsewhere, such as a query; may be run more than once. */
    public void onCancel(@Nullable Runnable action) {
        onCancel = action;
    }

    public void concerns(String dataset) {
        datasetId = dataset;
    }

    void cancel() {
        if (cancelled.compareAndSet(false, true)) {
            Thread stopping = new Thread(this::stopUntilOver, "cancel");
            stopping.setDaemon(true);
            stopping.start();
        }
    }

    /** A database takes no notice of a cancel that comes just before the query starts: it is told until it stops. */
    private void stopUntilOver() {
        while (state == State.RUNNING || state == State.WAITING) {
            Runnable action = onCancel;
            if (action != null) {
                action.run();
            }
            LockSupport.parkNanos(CANCEL_AGAIN_NANOS);
        }
    }

    /** Since it began to run. */
    long nanos() {
        return System.nanoTime() - startedNanos;
    }

    void start() {
        startedNanos = System.nanoTime();
        state = State.RUNNING;
    }

    void finish(State how, @Nullable String why, @Nullable String whyCode) {
        message = why;
        code = whyCode;
        state = how; // last: whoever sees the state sees the rest
    }
}
