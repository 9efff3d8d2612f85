package keensparrow.core.engine.scan;

import java.util.concurrent.ConcurrentLinkedQueue;

/** Batches of earlier scans: their arrays are large, and making them anew for each scan costs more than keeping some. */
public final class BatchPool {
    private static final int MAX_BATCHES = 64;

    private final ConcurrentLinkedQueue<Batch> batches = new ConcurrentLinkedQueue<>();

    Batch take() {
        Batch known = batches.poll();
        return known != null ? known : new Batch();
    }

    void giveBack(Batch batch) {
        batch.forget();
        if (batches.size() < MAX_BATCHES) {
            batches.add(batch);
        }
    }
}
