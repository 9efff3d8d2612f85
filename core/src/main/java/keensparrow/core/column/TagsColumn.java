package keensparrow.core.column;

import java.util.Arrays;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A list of tags for each row: offsets into one array of codes. A row without tags is blank. */
public final class TagsColumn implements Column {
    private final String[] dictionary;
    private final int[] offsets; // row r has codes[offsets[r] .. offsets[r + 1])
    private final int[] codes;
    private final int blanks;

    /** Takes over the arrays; the dictionary is sorted by {@link TextOrder}, the codes of a row are distinct. */
    public TagsColumn(String[] dictionary, int[] offsets, int[] codes) {
        this.dictionary = dictionary;
        this.offsets = offsets;
        this.codes = codes;
        int count = 0;
        for (int row = 0; row + 1 < offsets.length; row++) {
            count += offsets[row] == offsets[row + 1] ? 1 : 0;
        }
        this.blanks = count;
    }

    @Override
    public ColumnType type() {
        return ColumnType.TAGS;
    }

    @Override
    public int rowCount() {
        return offsets.length - 1;
    }

    @Override
    public boolean isBlank(int row) {
        return offsets[row] == offsets[row + 1];
    }

    @Override
    public int blankCount() {
        return blanks;
    }

    public int dictionarySize() {
        return dictionary.length;
    }

    public String tag(int code) {
        return dictionary[code];
    }

    public Optional<Integer> codeOf(String tag) {
        int code = Arrays.binarySearch(dictionary, tag, TextOrder.INSTANCE);
        return code >= 0 ? Optional.of(code) : Optional.empty();
    }

    public int[] offsets() {
        return offsets;
    }

    public int[] codes() {
        return codes;
    }

    @Override
    public long sizeBytes() {
        return 4L * (offsets.length + codes.length) + TextColumn.dictionaryBytes(dictionary);
    }

    @Override
    public @Nullable String plain(int row) {
        if (isBlank(row)) {
            return null;
        }
        StringBuilder joined = new StringBuilder();
        for (int i = offsets[row]; i < offsets[row + 1]; i++) {
            joined.append(joined.length() == 0 ? "" : ";").append(dictionary[codes[i]]);
        }
        return joined.toString();
    }

    @Override
    public TagsColumn pick(int[] rows, int count) {
        TagsBuilder builder = new TagsBuilder();
        for (int i = 0; i < count; i++) {
            for (int at = offsets[rows[i]]; at < offsets[rows[i] + 1]; at++) {
                builder.addTag(dictionary[codes[at]]);
            }
            builder.endRow();
        }
        return builder.build();
    }
}
