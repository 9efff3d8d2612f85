package keensparrow.core.infer;

import java.util.concurrent.atomic.AtomicReference;

/** Runs the same work on several threads, one of them the caller's, and ends when all have ended. */
final class LoadThreads {
    /** What a worker does; the first is the calling thread. */
    interface Work {
        void run(int worker) throws InterruptedException;
    }

    private static final int MAX_WORKERS = 8;

    private LoadThreads() {}

    /** As many as there are cores for, within reason. */
    static int workers() {
        return Math.max(1, Math.min(MAX_WORKERS, Runtime.getRuntime().availableProcessors()));
    }

    /** @param failure set by the first that fails, and then thrown here; workers look at it and end early */
    static void run(int workers, AtomicReference<Throwable> failure, Work work) {
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
