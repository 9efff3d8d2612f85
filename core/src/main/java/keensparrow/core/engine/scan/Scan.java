package keensparrow.core.engine.scan;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;
import keensparrow.core.column.Bits;
import keensparrow.core.parallel.Cancellation;
import keensparrow.core.parallel.ParallelRunner;
import org.jspecify.annotations.Nullable;

/**
 * One walk over the rows for several questions: blocks of rows, their masks, row numbers once for each mask, and then
 * every question's loop while the block is in the cache. Handed out in pieces to the workers.
 */
public final class Scan {
    private final BatchPool pool;
    private final int rowCount;
    private final List<FilterMask> conditions;
    private final int all;
    private final List<Task> tasks = new ArrayList<>();
    private @Nullable Delta delta;

    /** A part and the conditions, as bits, that its rows pass. */
    private record Task(PartialResult start, long conditions) {}

    /** A condition that was there before in another form; null where it was not there at all. */
    public record Delta(long @Nullable [] before, long @Nullable [] now) {}

    /** @param all so many of the conditions, the first, are those of the question set; the rest belong to single questions */
    public Scan(BatchPool pool, int rowCount, List<FilterMask> conditions, int all) {
        this.pool = pool;
        this.rowCount = rowCount;
        this.conditions = conditions;
        this.all = all;
    }

    /**
     * Only the rows that a changed condition lets in or out: parts begin with what they had before, and the first get
     * them added, the second taken out. The changed condition is not among the others.
     */
    public Scan onlyChanged(Delta changed) {
        this.delta = changed;
        return this;
    }

    /** @param which bits of the conditions whose rows it takes in */
    public void add(PartialResult start, long which) {
        tasks.add(new Task(start, which));
    }

    boolean isEmpty() {
        return tasks.isEmpty();
    }

    /** Runs it. What comes back stands in the order of adding, and takes the place of what was added. */
    public List<PartialResult> run(ParallelRunner runner, BooleanSupplier cancelled) {
        int words = Bits.words(rowCount);
        int pieces = (words + ParallelRunner.PIECE - 1) / ParallelRunner.PIECE;
        Lane[] lanes = new Lane[runner.count()];
        runner.run(pieces, (worker, piece) -> {
            Cancellation.stopIf(cancelled);
            if (lanes[worker] == null) {
                lanes[worker] = new Lane();
            }
            lanes[worker].run(piece * ParallelRunner.PIECE, Math.min(words, (piece + 1) * ParallelRunner.PIECE));
        });
        for (Lane lane : lanes) {
            if (lane != null) {
                lane.giveBack();
            }
        }
        List<PartialResult> results = new ArrayList<>();
        for (int t = 0; t < tasks.size(); t++) {
            PartialResult result = tasks.get(t).start();
            for (Lane lane : lanes) {
                if (lane != null) {
                    result.merge(lane.parts.get(t));
                }
            }
            results.add(result);
        }
        return results;
    }

    /** Questions under the same mask. */
    private static final class Group {
        final long which;
        final int leftOut; // of all conditions but one the number of that one, else −1
        final boolean isAll;
        final List<PartialResult> parts = new ArrayList<>();
        final Batch batch;

        Group(long which, int all, Batch batch) {
            this.batch = batch;
            long full = all == 0 ? 0 : -1L >>> (64 - all);
            long missing = full & ~which;
            this.which = which;
            this.isAll = which == full;
            this.leftOut =
                    (which & ~full) == 0 && Long.bitCount(missing) == 1 ? Long.numberOfTrailingZeros(missing) : -1;
        }
    }

    /** What one worker needs for itself. */
    private final class Lane {
        final List<PartialResult> parts = new ArrayList<>();
        private final Masks masks =
                new Masks(conditions.stream().map(FilterMask::words).toList(), all, rowCount);
        private final List<Group> groups = new ArrayList<>();
        private final List<PartialResult> followAll = new ArrayList<>(); // take the rows that pass all, besides others
        private final Batch passing;
        private final boolean[] only = new boolean[all];
        private final long[] mask = new long[Masks.WORDS];
        private final long[] picked = new long[Masks.WORDS];

        Lane() {
            this.passing = pool.take();
            for (Task task : tasks) {
                PartialResult part = task.start().empty();
                parts.add(part);
                Group group = group(task.conditions());
                group.parts.add(part);
                if (group.isAll || group.leftOut >= 0) {
                    followAll.add(part);
                }
                if (group.leftOut >= 0) {
                    only[group.leftOut] = true;
                }
            }
        }

        private Group group(long which) {
            for (Group group : groups) {
                if (group.which == which) {
                    return group;
                }
            }
            Group group = new Group(which, all, pool.take());
            groups.add(group);
            return group;
        }

        void giveBack() {
            pool.giveBack(passing);
            groups.forEach(group -> pool.giveBack(group.batch));
        }

        void run(int from, int to) {
            for (FilterMask condition : conditions) {
                condition.fill(from, to);
            }
            for (int word = from; word < to; word += Masks.WORDS) {
                block(word, Math.min(to, word + Masks.WORDS));
            }
        }

        private void block(int from, int to) {
            if (delta != null && !hasChanges(delta, from, to)) {
                return;
            }
            masks.look(from, to, only);
            if (!followAll.isEmpty()) {
                take(masks.passingAll(), from, to, passing, followAll);
            }
            for (Group group : groups) {
                if (group.leftOut >= 0) {
                    take(masks.failingOnly(group.leftOut), from, to, group.batch, group.parts);
                } else if (!group.isAll) {
                    masks.passing(group.which, from, to, mask);
                    take(mask, from, to, group.batch, group.parts);
                }
            }
        }

        private void take(long[] words, int from, int to, Batch batch, List<PartialResult> into) {
            Delta changed = delta;
            if (changed == null) {
                take(words, from, to, batch, into, 1);
                return;
            }
            pick(words, changed.now, changed.before, from, to, picked);
            take(picked, from, to, batch, into, 1);
            pick(words, changed.before, changed.now, from, to, picked);
            take(picked, from, to, batch, into, -1);
        }

        private void take(long[] mask, int from, int to, Batch batch, List<PartialResult> into, int sign) {
            int count = 0;
            for (int i = 0; i < to - from; i++) {
                count += Long.bitCount(mask[i]);
            }
            if (count == 0) {
                return;
            }
            boolean numbered = false; // row numbers are made only when some part needs them
            for (PartialResult part : into) {
                if (part.take(mask, count, from, to, sign)) {
                    continue;
                }
                if (!numbered) {
                    batch.fill(mask, to - from, from << 6);
                    numbered = true;
                }
                if (sign > 0) {
                    part.add(batch);
                } else {
                    part.remove(batch);
                }
            }
        }
    }

    private static boolean hasChanges(Delta delta, int from, int to) {
        for (int w = from; w < to; w++) {
            if (word(delta.before, w) != word(delta.now, w)) {
                return true;
            }
        }
        return false;
    }

    private static long word(long @Nullable [] words, int w) {
        return words == null ? -1L : words[w];
    }

    /** Of {@code words} the rows that pass one form of the changed condition and not the other. */
    private static void pick(
            long[] words, long @Nullable [] in, long @Nullable [] notIn, int from, int to, long[] out) {
        for (int w = from; w < to; w++) {
            out[w - from] = words[w - from] & word(in, w) & ~word(notIn, w);
        }
    }
}
