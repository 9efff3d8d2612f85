package keensparrow.core.engine.filter;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.filter.OneOf;

/** Values picked out of a column of any type. */
final class PickedValues {
    private final List<String> values;
    private final boolean blank;

    private PickedValues(OneOf filter) {
        this.values = filter.values();
        this.blank = filter.blank();
    }

    static RowTest of(OneOf filter, Column column) {
        RowTest picked = new PickedValues(filter).picked(column);
        return filter.exclude() ? RowTests.not(column.rowCount(), picked) : picked;
    }

    private RowTest picked(Column any) {
        if (any instanceof TextColumn text) {
            // one place more than codes, so that blank (−1) has a place without a branch in the loop
            boolean[] wanted = new boolean[text.dictionarySize() + 1];
            wanted[0] = blank;
            for (String value : values) {
                text.codeOf(value).ifPresent(code -> wanted[code + 1] = true);
            }
            return RowTests.ofCodes(text.codes(), wanted);
        }
        if (any instanceof TagsColumn tags) {
            return ofTags(tags);
        }
        if (any instanceof YesNoColumn yesNo) {
            return ofYesNo(yesNo);
        }
        if (any instanceof LongColumn longs) {
            return ofLongs(longs);
        }
        DoubleColumn doubles = (DoubleColumn) any;
        Set<String> wanted = Set.copyOf(values);
        return RowTests.each(any.rowCount(), row -> doubles.isBlank(row) ? blank : wanted.contains(doubles.plain(row)));
    }

    private RowTest ofTags(TagsColumn tags) {
        boolean[] wanted = new boolean[tags.dictionarySize()];
        for (String value : values) {
            tags.codeOf(value).ifPresent(code -> wanted[code] = true);
        }
        return RowTests.ofCodes(
                tags.setOfRow(), sets(tags, blank, set -> Arrays.stream(set).anyMatch(code -> wanted[code])));
    }

    /** For each list of tags, at its number + 1, whether it is wanted; place 0 is blank. */
    static boolean[] sets(TagsColumn tags, boolean blank, Predicate<int[]> wanted) {
        boolean[] sets = new boolean[tags.setCount() + 1];
        sets[0] = blank;
        for (int set = 0; set < tags.setCount(); set++) {
            sets[set + 1] = wanted.test(tags.set(set));
        }
        return sets;
    }

    private RowTest ofYesNo(YesNoColumn column) {
        long[] yes = column.yes();
        long[] present = column.present();
        int rows = column.rowCount();
        boolean wantsYes = values.contains(YesNoColumn.YES);
        boolean wantsNo = values.contains(YesNoColumn.NO);
        return (from, to, out, shift) -> {
            for (int w = from; w < to; w++) {
                out[w - shift] = (wantsYes ? yes[w] : 0) | (wantsNo ? ~yes[w] : 0);
            }
            RowTests.clearBeyond(rows, to, out, shift);
            RowTests.blanks(present, blank, rows, from, to, out, shift);
        };
    }

    private RowTest ofLongs(LongColumn longs) {
        Set<Long> wanted = new HashSet<>();
        for (String value : values) {
            Plain.scaled(value, longs).ifPresent(wanted::add);
        }
        return RowTests.each(longs.rowCount(), row -> longs.isBlank(row) ? blank : wanted.contains(longs.value(row)));
    }
}
