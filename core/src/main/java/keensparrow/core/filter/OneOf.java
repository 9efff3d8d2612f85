package keensparrow.core.filter;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.IntPredicate;
import keensparrow.core.column.Bits;
import keensparrow.core.column.Codes;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;

/**
 * The value is one of {@code values}, written plainly (see {@link Column#plain}); for tags, any of a row's tags is.
 *
 * @param values in the order picked; each once; a value that no row has selects nothing
 * @param blank whether blank is picked too
 * @param exclude keep the other rows instead: a row that is blank is kept unless blank is picked
 */
public record OneOf(String column, List<String> values, boolean blank, boolean exclude) implements Filter {
    public OneOf {
        values = List.copyOf(new LinkedHashSet<>(values));
    }

    public static OneOf of(String column, String... values) {
        return new OneOf(column, List.of(values), false, false);
    }

    @Override
    public void fit(Table table) {
        table.column(column); // values of every type can be picked
    }

    @Override
    public RowSet select(Table table) {
        RowSet picked = picked(table.column(column));
        return exclude ? picked.complement() : picked;
    }

    private RowSet picked(Column any) {
        if (any instanceof TextColumn text) {
            return ofText(text);
        }
        if (any instanceof TagsColumn tags) {
            return ofTags(tags);
        }
        if (any instanceof YesNoColumn yesNo) {
            boolean yes = values.contains(YesNoColumn.YES);
            boolean no = values.contains(YesNoColumn.NO);
            return where(any.rowCount(), row -> switch (yesNo.code(row)) {
                case 1 -> yes;
                case 0 -> no;
                default -> blank;
            });
        }
        if (any instanceof LongColumn longs) {
            return ofLongs(longs);
        }
        DoubleColumn doubles = (DoubleColumn) any;
        Set<String> wanted = Set.copyOf(values);
        return where(any.rowCount(), row -> doubles.isBlank(row) ? blank : wanted.contains(doubles.plain(row)));
    }

    private RowSet ofText(TextColumn text) {
        // one place more than codes, so that blank (−1) has a place without a branch in the loop
        boolean[] wanted = new boolean[text.dictionarySize() + 1];
        wanted[0] = blank;
        for (String value : values) {
            text.codeOf(value).ifPresent(code -> wanted[code + 1] = true);
        }
        Codes codes = text.codes();
        return where(text.rowCount(), row -> wanted[codes.get(row) + 1]);
    }

    private RowSet ofTags(TagsColumn tags) {
        boolean[] wanted = new boolean[tags.dictionarySize()];
        for (String value : values) {
            tags.codeOf(value).ifPresent(code -> wanted[code] = true);
        }
        int[] offsets = tags.offsets();
        int[] codes = tags.codes();
        return where(tags.rowCount(), row -> {
            boolean found = blank && offsets[row] == offsets[row + 1];
            for (int i = offsets[row]; i < offsets[row + 1]; i++) {
                found |= wanted[codes[i]];
            }
            return found;
        });
    }

    private RowSet ofLongs(LongColumn longs) {
        Set<Long> wanted = new java.util.HashSet<>();
        for (String value : values) {
            Plain.scaled(value, longs).ifPresent(wanted::add);
        }
        return where(longs.rowCount(), row -> longs.isBlank(row) ? blank : wanted.contains(longs.value(row)));
    }

    static RowSet where(int rowCount, IntPredicate holds) {
        long[] words = new long[Bits.words(rowCount)];
        for (int row = 0; row < rowCount; row++) {
            if (holds.test(row)) {
                words[row >> 6] |= 1L << row;
            }
        }
        return new RowSet(rowCount, words);
    }
}
