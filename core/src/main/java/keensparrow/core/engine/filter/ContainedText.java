package keensparrow.core.engine.filter;

import java.util.Arrays;
import java.util.Locale;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;

/** A text that occurs in a column of any type as it is written, without regard to case. */
final class ContainedText {
    private static final int DIFFERENT = 1 << 20;

    private final String wanted;

    private ContainedText(String text) {
        this.wanted = text.toLowerCase(Locale.ROOT);
    }

    static RowTest in(Column column, String text) {
        return new ContainedText(text).in(column);
    }

    private RowTest in(Column any) {
        if (any instanceof TextColumn column) {
            boolean[] holds = new boolean[column.dictionarySize() + 1]; // place 0 is blank
            for (int code = 0; code < column.dictionarySize(); code++) {
                holds[code + 1] = isIn(column.text(code)); // each distinct text once, not each row
            }
            return RowTests.ofCodes(column.codes(), holds);
        }
        if (any instanceof TagsColumn tags) {
            boolean[] holds = new boolean[tags.dictionarySize()];
            for (int code = 0; code < holds.length; code++) {
                holds[code] = isIn(tags.tag(code));
            }
            return RowTests.ofCodes(
                    tags.setOfRow(),
                    PickedValues.sets(tags, false, set -> Arrays.stream(set).anyMatch(code -> holds[code])));
        }
        if (any instanceof LongColumn longs
                && !longs.isAllBlank()
                && longs.max() - longs.min() >= 0
                && longs.max() - longs.min() < Math.min(DIFFERENT, longs.rowCount())) {
            boolean[] holds = new boolean[(int) (longs.max() - longs.min()) + 1];
            for (int i = 0; i < holds.length; i++) { // each different value once, not each row
                holds[i] = isIn(longs.plainOf(longs.min() + i));
            }
            return RowTests.each(
                    longs.rowCount(), row -> !longs.isBlank(row) && holds[(int) (longs.value(row) - longs.min())]);
        }
        return RowTests.each(any.rowCount(), row -> {
            String plain = any.plain(row);
            return plain != null && isIn(plain);
        });
    }

    private boolean isIn(String text) {
        return text.toLowerCase(Locale.ROOT).contains(wanted);
    }
}
