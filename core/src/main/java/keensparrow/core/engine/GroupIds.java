package keensparrow.core.engine;

import java.util.Arrays;
import keensparrow.core.group.GroupBatch;

/** Cell numbers of rows: axis × splits + split. */
final class GroupIds {
    private final GroupPass.Axis axis;
    private final GroupPass.Axis split;
    private final GroupBatch first = new GroupBatch();
    private final GroupBatch second = new GroupBatch();
    private int[] merged = new int[0];

    GroupIds(GroupPass.Axis axis, GroupPass.Axis split) {
        this.axis = axis;
        this.split = split;
    }

    /** After this, {@link #rows}, {@link #ids} and {@link #size} hold the batch. */
    void assign(int[] rows, int count) {
        fill(axis, rows, count, first);
        if (split.keys == null) {
            return;
        }
        fill(split, first.rows(), first.size(), second);
        combine();
    }

    private static void fill(GroupPass.Axis axis, int[] rows, int count, GroupBatch into) {
        if (axis.keys == null) {
            into.single(rows, count);
            return;
        }
        axis.keys.assign(rows, count, into);
        if (axis.slots != null) {
            int[] slot = axis.slots.ofId();
            int[] ids = into.ids();
            for (int i = 0; i < into.size(); i++) {
                ids[i] = slot[ids[i]];
            }
        }
    }

    /** The second batch holds the rows of the first in their order, each once or, for tags, several times on end. */
    private void combine() {
        int size = second.size();
        if (merged.length < size) {
            merged = Arrays.copyOf(merged, size);
        }
        int[] secondRows = second.rows();
        int[] secondIds = second.ids();
        if (size == first.size()) {
            for (int i = 0; i < size; i++) {
                merged[i] = first.ids()[i] * split.count + secondIds[i];
            }
            return;
        }
        int entry = 0; // in the first batch
        for (int from = 0; from < size; ) {
            int row = secondRows[from];
            int to = endOfRun(secondRows, from, size);
            int entries = endOfRun(first.rows(), entry, first.size()) - entry;
            int each = (to - from) / entries; // every entry of the row was split into as many
            for (int i = from; i < to; i++) {
                merged[i] = first.ids()[entry + (i - from) / each] * split.count + secondIds[i];
            }
            assert first.rows()[entry] == row;
            entry += entries;
            from = to;
        }
    }

    private static int endOfRun(int[] rows, int from, int size) {
        int end = from + 1;
        while (end < size && rows[end] == rows[from]) {
            end++;
        }
        return end;
    }

    int[] rows() {
        return split.keys == null ? first.rows() : second.rows();
    }

    int[] ids() {
        return split.keys == null ? first.ids() : merged;
    }

    int size() {
        return split.keys == null ? first.size() : second.size();
    }
}
