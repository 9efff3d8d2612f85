package keensparrow.core.engine.rows;

import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import keensparrow.core.column.Bits;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.engine.group.Collations;
import keensparrow.core.parallel.Cancellation;
import keensparrow.core.question.Question;
import keensparrow.core.table.Table;
import keensparrow.core.words.TextOrder;

/** How rows follow each other: blanks last in either direction, ties in the order of the dataset. */
public final class RowOrder {
    private static final long BLANK = Long.MAX_VALUE;
    private static final long NO_CODE = -1; // of a blank text; turned, it differs from all codes as well

    private final Column[] columns;
    private final boolean[] descending;
    private final int[][] ranks; // of the texts of a column that are not in the order of their codes; else empty

    /** In the order of the server. */
    public RowOrder(Table table, List<Question.Sort> sort) {
        this(table, new Sorting(sort, TextOrder.INSTANCE), new Collations(table, 0));
    }

    public RowOrder(Table table, Sorting sorting, Collations collations) {
        List<Question.Sort> sort = sorting.by();
        this.columns = sort.stream().map(by -> table.column(by.column())).toArray(Column[]::new);
        this.descending = new boolean[columns.length];
        for (int i = 0; i < descending.length; i++) {
            descending[i] = sort.get(i).descending();
        }
        this.ranks = sort.stream()
                .map(by -> {
                    List<String> given = table.schema().get(by.column()).order();
                    return given == null
                            ? collations.ofColumn(by.column(), sorting.texts())
                            : ranks(table.column(by.column()), given);
                })
                .toArray(int[][]::new);
    }

    private static int[] ranks(Column column, List<String> order) {
        if (!(column instanceof TextColumn text)) {
            return new int[0];
        }
        int[] ranks = IntStream.range(0, text.dictionarySize())
                .map(code -> order.size() + code)
                .toArray();
        for (int place = 0; place < order.size(); place++) {
            int code = text.codeOf(order.get(place)).orElse(-1);
            if (code >= 0) {
                ranks[code] = place;
            }
        }
        return ranks;
    }

    int columns() {
        return columns.length;
    }

    /** A number that sorts as the row does by the column {@code number}; blanks the largest of all. */
    long key(int number, int row) {
        Column column = columns[number];
        if (column.isBlank(row)) {
            return BLANK;
        }
        long key = key(column, row);
        key = ranks[number].length == 0 ? key : ranks[number][(int) key];
        return descending[number] ? ~key : key;
    }

    private static long key(Column column, int row) {
        if (column instanceof LongColumn longs) {
            return longs.value(row);
        }
        if (column instanceof TextColumn text) {
            return text.codes().code(row);
        }
        if (column instanceof YesNoColumn yesNo) {
            return yesNo.code(row);
        }
        if (column instanceof TagsColumn tags) {
            return tags.set(tags.setOfRow().code(row))[0];
        }
        return ((DoubleColumn) column).rank(row);
    }

    /** The rows given, in order; they come in the order of the dataset. */
    int[] sort(int[] rows, BooleanSupplier cancelled) {
        int[] places = IntStream.range(0, rows.length).toArray();
        long[] together = new long[rows.length]; // keys of columns side by side, as long as they are short
        int bits = 0;
        for (int i = columns.length - 1; i >= 0; i--) { // stable, so the first column is sorted last
            Cancellation.stopIf(cancelled);
            long[] keys = new long[rows.length];
            fill(i, rows, keys);
            int more = StableSort.toOffsets(keys);
            if (bits > 0 && bits + more > StableSort.CHUNK) {
                StableSort.byOffsets(places, together, bits, cancelled);
                bits = 0;
            }
            if (bits == 0) {
                together = keys;
            } else {
                for (int place = 0; place < keys.length; place++) {
                    together[place] |= keys[place] << bits;
                }
            }
            bits += more;
        }
        StableSort.byOffsets(places, together, bits, cancelled);
        for (int i = 0; i < places.length; i++) {
            places[i] = rows[places[i]];
        }
        return places;
    }

    /** The keys of many rows, read in one go where a column has a number for each row. */
    void fill(int number, int[] rows, long[] keys) {
        Column column = columns[number];
        if (column instanceof LongColumn longs) {
            longs.values().read(rows, rows.length, keys);
            turn(descending[number], keys, rows.length);
            if (longs.present() != null) {
                markBlanks(longs.present(), rows, keys);
            }
        } else if (column instanceof TextColumn text) {
            text.codes().read(rows, rows.length, keys);
            rank(ranks[number], keys, rows.length);
            turn(descending[number], keys, rows.length);
            if (text.blankCount() > 0) {
                markBlanks(descending[number] ? ~NO_CODE : NO_CODE, keys, rows.length);
            }
        } else {
            for (int i = 0; i < rows.length; i++) {
                keys[i] = key(number, rows[i]);
            }
        }
    }

    private static void markBlanks(long[] present, int[] rows, long[] keys) {
        for (int i = 0; i < rows.length; i++) {
            keys[i] = Bits.get(present, rows[i]) ? keys[i] : BLANK;
        }
    }

    private static void markBlanks(long blank, long[] keys, int count) {
        for (int i = 0; i < count; i++) {
            keys[i] = keys[i] == blank ? BLANK : keys[i];
        }
    }

    private static void rank(int[] ranks, long[] codes, int count) {
        for (int i = 0; ranks.length > 0 && i < count; i++) {
            codes[i] = codes[i] == NO_CODE ? NO_CODE : ranks[(int) codes[i]];
        }
    }

    private static void turn(boolean descending, long[] keys, int count) {
        for (int i = 0; descending && i < count; i++) {
            keys[i] = ~keys[i];
        }
    }

    /** Whether row {@code a}, whose first key is given, comes before row {@code b}. */
    boolean isBefore(long keyOfA, int a, long keyOfB, int b) {
        if (keyOfA != keyOfB) {
            return keyOfA < keyOfB;
        }
        for (int i = 1; i < columns.length; i++) {
            long first = key(i, a);
            long second = key(i, b);
            if (first != second) {
                return first < second;
            }
        }
        return a < b;
    }
}
