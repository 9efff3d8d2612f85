package keensparrow.core.engine;

import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import keensparrow.core.group.GroupKeys;
import keensparrow.core.group.Grouping;
import keensparrow.core.group.RowSlots;
import org.jspecify.annotations.Nullable;

/**
 * What is kept of a table so that rows are counted quicker: bits for each slot, and the cell of each row. Made when
 * first asked for, while there is room; nothing is given up for them, as making one anew costs more than it saves.
 */
final class Aids {
    private final int rowCount;
    private final Workers workers;
    private final long mostBitBytes;
    private final long mostJointBytes;
    private final Lru<List<Grouping>, SlotBits> bits;
    private final Lru<List<Grouping>, JointSlots> joint;

    Aids(int rowCount, Workers workers, long mostBitBytes, long mostJointBytes) {
        this.rowCount = rowCount;
        this.workers = workers;
        this.mostBitBytes = mostBitBytes;
        this.mostJointBytes = mostJointBytes;
        this.bits = new Lru<>(mostBitBytes, SlotBits::sizeBytes);
        this.joint = new Lru<>(mostJointBytes, JointSlots::sizeBytes);
    }

    /** Bits for each slot under groupings together, of which there are so many, where they are worth their memory. */
    @Nullable
    SlotBits bits(List<Grouping> groupings, RowSlots of, long slots, BooleanSupplier cancelled) {
        return SlotBits.isFor(groupings.size(), slots, rowCount)
                ? made(
                        bits,
                        groupings,
                        mostBitBytes - SlotBits.bytesFor(slots, rowCount),
                        () -> SlotBits.of(of, (int) slots, rowCount, workers, cancelled))
                : null;
    }

    /** The bits of a grouping, if they are there. */
    @Nullable
    SlotBits knownBits(Grouping grouping) {
        return bits.find(List.of(grouping));
    }

    /** The cell of each row under groupings together, where it is worth its memory. */
    @Nullable
    JointSlots joint(List<Grouping> groupings, List<GroupKeys> by, BooleanSupplier cancelled) {
        return JointSlots.isFor(by, rowCount)
                ? made(
                        joint,
                        groupings,
                        mostJointBytes - JointSlots.bytesFor(by, rowCount),
                        () -> JointSlots.of(by, rowCount, workers, cancelled))
                : null;
    }

    /** @param mostBefore what others may weigh for this one to be made */
    private static <K, V> @Nullable V made(Lru<K, V> kept, K key, long mostBefore, Supplier<V> make) {
        V known = kept.find(key);
        if (known != null || kept.weight() > mostBefore) {
            return known;
        }
        return kept.get(key, make);
    }

    long sizeBytes() {
        return bits.weight() + joint.weight();
    }
}
