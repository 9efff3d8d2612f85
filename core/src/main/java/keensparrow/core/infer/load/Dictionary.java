package keensparrow.core.infer.load;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import keensparrow.core.column.ByteTable;
import keensparrow.core.column.PackedInts;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.Texts;
import keensparrow.core.infer.source.CellText;
import keensparrow.core.infer.text.Blanks;
import keensparrow.core.words.TextOrder;

/** The texts that several workers met in one column, sorted, each once. They stay bytes where they stand. */
final class Dictionary {
    /** What the first mark of blanks has for a code, the second one less, and so on. */
    static final int FIRST_MARK = -2;

    private final ByteTable[] tables; // of the workers
    private byte[] tableOf = new byte[64]; // of each text, by its place
    private int[] codeOf = new int[64];
    private int size;

    private Dictionary(ByteTable[] tables) {
        this.tables = tables;
    }

    /**
     * Sorts the texts of the tables together.
     *
     * @param tables at most 127
     * @param meanings of the codes of each table, set here: the place of the text, or a mark of blanks
     */
    static Dictionary of(List<ByteTable> tables, List<int[]> meanings, List<String> marks) {
        Dictionary dictionary = new Dictionary(tables.toArray(ByteTable[]::new));
        dictionary.merge(meanings, marks);
        return dictionary;
    }

    /** The codes of one table in the order of their texts, taken one by one. */
    private final class Run {
        final byte table;
        final int[] meanings;
        private final int[] order; // empty when the codes are in that order themselves
        private int at;

        Run(int table, int[] meanings) {
            this.table = (byte) table;
            this.meanings = meanings;
            order = isSorted(table, meanings.length) ? new int[0] : sorted(table, meanings.length);
        }

        int code() {
            return order.length == 0 ? at : order[at];
        }

        boolean next() {
            return ++at < meanings.length;
        }
    }

    private boolean isSorted(int table, int count) {
        for (int code = 1; code < count; code++) {
            if (compare(table, code - 1, table, code) > 0) {
                return false;
            }
        }
        return true;
    }

    private int[] sorted(int table, int count) {
        Integer[] codes = new Integer[count];
        Arrays.setAll(codes, code -> code);
        Comparator<Integer> byText = tables[table].isAscii()
                ? (a, b) -> compare(table, a, table, b)
                : Comparator.comparing(
                        Arrays.stream(codes).map(code -> text(table, code)).toList()::get, TextOrder.INSTANCE);
        Arrays.parallelSort(codes, byText);
        return Arrays.stream(codes).mapToInt(Integer::intValue).toArray();
    }

    private int compare(int table, int code, int otherTable, int otherCode) {
        ByteTable one = tables[table];
        ByteTable other = tables[otherTable];
        return one.isAscii(code) && other.isAscii(otherCode)
                ? TextOrder.compareAscii(
                        one.bytes(),
                        one.start(code),
                        one.end(code),
                        other.bytes(),
                        other.start(otherCode),
                        other.end(otherCode))
                : TextOrder.INSTANCE.compare(text(table, code), text(otherTable, otherCode));
    }

    private String text(int table, int code) {
        return CellText.decoded(tables[table].bytes(), tables[table].start(code), tables[table].end(code));
    }

    private void merge(List<int[]> meanings, List<String> marks) {
        Run[] runs = new Run[tables.length]; // the one with the first text first
        int left = 0;
        for (int i = 0; i < tables.length; i++) {
            if (meanings.get(i).length > 0) {
                runs[left] = new Run(i, meanings.get(i));
                settle(runs, left, ++left);
            }
        }
        while (left > 0) {
            Run first = runs[0];
            int code = first.code();
            first.meanings[code] = place(first.table, code, marks);
            if (!first.next()) {
                left--;
                System.arraycopy(runs, 1, runs, 0, left);
            } else {
                sink(runs, left);
            }
        }
    }

    /** Moves the last run forward to where it belongs. */
    private void settle(Run[] runs, int last, int count) {
        for (int i = last; i > 0 && i < count && isBehind(runs[i - 1], runs[i]); i--) {
            Run moved = runs[i];
            runs[i] = runs[i - 1];
            runs[i - 1] = moved;
        }
    }

    /** Moves the first run backward to where it belongs. */
    private void sink(Run[] runs, int count) {
        for (int i = 0; i + 1 < count && isBehind(runs[i], runs[i + 1]); i++) {
            Run moved = runs[i];
            runs[i] = runs[i + 1];
            runs[i + 1] = moved;
        }
    }

    private boolean isBehind(Run one, Run other) {
        return compare(one.table, one.code(), other.table, other.code()) > 0;
    }

    private int place(byte table, int code, List<String> marks) {
        int mark = marks.isEmpty() ? -1 : marks.indexOf(text(table, code));
        if (mark >= 0) {
            return FIRST_MARK - mark;
        }
        boolean known = size > 0
                && tableOf[size - 1] != table
                && compare(tableOf[size - 1], codeOf[size - 1], table, code) == 0;
        if (!known) {
            if (size == codeOf.length) {
                codeOf = Arrays.copyOf(codeOf, size * 2);
                tableOf = Arrays.copyOf(tableOf, size * 2);
            }
            tableOf[size] = table;
            codeOf[size++] = code;
        }
        return size - 1;
    }

    String text(int place) {
        return text(tableOf[place], codeOf[place]);
    }

    /** Bytes of the text. */
    int length(int place) {
        ByteTable table = tables[tableOf[place]];
        return table.end(codeOf[place]) - table.start(codeOf[place]);
    }

    /** Whether all of a text is ASCII and none of {@code signs} or of the control characters is in it. */
    boolean isWithout(int place, String signs) {
        ByteTable table = tables[tableOf[place]];
        byte[] bytes = table.bytes();
        int to = table.end(codeOf[place]);
        for (int at = table.start(codeOf[place]); at < to; at++) {
            if (bytes[at] < ' ' || bytes[at] == '|' || (bytes[at] < 'A' && signs.indexOf(bytes[at]) >= 0)) {
                return false; // bytes beyond ASCII are below zero
            }
        }
        return true;
    }

    /** Whether a text of ASCII could be a mark of a blank. */
    boolean canBeMark(int place) {
        ByteTable table = tables[tableOf[place]];
        byte first = table.bytes()[table.start(codeOf[place])];
        byte last = table.bytes()[table.end(codeOf[place]) - 1];
        return first < 0 || last < 0 || Blanks.canBe(length(place), (char) first, (char) last);
    }

    /** @param codes place of its text for each row, −1 where blank */
    TextColumn column(PackedInts codes) {
        long length = 0;
        for (int place = 0; place < size; place++) {
            length += length(place);
        }
        if (size < Texts.MANY || length > Integer.MAX_VALUE - 16) {
            String[] texts = new String[size];
            Arrays.setAll(texts, this::text);
            return new TextColumn(Texts.of(texts), codes);
        }
        byte[] bytes = new byte[(int) length];
        int[] ends = new int[size];
        int at = 0;
        for (int place = 0; place < size; place++) {
            ByteTable table = tables[tableOf[place]];
            System.arraycopy(table.bytes(), table.start(codeOf[place]), bytes, at, length(place));
            at += length(place);
            ends[place] = at;
        }
        return new TextColumn(Texts.of(bytes, ends), codes);
    }
}
