package keensparrow.core.column;

/** Builds a tags column: the tags of a row, then {@link #endRow}. */
public final class TagsBuilder {
    private final CodeTable table = new CodeTable();
    private final IntList codes = new IntList();
    private final IntList offsets = new IntList();
    private int[] inRow = new int[8];
    private int count;

    public TagsBuilder() {
        offsets.add(0);
    }

    /** Adds a tag to the row; a second time in the same row does nothing. */
    public void addTag(String tag) {
        int code = table.add(tag);
        for (int i = 0; i < count; i++) {
            if (inRow[i] == code) {
                return;
            }
        }
        if (count == inRow.length) {
            inRow = java.util.Arrays.copyOf(inRow, count * 2);
        }
        inRow[count++] = code;
        codes.add(code);
    }

    public void endRow() {
        count = 0;
        offsets.add(codes.size());
    }

    public TagsColumn build() {
        int[] rank = new int[table.size()];
        String[] dictionary = table.sorted(rank);
        int[] all = codes.drain();
        for (int i = 0; i < all.length; i++) {
            all[i] = rank[all[i]];
        }
        return new TagsColumn(dictionary, offsets.drain(), all);
    }
}
