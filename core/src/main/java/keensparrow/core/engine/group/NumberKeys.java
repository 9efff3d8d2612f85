package keensparrow.core.engine.group;

import java.util.Arrays;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.LongList;
import keensparrow.core.column.PackedInts;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.group.GroupKey;
import keensparrow.core.words.Text;

/** A group for each different number, date or time of a column, in their order. */
final class NumberKeys {
    private static final int MAX = 2_000_000;
    private static final int NEAR = 1 << 16; // values this close together are looked up in an array

    private NumberKeys() {}

    static GroupKeys of(Column column, String label) {
        long[] distinct =
                column instanceof LongColumn near && isNear(near) ? distinctNear(near) : distinct(column, label);
        int blank = column.blankCount() > 0 ? distinct.length : -1;
        if (column instanceof LongColumn longs && isNear(longs)) {
            int[] slotOf = new int[(int) (longs.max() - longs.min()) + 1];
            for (int slot = 0; slot < distinct.length; slot++) {
                slotOf[(int) (distinct[slot] - longs.min())] = slot;
            }
            GroupIds slots = GroupIds.ofValues(longs, slotOf, blank);
            return keys(column, distinct, slots, slots.ownBytes(false));
        }
        LongList slots = new LongList();
        for (int row = 0; row < column.rowCount(); row++) {
            slots.add(column.isBlank(row) ? -1 : Arrays.binarySearch(distinct, rank(column, row)));
        }
        PackedInts codes = slots.drain();
        return keys(column, distinct, GroupIds.ofCodes(codes, blank), codes.sizeBytes());
    }

    /** Whether the values lie close enough together for an array of all there may be. */
    private static boolean isNear(LongColumn longs) {
        long reach = longs.max() - longs.min();
        return !longs.isAllBlank()
                && reach >= 0
                && reach < NEAR
                && longs.values().width() < Long.BYTES;
    }

    private static long[] distinctNear(LongColumn longs) {
        boolean[] seen = new boolean[(int) (longs.max() - longs.min()) + 1];
        for (int row = 0; row < longs.rowCount(); row++) {
            if (!longs.isBlank(row)) {
                seen[(int) (longs.value(row) - longs.min())] = true;
            }
        }
        return IntStream.range(0, seen.length)
                .filter(place -> seen[place])
                .mapToLong(place -> longs.min() + place)
                .toArray();
    }

    /** A number that rises with the value of a row that is not blank. */
    private static long rank(Column column, int row) {
        return column instanceof LongColumn longs ? longs.value(row) : ((DoubleColumn) column).rank(row);
    }

    private static long[] distinct(Column column, String label) {
        long[] found = new long[1024];
        int size = 0;
        for (int row = 0; row < column.rowCount(); row++) {
            if (column.isBlank(row)) {
                continue;
            }
            if (size == found.length) {
                size = distinctSoFar(found, size);
                if (size > MAX) {
                    throw new UserException(
                            ErrorCode.TOO_MANY_GROUPS,
                            Text.of(
                                    "group.hasMoreThanDifferentValues",
                                    "label",
                                    UserException.quote(label),
                                    "max",
                                    MAX));
                }
                if (size > found.length / 2) {
                    found = Arrays.copyOf(found, found.length * 2);
                }
            }
            found[size++] = rank(column, row);
        }
        return Arrays.copyOf(found, distinctSoFar(found, size));
    }

    private static int distinctSoFar(long[] values, int size) {
        Arrays.sort(values, 0, size);
        int kept = 0;
        for (int i = 0; i < size; i++) {
            if (i == 0 || values[i] != values[i - 1]) {
                values[kept++] = values[i];
            }
        }
        return kept;
    }

    /** @param values distinct, rising; doubles as bits that rise with them */
    private static GroupKeys keys(Column column, long[] values, GroupIds slots, long ownBytes) {
        return new PlainKeys(
                slots,
                values.length,
                column.blankCount() > 0,
                group -> GroupKey.of(
                        column instanceof LongColumn longs
                                ? longs.plainOf(values[group])
                                : DoubleColumn.plainOf(DoubleColumn.ofRank(values[group]))),
                PlainKeys.Order.FREE,
                ownBytes + 8L * values.length);
    }
}
