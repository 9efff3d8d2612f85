package keensparrow.core.parallel;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import keensparrow.core.column.Bits;
import keensparrow.core.rows.RowBatches;

/**
 * The cores of the machine, shared by all questions. One piece of work at a time runs on all of them, in turn: that
 * answers more people than all at once. Work that takes long gives its turn away when others wait. Loads, which are jobs of
 * their own and few at a time, run beside the questions on threads of theirs.
 */
public final class ParallelRunner implements AutoCloseable {
    private static final long TURN_NANOS = 20_000_000;
    private static final long LOOK_MILLIS = 5;
    /** Words of bits in a piece of rows: 64k rows. */
    public static final int PIECE = 1024;

    private static final int MAX_WORKERS = 8;

    private final int count;
    private final ExecutorService helpers;
    private final ExecutorService builders = Executors.newCachedThreadPool(task -> daemon(task, "builder"));
    private final Semaphore turn = new Semaphore(1, true);

    /** @param count threads that work at once, the asking one among them */
    public ParallelRunner(int count) {
        this.count = Math.max(1, count);
        this.helpers = Executors.newFixedThreadPool(Math.max(1, count - 1), task -> daemon(task, "worker"));
    }

    private static Thread daemon(Runnable task, String name) {
        Thread thread = new Thread(task, name);
        thread.setDaemon(true);
        return thread;
    }

    /** As many as the machine has. */
    public static ParallelRunner ofMachine() {
        return new ParallelRunner(Runtime.getRuntime().availableProcessors());
    }

    public int count() {
        return count;
    }

    /** Work on one piece of the rows. */
    public interface Piecework {
        /** @param worker from 0 to below {@link #count}; no two run at once under one number */
        void run(int worker, int piece);
    }

    /** Runs all pieces, on the calling thread and the helpers. What a piece throws is thrown here. */
    public void run(int pieces, Piecework work) {
        AtomicInteger next = new AtomicInteger();
        while (next.get() < pieces) {
            turn.acquireUninterruptibly();
            try {
                takeTurn(pieces, next, work);
            } finally {
                turn.release();
            }
        }
    }

    /** Work on a block of rows: the first of them, and how many. */
    public interface Blockwork {
        void run(int firstRow, int count);
    }

    /** Runs all blocks of a table's rows, in pieces. */
    public void runBlocks(int rowCount, BooleanSupplier cancelled, Blockwork work) {
        int words = Bits.words(rowCount);
        run((words + PIECE - 1) / PIECE, (worker, piece) -> {
            Cancellation.stopIf(cancelled);
            int end = Math.min(rowCount, (piece + 1) * PIECE << 6);
            for (int row = piece * PIECE << 6; row < end; row += RowBatches.BLOCK) {
                work.run(row, Math.min(RowBatches.BLOCK, end - row));
            }
        });
    }

    private void takeTurn(int pieces, AtomicInteger next, Piecework work) {
        long end = System.nanoTime() + TURN_NANOS;
        AtomicReference<Throwable> failure = new AtomicReference<>();
        int others = Math.min(count, pieces - next.get()) - 1;
        CountDownLatch running = new CountDownLatch(Math.max(0, others));
        for (int helper = 1; helper <= others; helper++) {
            int worker = helper;
            helpers.execute(() -> {
                try {
                    take(worker, pieces, next, work, end, failure);
                } finally {
                    running.countDown();
                }
            });
        }
        take(0, pieces, next, work, end, failure);
        boolean interrupted = false;
        while (true) {
            try {
                running.await();
                break;
            } catch (InterruptedException e) {
                interrupted = true; // helpers write to arrays of this question: wait for them all the same
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
        Throwable thrown = failure.get();
        if (thrown instanceof Error error) {
            throw error;
        }
        if (thrown != null) {
            throw (RuntimeException) thrown;
        }
    }

    private void take(
            int worker, int pieces, AtomicInteger next, Piecework work, long end, AtomicReference<Throwable> failure) {
        try {
            while (failure.get() == null && !(turn.hasQueuedThreads() && System.nanoTime() > end)) {
                int piece = next.getAndIncrement();
                if (piece >= pieces) {
                    return;
                }
                work.run(worker, piece);
            }
        } catch (RuntimeException | Error e) {
            failure.compareAndSet(null, e);
        }
    }

    /**
     * What {@code build} makes, on a thread of its own. When cancelled, the caller goes at once and the building comes to
     * its end by itself: it is for what is kept, so the next who asks finds it.
     */
    public <T> T aside(Supplier<T> build, BooleanSupplier cancelled) {
        CompletableFuture<T> made = CompletableFuture.supplyAsync(build, builders);
        while (true) {
            Cancellation.stopIf(cancelled);
            try {
                return made.get(LOOK_MILLIS, TimeUnit.MILLISECONDS);
            } catch (TimeoutException e) {
                continue; // looks whether the answer is still wanted
            } catch (ExecutionException e) {
                if (e.getCause() instanceof Error error) {
                    throw error;
                }
                throw (RuntimeException) e.getCause(); // a Supplier throws nothing else
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return made.join();
            }
        }
    }

    @Override
    public void close() {
        helpers.shutdown();
        builders.shutdown();
    }

    /** What a worker does; the first is the calling thread. */
    public interface Work {
        void run(int worker) throws InterruptedException;
    }

    /** As many as there are cores for, within reason. */
    public static int workers() {
        return Math.max(1, Math.min(MAX_WORKERS, Runtime.getRuntime().availableProcessors()));
    }

    /** @param failure set by the first that fails, and then thrown here; workers look at it and end early */
    public static void runTogether(int workers, AtomicReference<Throwable> failure, Work work) {
        Thread[] threads = new Thread[workers];
        for (int i = 1; i < workers; i++) {
            int worker = i;
            threads[i] = new Thread(() -> guarded(worker, failure, work), "reads " + worker);
            threads[i].setDaemon(true);
            threads[i].start();
        }
        guarded(0, failure, work);
        boolean interrupted = false;
        for (int i = 1; i < workers; i++) {
            while (true) {
                try {
                    threads[i].join();
                    break;
                } catch (InterruptedException e) {
                    interrupted = true;
                    failure.compareAndSet(null, new IllegalStateException("interrupted while reading", e));
                }
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
        Throwable thrown = failure.get();
        if (thrown instanceof Error error) {
            throw error;
        }
        if (thrown != null) {
            throw (RuntimeException) thrown;
        }
    }

    private static void guarded(int worker, AtomicReference<Throwable> failure, Work work) {
        try {
            work.run(worker);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            failure.compareAndSet(null, new IllegalStateException("interrupted while reading", e));
        } catch (RuntimeException | Error e) {
            failure.compareAndSet(null, e);
        }
    }
}
