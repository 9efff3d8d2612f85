package keensparrow.core.column;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Builds a tags column: the tags of a row, then {@link #endRow}. */
public final class TagsBuilder {
    private static final int BLANK = -1;

    private final CodeTable table = new CodeTable();
    private final LongList setOfRow = new LongList();
    private final List<int[]> sets = new ArrayList<>();
    private final Map<List<Integer>, Integer> known = new HashMap<>();
    private final List<Integer> inRow = new ArrayList<>();

    /** Adds a tag to the row; a second time in the same row does nothing. */
    public void addTag(String tag) {
        Integer code = table.add(tag);
        if (!inRow.contains(code)) {
            inRow.add(code);
        }
    }

    public void endRow() {
        if (inRow.isEmpty()) {
            setOfRow.add(BLANK);
            return;
        }
        Integer set = known.get(inRow);
        if (set == null) {
            set = sets.size();
            sets.add(inRow.stream().mapToInt(Integer::intValue).toArray());
            known.put(List.copyOf(inRow), set);
        }
        setOfRow.add(set);
        inRow.clear();
    }

    public TagsColumn build() {
        int[] rank = new int[table.size()];
        String[] dictionary = table.sorted(rank);
        int[][] ranked = sets.stream()
                .map(set -> Arrays.stream(set).map(code -> rank[code]).toArray())
                .toArray(int[][]::new);
        return new TagsColumn(dictionary, ranked, setOfRow.drain());
    }
}
