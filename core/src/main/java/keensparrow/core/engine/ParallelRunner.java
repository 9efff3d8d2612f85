package keensparrow.core.engine;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentLinkedQueue;
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
 * answers more people than all at once. Work that takes long gives its turn away when others wait.
 */
public final class ParallelRunner implements AutoCloseable {
    private static final long TURN_NANOS = 20_000_000;
    private static final long LOOK_MILLIS = 5;
    private static final int MAX_BATCHES = 64;

    private final int count;
    private final ExecutorService helpers;
    private final ExecutorService builders = Executors.newCachedThreadPool(task -> daemon(task, "builder"));
    private final Semaphore turn = new Semaphore(1, true);
    private final ConcurrentLinkedQueue<Batch> batches = new ConcurrentLinkedQueue<>();

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

    /** A batch of an earlier pass, or a new one: their arrays are large, and making them anew for each pass costs more. */
    Batch batch() {
        Batch known = batches.poll();
        return known != null ? known : new Batch();
    }

    void giveBack(Batch batch) {
        batch.forget();
        if (batches.size() < MAX_BATCHES) {
            batches.add(batch);
        }
    }

    /** Work on one piece of the rows. */
    interface Piecework {
        /** @param worker from 0 to below {@link #count}; no two run at once under one number */
        void run(int worker, int piece);
    }

    /** Runs all pieces, on the calling thread and the helpers. What a piece throws is thrown here. */
    void run(int pieces, Piecework work) {
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
    interface Blockwork {
        void run(int firstRow, int count);
    }

    /** Runs all blocks of a table's rows, in pieces. */
    void runBlocks(int rowCount, BooleanSupplier cancelled, Blockwork work) {
        int words = Bits.words(rowCount);
        run((words + Scan.PIECE - 1) / Scan.PIECE, (worker, piece) -> {
            MemoryEngine.stopIf(cancelled);
            int end = Math.min(rowCount, (piece + 1) * Scan.PIECE << 6);
            for (int row = piece * Scan.PIECE << 6; row < end; row += RowBatches.BLOCK) {
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
    <T> T aside(Supplier<T> build, BooleanSupplier cancelled) {
        CompletableFuture<T> made = CompletableFuture.supplyAsync(build, builders);
        while (true) {
            MemoryEngine.stopIf(cancelled);
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
}
