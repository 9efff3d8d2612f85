package keensparrow.core.engine.aggregation;

import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import keensparrow.core.engine.cache.LruCache;
import keensparrow.core.engine.group.GroupKeys;
import keensparrow.core.engine.group.RowGroups;
import keensparrow.core.group.Grouping;
import keensparrow.core.parallel.ParallelRunner;
import org.jspecify.annotations.Nullable;

/**
 * What is kept of a table so that rows are counted quicker: bits for each slot, and the cell of each row. Made when
 * first asked for, while there is room; nothing is given up for them, as making one anew costs more than it saves.
 */
public final class IndexCache {
    private final int rowCount;
    private final ParallelRunner runner;
    private final long maxBitBytes;
    private final long maxJointBytes;
    private final LruCache<List<Grouping>, BitmapIndex> bits;
    private final LruCache<List<Grouping>, CompositeKeys> composite;

    public IndexCache(int rowCount, ParallelRunner runner, long maxBitBytes, long maxJointBytes) {
        this.rowCount = rowCount;
        this.runner = runner;
        this.maxBitBytes = maxBitBytes;
        this.maxJointBytes = maxJointBytes;
        this.bits = new LruCache<>(maxBitBytes, BitmapIndex::sizeBytes);
        this.composite = new LruCache<>(maxJointBytes, CompositeKeys::sizeBytes);
    }

    /** Bits for each slot under groupings together, of which there are so many, where they are worth their memory. */
    @Nullable
    public BitmapIndex bits(List<Grouping> groupings, RowGroups of, long slots, BooleanSupplier cancelled) {
        return BitmapIndex.isFor(groupings.size(), slots, rowCount)
                ? made(
                        bits,
                        groupings,
                        maxBitBytes - BitmapIndex.bytesFor(slots, rowCount),
                        () -> BitmapIndex.of(of, (int) slots, rowCount, runner, cancelled))
                : null;
    }

    /** The bits of a grouping, if they are there. */
    @Nullable
    public BitmapIndex knownBits(Grouping grouping) {
        return bits.find(List.of(grouping));
    }

    /** The cell of each row under groupings together, where it is worth its memory. */
    @Nullable
    public CompositeKeys composite(List<Grouping> groupings, List<GroupKeys> by, BooleanSupplier cancelled) {
        return CompositeKeys.isFor(by, rowCount)
                ? made(
                        composite,
                        groupings,
                        maxJointBytes - CompositeKeys.bytesFor(by, rowCount),
                        () -> CompositeKeys.of(by, rowCount, runner, cancelled))
                : null;
    }

    /** @param maxBefore what others may weigh for this one to be made */
    private static <K, V> @Nullable V made(LruCache<K, V> kept, K key, long maxBefore, Supplier<V> make) {
        V known = kept.find(key);
        if (known != null || kept.weight() > maxBefore) {
            return known;
        }
        return kept.get(key, make);
    }

    public long sizeBytes() {
        return bits.weight() + composite.weight();
    }
}
