package keensparrow.core.prepare;

import java.util.Arrays;
import java.util.List;
import java.util.function.IntToLongFunction;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.table.Table;

/**
 * Rows alike in some columns, blanks being alike too. Groups are numbered in the order of their first rows.
 *
 * @param of the group of each row
 * @param first the first row of each group, as many as there are groups
 */
record RowGroups(int[] of, int[] first) {
    /** Cost O(rows × columns), without an object a row. */
    static RowGroups of(Table table, List<String> columns) {
        int rows = table.rowCount();
        int[] group = new int[rows];
        int count = rows == 0 ? 0 : 1;
        for (String name : columns) {
            IntToLongFunction key = key(table.column(name));
            Numbering numbering = new Numbering(rows);
            for (int row = 0; row < rows; row++) {
                group[row] = numbering.of(group[row], key.applyAsLong(row));
            }
            count = numbering.count;
        }
        int[] first = new int[count];
        Arrays.fill(first, -1);
        for (int row = 0; row < rows; row++) {
            if (first[group[row]] < 0) {
                first[group[row]] = row;
            }
        }
        return new RowGroups(group, first);
    }

    int count() {
        return first.length;
    }

    /** A number for each value of a column, in their order; that of a blank is the largest of all. */
    static IntToLongFunction key(Column column) {
        IntToLongFunction filled;
        if (column instanceof LongColumn longs) {
            filled = longs::value;
        } else if (column instanceof DoubleColumn doubles) {
            filled = doubles::rank;
        } else if (column instanceof TextColumn texts) {
            filled = row -> texts.codes().code(row);
        } else if (column instanceof YesNoColumn yesNo) {
            filled = row -> YesNoColumn.YES.equals(yesNo.plain(row)) ? 1 : 0;
        } else {
            TextColumn texts = written((TagsColumn) column);
            filled = row -> texts.codes().code(row);
        }
        return row -> column.isBlank(row) ? Long.MAX_VALUE : filled.applyAsLong(row);
    }

    private static TextColumn written(TagsColumn tags) {
        TextBuilder builder = new TextBuilder();
        for (int row = 0; row < tags.rowCount(); row++) {
            builder.add(tags.plain(row));
        }
        return builder.build();
    }

    /** Numbers pairs of a group and a key as they come, in a table of open addresses. */
    private static final class Numbering {
        private int[] groups;
        private long[] keys;
        private int[] numbers;
        private int count;

        Numbering(int rows) {
            int size = Integer.highestOneBit(Math.max(64, Math.min(rows, 1 << 16))) << 1;
            groups = new int[size];
            keys = new long[size];
            numbers = new int[size];
            Arrays.fill(numbers, -1);
        }

        int of(int group, long key) {
            int at = place(group, key);
            if (numbers[at] < 0) {
                if (2 * (count + 1) > numbers.length) {
                    grow();
                    at = place(group, key);
                }
                groups[at] = group;
                keys[at] = key;
                numbers[at] = count++;
            }
            return numbers[at];
        }

        private int place(int group, long key) {
            long mixed = (key ^ (group * 0x9E3779B97F4A7C15L)) * 0xBF58476D1CE4E5B9L;
            int mask = numbers.length - 1;
            int at = (int) (mixed ^ (mixed >>> 32)) & mask;
            while (numbers[at] >= 0 && (groups[at] != group || keys[at] != key)) {
                at = (at + 1) & mask;
            }
            return at;
        }

        private void grow() {
            int[] oldGroups = groups;
            long[] oldKeys = keys;
            int[] oldNumbers = numbers;
            groups = new int[oldNumbers.length * 2];
            keys = new long[groups.length];
            numbers = new int[groups.length];
            Arrays.fill(numbers, -1);
            for (int i = 0; i < oldNumbers.length; i++) {
                if (oldNumbers[i] >= 0) {
                    int at = place(oldGroups[i], oldKeys[i]);
                    groups[at] = oldGroups[i];
                    keys[at] = oldKeys[i];
                    numbers[at] = oldNumbers[i];
                }
            }
        }
    }
}
