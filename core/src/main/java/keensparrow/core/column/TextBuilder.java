package keensparrow.core.column;

import org.jspecify.annotations.Nullable;

/** Builds a text column row by row. */
public final class TextBuilder {
    private final CodeTable table = new CodeTable();
    private final LongList codes = new LongList();

    /** Adds a row; null is blank. */
    public void add(@Nullable String text) {
        codes.add(text == null ? -1 : table.add(text));
    }

    /** Adds a row from characters, which are copied only when the text is new. */
    public void add(char[] chars, int offset, int length) {
        codes.add(table.add(chars, offset, length));
    }

    public TextColumn build() {
        int[] rank = new int[table.size()];
        String[] dictionary = table.sorted(rank);
        PackedInts drained = codes.drain();
        PackedInts all = PackedInts.blank(drained.length(), PackedInts.widthFor(0, dictionary.length));
        long[] one = new long[1];
        for (int i = 0; i < drained.length(); i++) {
            int code = drained.code(i);
            one[0] = code < 0 ? -1 : rank[code];
            all.put(i, one, 1);
        }
        return new TextColumn(dictionary, all);
    }
}
