package keensparrow.core.prepare;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.IntToLongFunction;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.PackedInts;
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
    private static final long MAX_PLACES = 1 << 22;
    private static final int BLOCK = 4096;

    /** Writes the keys of the rows {@code [from, from + count)}. */
    private interface Block {
        void read(int from, int count, long[] out);
    }

    /**
     * The values of a column as numbers.
     *
     * @param block of the rows, in the order of the values, that of a blank the largest of all
     * @param least of the keys, @param size how many there may be from it on, with blank; too many to count where negative
     */
    private record Keys(Block block, long least, long size) {
        static Keys of(Column column) {
            if (column instanceof TextColumn texts) {
                return ofCodes(texts.codes(), texts.dictionarySize());
            }
            if (column instanceof TagsColumn tags) {
                return ofCodes(tags.setOfRow(), tags.setCount());
            }
            if (column instanceof YesNoColumn yesNo) {
                return new Keys(each(row -> yesNo.isBlank(row) ? 2 : yesNo.code(row)), 0, 3);
            }
            if (column instanceof LongColumn longs) {
                long range = longs.isAllBlank() ? 0 : longs.max() - longs.min();
                if (range >= 0 && range < MAX_PLACES) {
                    long blank = longs.max() + 1;
                    return new Keys(ofLongs(longs, blank), longs.isAllBlank() ? blank : longs.min(), range + 2);
                }
            }
            return new Keys(each(RowGroups.key(column)), 0, -1);
        }

        private static Keys ofCodes(PackedInts codes, int blank) {
            Block block = (from, count, out) -> {
                codes.copy(from, count, out);
                for (int i = 0; i < count; i++) {
                    out[i] = out[i] < 0 ? blank : out[i];
                }
            };
            return new Keys(block, 0, blank + 1L);
        }

        private static Block ofLongs(LongColumn longs, long blank) {
            return (from, count, out) -> {
                longs.values().copy(from, count, out);
                for (int i = 0; longs.blankCount() > 0 && i < count; i++) {
                    out[i] = longs.isBlank(from + i) ? blank : out[i];
                }
            };
        }

        private static Block each(IntToLongFunction key) {
            return (from, count, out) -> {
                for (int i = 0; i < count; i++) {
                    out[i] = key.applyAsLong(from + i);
                }
            };
        }

        /** At most so many groups come of them alone. */
        long groups(int rows) {
            return size < 0 ? rows : Math.min(rows, size);
        }
    }

    /** Cost O(rows × columns), without an object a row. Once each row is a group of its own no further column is read. */
    static RowGroups of(Table table, List<String> columns) {
        int rows = table.rowCount();
        List<Keys> keys = columns.stream()
                .map(name -> Keys.of(table.column(name)))
                .sorted(Comparator.comparingLong((Keys each) -> -each.groups(rows)))
                .toList();
        int[] group = new int[rows];
        int count = rows == 0 ? 0 : 1;
        for (int i = 0; i < keys.size() && count < rows; ) {
            long places = places(count, keys.get(i));
            if (places < 0) {
                count = numbered(group, keys.get(i).block);
                i++;
                continue;
            }
            for (; i < keys.size() && places >= 0; i++) { // several columns at once where their values are few
                places(group, keys.get(i));
                long next = i + 1 < keys.size() ? places(places, keys.get(i + 1)) : -1;
                if (next < 0) {
                    count = numbered(group, (int) places);
                }
                places = next;
            }
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

    /** How many places groups and keys together have; below 0 for too many. */
    private static long places(long groups, Keys keys) {
        return keys.size < 0 || groups > MAX_PLACES / keys.size ? -1 : groups * keys.size;
    }

    private static void places(int[] group, Keys keys) {
        IntStream.range(0, (group.length + BLOCK - 1) / BLOCK).parallel().forEach(block -> {
            int from = block * BLOCK;
            int count = Math.min(BLOCK, group.length - from);
            long[] some = new long[count];
            keys.block.read(from, count, some);
            for (int i = 0; i < count; i++) {
                group[from + i] = (int) (group[from + i] * keys.size + some[i] - keys.least);
            }
        });
    }

    /** From places to numbers in the order of their first rows. @return how many there are */
    private static int numbered(int[] group, int places) {
        int[] numbers = new int[places]; // from 1 on
        int count = 0;
        for (int row = 0; row < group.length; row++) {
            int number = numbers[group[row]];
            if (number == 0) {
                number = ++count;
                numbers[group[row]] = number;
            }
            group[row] = number - 1;
        }
        return count;
    }

    private static int numbered(int[] group, Block keys) {
        Numbering numbering = new Numbering(group.length);
        long[] some = new long[BLOCK];
        for (int from = 0; from < group.length; from += BLOCK) {
            int count = Math.min(BLOCK, group.length - from);
            keys.read(from, count, some);
            for (int i = 0; i < count; i++) {
                group[from + i] = numbering.of(group[from + i], some[i]);
            }
        }
        return numbering.count;
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
