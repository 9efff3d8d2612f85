package keensparrow.server.job;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ExecutorService;

/**
 * Hands work to a pool so that nobody's work waits for all of another's: owners take turns, and one has only so many
 * pieces running at a time.
 */
final class FairQueue {
    private final ExecutorService pool;
    private final int atATime;
    private final int atATimeOfOne;
    private final Map<Long, Deque<Runnable>> waiting = new LinkedHashMap<>(); // the owner whose turn it is comes first
    private final Map<Long, Integer> running = new HashMap<>();
    private int runningInAll;

    /** @param atATime pieces that run together, @param atATimeOfOne of one owner */
    FairQueue(ExecutorService pool, int atATime, int atATimeOfOne) {
        this.pool = pool;
        this.atATime = atATime;
        this.atATimeOfOne = atATimeOfOne;
    }

    synchronized void add(long owner, Runnable work) {
        waiting.computeIfAbsent(owner, none -> new ArrayDeque<>()).add(work);
        startNext();
    }

    /** What waits is let go. */
    synchronized void close() {
        waiting.clear();
    }

    private synchronized void startNext() {
        while (runningInAll < atATime) {
            Long owner = waiting.keySet().stream()
                    .filter(candidate -> running.getOrDefault(candidate, 0) < atATimeOfOne)
                    .findFirst()
                    .orElse(null);
            if (owner == null) {
                return;
            }
            Deque<Runnable> own = Objects.requireNonNull(waiting.remove(owner));
            Runnable work = own.remove();
            if (!own.isEmpty()) {
                waiting.put(owner, own); // behind the others now
            }
            running.merge(owner, 1, Integer::sum);
            runningInAll++;
            pool.execute(() -> run(owner, work));
        }
    }

    private void run(long owner, Runnable work) {
        try {
            work.run();
        } finally {
            ended(owner);
        }
    }

    private synchronized void ended(long owner) {
        runningInAll--;
        running.computeIfPresent(owner, (who, count) -> count > 1 ? count - 1 : null);
        startNext();
    }
}
