package keensparrow.server.dataset;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.table.Table;
import keensparrow.server.store.StoreException;

/**
 * The engines of the versions in use. Tables are loaded from their snapshots when first asked for, once however many
 * ask, and the ones not used for longest go when all together pass the budget.
 */
final class EngineCache {
    /** Reads a table from its snapshot, or makes it again. */
    interface Loading {
        Table load();
    }

    private static final long MAX_KEPT_BYTES = 512L << 20;

    private final long budgetBytes;
    private final long keptBytes; // by each engine besides its table, to answer sooner
    private final ParallelRunner workers; // one for all datasets: questions take turns at the cores
    private final Map<DatasetRepository.VersionId, CompletableFuture<MemoryEngine>> engines =
            new LinkedHashMap<>(16, 0.75f, true);

    EngineCache(long budgetBytes, ParallelRunner workers) {
        this.budgetBytes = budgetBytes;
        this.workers = workers;
        this.keptBytes = Math.min(MAX_KEPT_BYTES, budgetBytes / 4);
    }

    /** @throws UserException MEMORY_FULL when a table of so many bytes does not fit even alone */
    void requireFits(long bytes) {
        if (bytes > budgetBytes) {
            throw new UserException(
                    ErrorCode.MEMORY_FULL,
                    "This dataset needs about " + megabytes(bytes) + " MB of memory, and the server may use "
                            + megabytes(budgetBytes) + " MB for tables. Leave out columns or rows that are not needed,"
                            + " or ask the administrator for more memory.");
        }
    }

    private static long megabytes(long bytes) {
        return (bytes + (1 << 20) - 1) >> 20;
    }

    /** @param bytes that the table will take, about; tables not used for longest make room for it */
    MemoryEngine get(DatasetRepository.VersionId id, long bytes, Loading loading) {
        CompletableFuture<MemoryEngine> fresh = new CompletableFuture<>();
        CompletableFuture<MemoryEngine> known;
        synchronized (engines) {
            known = engines.putIfAbsent(id, fresh);
        }
        if (known != null) {
            return wait(known);
        }
        try {
            requireFits(bytes);
            makeRoom(id, bytes);
            MemoryEngine engine = new MemoryEngine(loading.load(), workers, keptBytes);
            fresh.complete(engine);
            makeRoom(id, 0);
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
            engines.put(id, CompletableFuture.completedFuture(new MemoryEngine(table, workers, keptBytes)));
        }
        makeRoom(id, 0);
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

    private void makeRoom(DatasetRepository.VersionId keep, long coming) {
        synchronized (engines) {
            long total = coming
                    + engines.values().stream().mapToLong(EngineCache::size).sum();
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

    /** Heap of all engines. */
    long sizeBytes() {
        synchronized (engines) {
            return engines.values().stream().mapToLong(EngineCache::size).sum();
        }
    }

    private static long size(CompletableFuture<MemoryEngine> engine) {
        return engine.isDone() && !engine.isCompletedExceptionally()
                ? engine.join().sizeBytes()
                : 0;
    }
}
