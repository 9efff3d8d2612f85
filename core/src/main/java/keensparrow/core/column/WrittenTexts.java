package keensparrow.core.column;

import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;
import keensparrow.core.words.TextOrder;

/** The values of a column as texts, each different one written once. */
public final class WrittenTexts {
    private static final long DENSE = 1 << 22; // so many values side by side have a place each

    private WrittenTexts() {}

    /** As {@link Column#plain} writes them; blank stays blank. */
    public static TextColumn of(Column column) {
        if (column instanceof TextColumn texts) {
            return texts;
        }
        return column instanceof LongColumn longs ? ofLongs(longs) : ofRows(column);
    }

    private static TextColumn ofRows(Column column) {
        TextBuilder texts = new TextBuilder();
        for (int row = 0; row < column.rowCount(); row++) {
            texts.add(column.plain(row));
        }
        return texts.build();
    }

    private static TextColumn ofLongs(LongColumn longs) {
        int rows = longs.rowCount();
        long[] sorted = new long[rows];
        longs.values().copy(0, rows, sorted);
        boolean blanks = longs.blankCount() > 0;
        int filled = 0;
        for (int row = 0; row < rows; row++) {
            if (!blanks || !longs.isBlank(row)) {
                sorted[filled++] = sorted[row];
            }
        }
        Arrays.parallelSort(sorted, 0, filled);
        int count = 0;
        for (int i = 0; i < filled; i++) {
            if (i == 0 || sorted[i] != sorted[i - 1]) {
                sorted[count++] = sorted[i];
            }
        }
        long[] values = Arrays.copyOf(sorted, count);
        String[] texts = new String[count];
        Arrays.parallelSetAll(texts, i -> longs.plainOf(values[i]));
        int[] rank = inOrder(texts);
        return new TextColumn(texts, codes(longs, values, rank));
    }

    /** Sorts texts where they are not sorted. @return of each its place then */
    private static int[] inOrder(String[] texts) {
        int[] rank = new int[texts.length];
        Arrays.setAll(rank, i -> i);
        boolean sorted = true;
        for (int i = 1; i < texts.length && sorted; i++) {
            sorted = TextOrder.INSTANCE.compare(texts[i - 1], texts[i]) < 0;
        }
        if (!sorted) { // below 0, or written with different places
            Map<String, Integer> places = new TreeMap<>(TextOrder.INSTANCE);
            for (int i = 0; i < texts.length; i++) {
                places.put(texts[i], i);
            }
            int next = 0;
            for (Map.Entry<String, Integer> entry : places.entrySet()) {
                texts[next] = entry.getKey();
                rank[entry.getValue()] = next++;
            }
        }
        return rank;
    }

    private static PackedInts codes(LongColumn longs, long[] values, int[] rank) {
        int[] codes = new int[longs.rowCount()];
        long range = values.length == 0 ? 0 : values[values.length - 1] - values[0];
        int[] dense = new int[range >= 0 && range < DENSE ? (int) range + 1 : 0];
        for (int i = 0; i < values.length && dense.length > 0; i++) {
            dense[(int) (values[i] - values[0])] = rank[i];
        }
        boolean blanks = longs.blankCount() > 0;
        for (int row = 0; row < codes.length; row++) {
            long value = longs.value(row);
            codes[row] = blanks && longs.isBlank(row)
                    ? -1
                    : dense.length > 0 ? dense[(int) (value - values[0])] : rank[Arrays.binarySearch(values, value)];
        }
        return PackedInts.packed(codes);
    }
}
