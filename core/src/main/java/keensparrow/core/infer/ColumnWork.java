package keensparrow.core.infer;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.LongConsumer;

/**
 * Reads the batches of a source on one thread while others work on their columns, each on its own ones: cutting and
 * making values run at once, and a loop over one column after the other is quicker than one over cells.
 */
final class ColumnWork {
    private static final int BATCHES = 6;
    private static final int MOST_WORKERS = 8;

    private final BatchReader source;
    private final List<Task> tasks;
    private final LongConsumer progress;
    private final int workers;
    private final BlockingQueue<Shared> free = new ArrayBlockingQueue<>(BATCHES);
    private final List<BlockingQueue<Shared>> waiting = new java.util.ArrayList<>();
    private final AtomicReference<Throwable> failure = new AtomicReference<>();
    private final Shared end = new Shared(new CellBatch(1));
    private long rows;

    /** Work on one column. */
    interface Task {
        void take(CellBatch batch, int column);
    }

    /** A batch that several workers look at. */
    private static final class Shared {
        final CellBatch batch;
        final AtomicInteger users = new AtomicInteger();

        Shared(CellBatch batch) {
            this.batch = batch;
        }
    }

    private ColumnWork(BatchReader source, List<Task> tasks, LongConsumer progress) {
        this.source = source;
        this.tasks = tasks;
        this.progress = progress;
        int cores = Runtime.getRuntime().availableProcessors();
        workers = Math.max(1, Math.min(Math.min(MOST_WORKERS, cores), tasks.size()));
        for (int i = 0; i < BATCHES; i++) {
            free.add(new Shared(new CellBatch(tasks.size())));
        }
        for (int i = 0; i < workers; i++) {
            waiting.add(new ArrayBlockingQueue<>(BATCHES + 1));
        }
    }

    /**
     * @param tasks one for each column
     * @param progress told the rows so far; what it throws ends the work
     * @return rows in all
     */
    static long run(BatchReader source, List<? extends Task> tasks, LongConsumer progress) {
        try (source) {
            return new ColumnWork(source, List.copyOf(tasks), progress).run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private long run() {
        Thread[] threads = new Thread[workers];
        for (int worker = 0; worker < workers; worker++) {
            int own = worker;
            threads[worker] = new Thread(() -> guarded(() -> work(own)), "columns " + worker);
            threads[worker].setDaemon(true);
            threads[worker].start();
        }
        guarded(this::cut);
        boolean interrupted = false;
        for (Thread thread : threads) {
            while (true) {
                try {
                    thread.join();
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
        return rows;
    }

    private interface Part {
        void run() throws InterruptedException;
    }

    /** The first failure ends the work of all. */
    private void guarded(Part part) {
        try {
            part.run();
        } catch (InterruptedException e) {
            failure.compareAndSet(null, new IllegalStateException("interrupted while reading", e));
        } catch (RuntimeException | Error e) {
            failure.compareAndSet(null, e);
        }
    }

    private void cut() throws InterruptedException {
        try {
            while (failure.get() == null) {
                Shared next = take(free);
                if (next == null || !source.fill(next.batch)) {
                    break;
                }
                rows += next.batch.rows();
                progress.accept(rows);
                next.users.set(workers);
                for (BlockingQueue<Shared> queue : waiting) {
                    queue.add(next); // there is room for every batch there is
                }
            }
        } finally {
            waiting.forEach(queue -> queue.add(end));
        }
    }

    private @org.jspecify.annotations.Nullable Shared take(BlockingQueue<Shared> queue) throws InterruptedException {
        while (failure.get() == null) {
            Shared next = queue.poll(100, java.util.concurrent.TimeUnit.MILLISECONDS);
            if (next != null) {
                return next;
            }
        }
        return null;
    }

    private void work(int own) throws InterruptedException {
        while (true) {
            Shared next = take(waiting.get(own));
            if (next == null || next == end) {
                return;
            }
            for (int column = own; column < tasks.size(); column += workers) {
                tasks.get(column).take(next.batch, column);
            }
            if (next.users.decrementAndGet() == 0) {
                free.add(next);
            }
        }
    }
}
