package keensparrow.server.dataset;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.engine.Workers;
import keensparrow.core.table.Table;
import keensparrow.server.store.StoreException;

/**
 * The engines of the versions in use. Tables are loaded from their snapshots when first asked for, once however many
 * ask, and the ones not used for longest go when all together pass the budget.
 */
final class Engines {
    /** Reads a table from its snapshot, or makes it again. */
    interface Loading {
        Table load();
    }

    private final long budgetBytes;
    private final Workers workers; // one for all datasets: questions take turns at the cores
    private final Map<DatasetRepository.VersionId, CompletableFuture<MemoryEngine>> engines =
            new LinkedHashMap<>(16, 0.75f, true);

    Engines(long budgetBytes, Workers workers) {
        this.budgetBytes = budgetBytes;
        this.workers = workers;
    }

    MemoryEngine get(DatasetRepository.VersionId id, Loading loading) {
        CompletableFuture<MemoryEngine> fresh = new CompletableFuture<>();
        CompletableFuture<MemoryEngine> known;
        synchronized (engines) {
            known = engines.putIfAbsent(id, fresh);
        }
        if (known != null) {
            return wait(known);
        }
        try {
            MemoryEngine engine = new MemoryEngine(loading.load(), workers);
            fresh.complete(engine);
            makeRoom(id);
            return engine;
        } catch (RuntimeException | OutOfMemoryError e) {
            synchronized (engines) {
                engines.remove(id);
            }
            fresh.completeExceptionally(e);
            throw e;
        }
    }

    /** Puts in a table that was just made. */
    void put(DatasetRepository.VersionId id, Table table) {
        synchronized (engines) {
            engines.put(id, CompletableFuture.completedFuture(new MemoryEngine(table, workers)));
        }
        makeRoom(id);
    }

    void remove(String datasetId) {
        synchronized (engines) {
            engines.keySet().removeIf(id -> id.datasetId().equals(datasetId));
        }
    }

    private static MemoryEngine wait(CompletableFuture<MemoryEngine> coming) {
        try {
            return coming.get();
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException known) {
                throw known;
            }
            throw new StoreException("a table could not be loaded", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new StoreException("interrupted while a table was loaded", e);
        }
    }

    private void makeRoom(DatasetRepository.VersionId keep) {
        synchronized (engines) {
            long total = engines.values().stream().mapToLong(Engines::size).sum();
            var oldest = engines.entrySet().iterator();
            while (total > budgetBytes && oldest.hasNext()) {
                var entry = oldest.next();
                if (!entry.getKey().equals(keep) && entry.getValue().isDone()) {
                    total -= size(entry.getValue());
                    oldest.remove();
                }
            }
        }
    }

    private static long size(CompletableFuture<MemoryEngine> engine) {
        return engine.isDone() && !engine.isCompletedExceptionally()
                ? engine.join().sizeBytes()
                : 0;
    }
}
