package keensparrow.server.dataset;

import com.github.benmanes.caffeine.cache.AsyncCache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
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

    private static final int LONG = 365;
    private static final long MAX_KEPT_BYTES = 512L << 20;

    private final long budgetBytes;
    private final long keptBytes; // by each engine besides its table, to answer sooner
    private final ParallelRunner workers; // one for all datasets: questions take turns at the cores
    private final AsyncCache<DatasetRepository.VersionId, MemoryEngine> engines;

    EngineCache(long budgetBytes, ParallelRunner workers) {
        this.budgetBytes = budgetBytes;
        this.workers = workers;
        this.keptBytes = Math.min(MAX_KEPT_BYTES, budgetBytes / 4);
        this.engines = Caffeine.newBuilder()
                .expireAfterAccess(Duration.ofDays(LONG)) // keeps them in order of their last use
                .executor(Runnable::run) // what is given up goes at once, on the thread that brings the new one
                .buildAsync();
    }

    /** @throws UserException MEMORY_FULL when a table of so many bytes does not fit even alone */
    void requireFits(long bytes) {
        if (bytes > budgetBytes) {
            throw new UserException(
                    ErrorCode.MEMORY_FULL,
                    Text.of(
                            "server.dataset.thisDatasetNeedsAboutMb",
                            "bytes",
                            megabytes(bytes),
                            "budgetBytes",
                            megabytes(budgetBytes)));
        }
    }

    /**
     * Before so many bytes are read into a new table: tables not used for longest make room, so that both are never held.
     *
     * @throws UserException MEMORY_FULL when they do not fit even alone
     */
    void makeRoomFor(long bytes) {
        requireFits(bytes);
        makeRoom(bytes);
    }

    private static long megabytes(long bytes) {
        return (bytes + (1 << 20) - 1) >> 20;
    }

    /** @param bytes that the table will take, about; tables not used for longest make room for it */
    MemoryEngine get(DatasetRepository.VersionId id, long bytes, Loading loading) {
        CompletableFuture<MemoryEngine> fresh = new CompletableFuture<>();
        CompletableFuture<MemoryEngine> known = engines.asMap().putIfAbsent(id, fresh);
        if (known != null) {
            MemoryEngine engine = wait(known);
            makeRoom(0); // what engines keep besides their tables grows as they are asked
            return engine;
        }
        try {
            requireFits(bytes);
            makeRoom(bytes);
            MemoryEngine engine = new MemoryEngine(loading.load(), workers, keptBytes);
            fresh.complete(engine);
            return engine;
        } catch (RuntimeException | OutOfMemoryError e) {
            fresh.completeExceptionally(e); // which takes it out of the cache
            throw e;
        }
    }

    /** Puts in a table that was just made. */
    void put(DatasetRepository.VersionId id, Table table) {
        engines.put(id, CompletableFuture.completedFuture(new MemoryEngine(table, workers, keptBytes)));
        makeRoom(0);
    }

    void remove(String datasetId) {
        engines.synchronous().asMap().keySet().removeIf(id -> id.datasetId().equals(datasetId));
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

    /** Before a table is read, not after: both would be in memory for a while. The one used last stays. */
    private void makeRoom(long coming) {
        if (sizeBytes() + coming <= budgetBytes) {
            return;
        }
        engines.synchronous().policy().expireAfterAccess().ifPresent(order -> {
            var oldest = order.oldest(Integer.MAX_VALUE).keySet().iterator();
            int left = engines.synchronous().asMap().size();
            while (sizeBytes() + coming > budgetBytes && oldest.hasNext() && (coming > 0 || left > 1)) {
                engines.synchronous().invalidate(oldest.next());
                left--;
            }
        });
    }

    /** Heap of all engines. */
    long sizeBytes() {
        return engines.synchronous().asMap().values().stream()
                .mapToLong(MemoryEngine::sizeBytes)
                .sum();
    }
}
