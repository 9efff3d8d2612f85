package keensparrow.core.engine.group;

import keensparrow.core.column.Bits;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.PackedInts;
import org.jspecify.annotations.Nullable;

/** The slot of each row: its code, looked up in a small array where values and slots differ. */
final class GroupIds {
    private final PackedInts codes;
    private final int @Nullable [] slotOf; // by code − first; absent: the code is the slot
    private final int first;
    private final long @Nullable [] present;
    private final int blank; // slot of blank rows, −1 for none

    private GroupIds(PackedInts codes, int @Nullable [] slotOf, int first, long @Nullable [] present, int blank) {
        this.codes = codes;
        this.slotOf = slotOf;
        this.first = first;
        this.present = present;
        this.blank = blank;
    }

    /** Codes are slots; −1 goes to {@code blank} when that is not negative. */
    static GroupIds ofCodes(PackedInts codes, int blank) {
        return new GroupIds(codes, null, 0, null, blank);
    }

    /** Slots by value, {@code slotOf} counted from the column's smallest; blank rows go to {@code blank}. */
    static GroupIds ofValues(LongColumn column, int[] slotOf, int blank) {
        return new GroupIds(column.values(), slotOf, (int) column.min(), column.present(), blank);
    }

    void assign(int[] rows, int count, int[] slots) {
        codes.read(rows, count, slots);
        if (slotOf == null) {
            for (int i = 0; blank >= 0 && i < count; i++) {
                slots[i] = slots[i] < 0 ? blank : slots[i];
            }
        } else if (present == null) {
            for (int i = 0; i < count; i++) {
                slots[i] = slotOf[slots[i] - first];
            }
        } else {
            for (int i = 0; i < count; i++) {
                slots[i] = Bits.get(present, rows[i]) ? slotOf[slots[i] - first] : blank;
            }
        }
    }

    /** Whether each code is the slot, for every row. */
    boolean isPlain() {
        return slotOf == null && blank < 0;
    }

    /** Heap of an array that only these slots use. */
    long ownBytes(boolean ownCodes) {
        return (ownCodes ? codes.sizeBytes() : 0) + (slotOf == null ? 0 : 4L * slotOf.length);
    }
}
