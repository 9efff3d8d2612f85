package keensparrow.core.column;

import org.jspecify.annotations.Nullable;

/** Builds a text column row by row. */
public final class TextBuilder {
    private final CodeTable table = new CodeTable();
    private final IntList codes = new IntList();

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
        int[] all = codes.drain();
        for (int i = 0; i < all.length; i++) {
            all[i] = all[i] < 0 ? -1 : rank[all[i]];
        }
        return new TextColumn(dictionary, all);
    }
}
