package keensparrow.core.column;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import keensparrow.core.words.TextOrder;
import org.jspecify.annotations.Nullable;

/**
 * A list of tags for each row. Few lists occur many times, so each different list is kept once and a row has its
 * number. A row without tags is blank.
 */
public final class TagsColumn implements Column {
    private final Texts dictionary;
    private final int[][] sets;
    private final PackedInts setOfRow; // −1 where blank
    private final int blanks;

    /**
     * Takes over the arrays.
     *
     * @param dictionary sorted by {@link TextOrder}
     * @param sets the lists of tags, none empty, each a tag's place in the dictionary in the order written, no tag twice
     * @param setOfRow a place in {@code sets} for each row, −1 where blank
     */
    public TagsColumn(String[] dictionary, int[][] sets, PackedInts setOfRow) {
        this(Texts.of(dictionary), sets, setOfRow);
    }

    private TagsColumn(Texts dictionary, int[][] sets, PackedInts setOfRow) {
        this.dictionary = dictionary;
        this.sets = sets;
        this.setOfRow = setOfRow;
        int count = 0;
        for (int row = 0; row < setOfRow.length(); row++) {
            count += setOfRow.get(row) < 0 ? 1 : 0;
        }
        this.blanks = count;
    }

    /** Of tags that were sorted in some order, perhaps another one. */
    public static TagsColumn sorted(String[] dictionary, int[][] sets, PackedInts setOfRow) {
        TagsColumn column = new TagsColumn(dictionary, sets, setOfRow);
        if (column.dictionary.isInOrder()) {
            return column;
        }
        String[] inOrder = dictionary.clone();
        Arrays.sort(inOrder, TextOrder.INSTANCE);
        int[][] renumbered = Arrays.stream(sets)
                .map(set -> Arrays.stream(set)
                        .map(tag -> Arrays.binarySearch(inOrder, dictionary[tag], TextOrder.INSTANCE))
                        .toArray())
                .toArray(int[][]::new);
        return new TagsColumn(inOrder, renumbered, setOfRow);
    }

    /** The same tags in other rows: for each a list by its number, −1 where blank. */
    public TagsColumn withRows(PackedInts lists) {
        return new TagsColumn(dictionary, sets, lists);
    }

    @Override
    public ColumnType type() {
        return ColumnType.TAGS;
    }

    @Override
    public int rowCount() {
        return setOfRow.length();
    }

    @Override
    public boolean isBlank(int row) {
        return setOfRow.get(row) < 0;
    }

    @Override
    public int blankCount() {
        return blanks;
    }

    public int dictionarySize() {
        return dictionary.size();
    }

    public String tag(int code) {
        return dictionary.get(code);
    }

    public Optional<Integer> codeOf(String tag) {
        return dictionary.find(tag);
    }

    /** How many different lists of tags there are. */
    public int setCount() {
        return sets.length;
    }

    /** The codes of a list of tags. */
    public int[] set(int number) {
        return sets[number];
    }

    /** For each row the number of its list of tags, −1 where blank. */
    public PackedInts setOfRow() {
        return setOfRow;
    }

    @Override
    public long sizeBytes() {
        long bytes = setOfRow.sizeBytes() + dictionary.sizeBytes();
        for (int[] set : sets) {
            bytes += 24 + 4L * set.length;
        }
        return bytes;
    }

    @Override
    public @Nullable String plain(int row) {
        int set = setOfRow.code(row);
        if (set < 0) {
            return null;
        }
        StringBuilder joined = new StringBuilder();
        for (int code : sets[set]) {
            joined.append(joined.length() == 0 ? "" : ";").append(dictionary.get(code));
        }
        return joined.toString();
    }

    @Override
    public TagsColumn pick(int[] rows, int count) {
        int[] picked = new int[count];
        setOfRow.read(rows, count, picked);
        int[] numbers = new int[sets.length]; // of each list that still occurs its number then, from 1 on
        List<int[]> kept = new ArrayList<>();
        for (int set : picked) {
            if (set >= 0 && numbers[set] == 0) {
                kept.add(sets[set]);
                numbers[set] = kept.size();
            }
        }
        for (int i = 0; i < count; i++) {
            picked[i] = picked[i] < 0 ? -1 : numbers[picked[i]] - 1;
        }
        int[] used =
                kept.stream().flatMapToInt(Arrays::stream).distinct().sorted().toArray();
        int[][] renumbered = kept.stream()
                .map(set -> Arrays.stream(set)
                        .map(tag -> Arrays.binarySearch(used, tag))
                        .toArray())
                .toArray(int[][]::new);
        return new TagsColumn(dictionary.keep(used), renumbered, PackedInts.packed(picked));
    }
}
