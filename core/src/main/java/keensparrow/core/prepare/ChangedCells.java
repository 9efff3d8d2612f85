package keensparrow.core.prepare;

import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import keensparrow.core.column.Bits;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.PackedInts;
import keensparrow.core.column.PlainTexts;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.Table;

/** Which cells of a column are others than those of the rows that they come from. */
final class ChangedCells {
    private static final int NONE = -2; // no code: a text that was not there before

    private ChangedCells() {}

    private interface Same {
        boolean of(int from, int row);
    }

    /**
     * @param origins of each row now the one before, or {@link Table#NEW}
     * @param changed gets the bits of rows whose cell is another one
     * @return how many they are
     */
    static long mark(Column then, Column now, int[] origins, long[] changed) {
        Same same = same(then, now);
        long cells = 0;
        for (int row = 0; row < origins.length; row++) {
            int from = origins[row];
            if (from != Table.NEW && !same.of(from, row)) {
                Bits.set(changed, row);
                cells++;
            }
        }
        return cells;
    }

    /** Numbers written in one way are the same where they are equal, texts where their codes are: none is written. */
    private static Same same(Column then, Column now) {
        if (then instanceof TextColumn old && now instanceof TextColumn next) {
            int[] known = old.codesOf(next);
            for (int code = 0; code < known.length; code++) {
                known[code] = known[code] < 0 ? NONE : known[code];
            }
            return codes(old.codes(), next.codes(), known);
        }
        if (then instanceof TagsColumn old && now instanceof TagsColumn next) {
            return codes(old.setOfRow(), next.setOfRow(), lists(old, next));
        }
        if (then instanceof LongColumn old && now instanceof LongColumn next && isAlike(old, next)) {
            boolean blanks = old.blankCount() + next.blankCount() > 0;
            return (from, row) -> blanks && (old.isBlank(from) || next.isBlank(row))
                    ? old.isBlank(from) && next.isBlank(row)
                    : old.value(from) == next.value(row);
        }
        if (then instanceof DoubleColumn old && now instanceof DoubleColumn next) {
            return (from, row) -> old.isBlank(from) || next.isBlank(row)
                    ? old.isBlank(from) && next.isBlank(row)
                    : old.rank(from) == next.rank(row);
        }
        PlainTexts was = new PlainTexts(then);
        PlainTexts is = new PlainTexts(now);
        return (from, row) -> Objects.equals(was.at(from), is.at(row));
    }

    private static boolean isAlike(LongColumn one, LongColumn other) {
        return one.type() == other.type() && one.scale() == other.scale();
    }

    /** @param known of each code now the one before */
    private static Same codes(PackedInts then, PackedInts now, int[] known) {
        return (from, row) -> {
            int code = now.code(row);
            return then.code(from) == (code < 0 ? code : known[code]);
        };
    }

    /** Of each list of tags now the number it had before. */
    private static int[] lists(TagsColumn then, TagsColumn now) {
        Map<String, Integer> numbers = new HashMap<>();
        for (int set = 0; set < then.setCount(); set++) {
            numbers.put(written(then, set), set);
        }
        int[] known = new int[now.setCount()];
        for (int set = 0; set < known.length; set++) {
            known[set] = numbers.getOrDefault(written(now, set), NONE);
        }
        return known;
    }

    private static String written(TagsColumn tags, int set) {
        StringBuilder joined = new StringBuilder();
        for (int tag : tags.set(set)) {
            joined.append(tags.tag(tag)).append(';');
        }
        return joined.toString();
    }
}
