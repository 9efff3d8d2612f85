package keensparrow.core.infer.load;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.LongConsumer;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.source.BlockReader;
import keensparrow.core.infer.source.CellBlock;
import keensparrow.core.infer.source.RowCounts;
import keensparrow.core.parallel.ParallelRunner;
import org.jspecify.annotations.Nullable;

/**
 * Reads the blocks of a source on all cores at once: each worker takes the next block, cuts it and makes the values of
 * all its columns, so that nothing is handed from thread to thread.
 */
final class BlockWork {
    private final BlockReader source;
    private final List<ColumnPlan> plan;
    private final LongConsumer progress;
    private final List<Done> done = new ArrayList<>(); // by number of the block
    private final AtomicReference<Throwable> failure = new AtomicReference<>();
    private long rows;

    /** What became of a block. */
    private record Done(RowCounts counts, ColumnShare.Part[] parts) {}

    /** What became of all of them: for each column its parts in the order of the rows. */
    record Outcome(RowCounts counts, List<List<ColumnShare.Part>> columns) {
        /** The parts of a column, which are not kept here any longer. */
        List<ColumnShare.Part> take(int column) {
            return columns.set(column, List.of());
        }
    }

    private BlockWork(BlockReader source, List<ColumnPlan> plan, LongConsumer progress) {
        this.source = source;
        this.plan = plan;
        this.progress = progress;
    }

    /**
     * @param progress told, on the calling thread, the rows so far; what it throws ends the work
     * @return null as soon as some value fits neither its column nor a mark of blanks
     */
    static @Nullable Outcome run(BlockReader source, List<ColumnPlan> plan, LongConsumer progress) {
        try (source) {
            return new BlockWork(source, plan, progress).run();
        } catch (Unfit e) {
            return null;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A value does not fit. */
    private static final class Unfit extends RuntimeException {
        private static final long serialVersionUID = 1;

        Unfit() {
            super("does not fit", null, false, false);
        }
    }

    private Outcome run() {
        ParallelRunner.runTogether(ParallelRunner.workers(), failure, worker -> work(worker == 0));
        RowCounts counts = RowCounts.NONE;
        List<List<ColumnShare.Part>> columns = new ArrayList<>();
        for (int i = 0; i < plan.size(); i++) {
            columns.add(new ArrayList<>(done.size()));
        }
        for (Done block : done) {
            counts = counts.and(block.counts);
            for (int i = 0; i < block.parts.length; i++) {
                columns.get(i).add(block.parts[i]);
            }
        }
        return new Outcome(counts, columns);
    }

    private void work(boolean tells) {
        CellBlock block = new CellBlock(plan.size());
        List<ColumnShare> shares = plan.stream().map(ColumnShare::of).toList();
        while (failure.get() == null && source.next(block)) {
            source.cut(block);
            ColumnShare.Part[] parts = new ColumnShare.Part[shares.size()];
            for (int i = 0; i < parts.length; i++) {
                parts[i] = shares.get(i).take(block, i);
                if (shares.get(i).hasErrors()) {
                    throw new Unfit();
                }
            }
            long soFar = keep(block.number(), new Done(block.counts(), parts));
            if (tells) {
                progress.accept(soFar);
            }
        }
    }

    private synchronized long keep(int number, Done block) {
        while (done.size() <= number) {
            done.add(new Done(RowCounts.NONE, new ColumnShare.Part[0])); // comes from another worker
        }
        done.set(number, block);
        return rows += block.counts.rows();
    }
}
