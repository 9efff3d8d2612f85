package keensparrow.core.infer;

import java.util.Arrays;
import java.util.List;
import keensparrow.core.column.ByteTable;
import keensparrow.core.column.Narrow;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.TextOrder;
import keensparrow.core.column.Texts;
import org.jspecify.annotations.Nullable;

/** The texts that several workers met in one column, sorted, each once. Those of ASCII stay bytes as long as they can. */
final class Dictionary {
    /** What the first mark of blanks has for a code, the second one less, and so on. */
    static final int FIRST_MARK = -2;

    private final Entry[] distinct;

    /** A text of one worker. */
    static final class Entry {
        private final ByteTable table;
        private final int code;
        private final int[] meanings;
        private final @Nullable String text; // null when all is ASCII

        /**
         * @param code of the text in the worker's table
         * @param meanings of the codes of that table, to be set
         */
        Entry(ByteTable table, int code, int[] meanings) {
            this.table = table;
            this.code = code;
            this.meanings = meanings;
            this.text = table.isAscii(code) ? null : decoded();
        }

        private String decoded() {
            return CellText.decoded(table.bytes(), table.start(code), table.end(code));
        }

        String text() {
            return text != null ? text : decoded();
        }

        int length() {
            return table.end(code) - table.start(code);
        }

        private static int compare(Entry a, Entry b) {
            return a.text == null && b.text == null
                    ? TextOrder.compareAscii(
                            a.table.bytes(),
                            a.table.start(a.code),
                            a.table.end(a.code),
                            b.table.bytes(),
                            b.table.start(b.code),
                            b.table.end(b.code))
                    : TextOrder.INSTANCE.compare(a.text(), b.text());
        }

        /** Whether all of it is ASCII and none of {@code signs} or of the control characters is in it. */
        boolean isWithout(String signs) {
            byte[] bytes = table.bytes();
            for (int at = table.start(code); text == null && at < table.end(code); at++) {
                if (bytes[at] < ' ' || (bytes[at] < 'A' && signs.indexOf(bytes[at]) >= 0) || bytes[at] == '|') {
                    return false;
                }
            }
            return text == null;
        }

        byte first() {
            return table.bytes()[table.start(code)];
        }

        byte last() {
            return table.bytes()[table.end(code) - 1];
        }
    }

    private Dictionary(Entry[] distinct) {
        this.distinct = distinct;
    }

    /** Sorts the entries and sets the meaning of each: its place among the distinct texts, or a mark of blanks. */
    static Dictionary of(Entry[] entries, List<String> marks) {
        Arrays.parallelSort(entries, Entry::compare);
        int size = 0;
        for (Entry entry : entries) {
            int mark = marks.isEmpty() ? -1 : marks.indexOf(entry.text());
            if (mark < 0) {
                boolean known = size > 0 && Entry.compare(entries[size - 1], entry) == 0;
                size += known ? 0 : 1;
                entries[size - 1] = known ? entries[size - 1] : entry;
            }
            entry.meanings[entry.code] = mark < 0 ? size - 1 : FIRST_MARK - mark;
        }
        return new Dictionary(Arrays.copyOf(entries, size));
    }

    int size() {
        return distinct.length;
    }

    Entry entry(int place) {
        return distinct[place];
    }

    /** @param codes place of its text for each row, −1 where blank */
    TextColumn column(Narrow codes) {
        long length = 0;
        for (Entry entry : distinct) {
            length += entry.length();
        }
        if (distinct.length < Texts.MANY || length > Integer.MAX_VALUE - 16) {
            String[] texts = new String[distinct.length];
            Arrays.setAll(texts, place -> distinct[place].text());
            return new TextColumn(Texts.of(texts), codes);
        }
        byte[] bytes = new byte[(int) length];
        int[] ends = new int[distinct.length];
        int at = 0;
        for (int place = 0; place < ends.length; place++) {
            Entry entry = distinct[place];
            System.arraycopy(entry.table.bytes(), entry.table.start(entry.code), bytes, at, entry.length());
            at += entry.length();
            ends[place] = at;
        }
        return new TextColumn(Texts.of(bytes, ends), codes);
    }
}
