package keensparrow.core.infer.source;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.LongConsumer;
import keensparrow.core.parallel.ParallelRunner;

/**
 * Cuts the blocks of a source on one thread while others work on their columns, each on its own ones: cutting and
 * making values run at once, and a loop over one column after the other is quicker than one over cells.
 */
public final class ColumnWork {
    private static final int BLOCKS = 6;

    private final BlockReader source;
    private final List<Task> tasks;
    private final LongConsumer progress;
    private final int workers;
    private final BlockingQueue<Shared> free = new ArrayBlockingQueue<>(BLOCKS);
    private final List<BlockingQueue<Shared>> waiting = new java.util.ArrayList<>();
    private final AtomicReference<Throwable> failure = new AtomicReference<>();
    private final Shared end = new Shared(new CellBlock(1));
    private RowCounts counts = RowCounts.NONE;

    /** Work on one column. */
    public interface Task {
        void take(CellBlock block, int column);
    }

    /** A block that several workers look at. */
    private static final class Shared {
        final CellBlock block;
        final AtomicInteger users = new AtomicInteger();

        Shared(CellBlock block) {
            this.block = block;
        }
    }

    private ColumnWork(BlockReader source, List<Task> tasks, LongConsumer progress) {
        this.source = source;
        this.tasks = tasks;
        this.progress = progress;
        workers = Math.max(1, Math.min(ParallelRunner.workers(), tasks.size()));
        for (int i = 0; i < BLOCKS; i++) {
            free.add(new Shared(new CellBlock(tasks.size())));
        }
        for (int i = 0; i < workers; i++) {
            waiting.add(new ArrayBlockingQueue<>(BLOCKS + 1));
        }
    }

    /**
     * @param tasks one for each column
     * @param progress told the rows so far; what it throws ends the work
     * @return what was counted about the rows
     */
    public static RowCounts run(BlockReader source, List<? extends Task> tasks, LongConsumer progress) {
        try (source) {
            return new ColumnWork(source, List.copyOf(tasks), progress).run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private RowCounts run() {
        ParallelRunner.runTogether(workers + 1, failure, worker -> {
            if (worker == 0) {
                cut();
            } else {
                work(worker - 1);
            }
        });
        return counts;
    }

    private void cut() throws InterruptedException {
        try {
            while (failure.get() == null) {
                Shared next = take(free);
                if (next == null || !source.next(next.block)) {
                    break;
                }
                source.cut(next.block);
                next.block.after(counts.lines());
                counts = counts.and(next.block.counts());
                progress.accept(counts.rows());
                next.users.set(workers);
                for (BlockingQueue<Shared> queue : waiting) {
                    queue.add(next); // there is room for every block there is
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
                tasks.get(column).take(next.block, column);
            }
            if (next.users.decrementAndGet() == 0) {
                free.add(next);
            }
        }
    }
}
