package keensparrow.core.prepare;

import java.util.Arrays;
import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Keeps the rows with the largest or smallest values, of the whole table or of each group; of equal ones the first.
 * Blank rows are never among them. Rows stay in their order.
 *
 * @param within the column whose values make the groups; null for the whole table
 */
public record KeepLargest(
        int count, Which which, String column, @Nullable String within) implements Step {
    /** Which end. */
    public enum Which {
        LARGEST("prepare.keepLargest.largest"),
        SMALLEST("prepare.keepLargest.smallest");

        private final String key;

        Which(String key) {
            this.key = key;
        }

        String label() {
            return Words.say(key);
        }
    }

    static final StepKind KIND = new StepKind(
            "keepLargest",
            KeepLargest.class,
            Words.say("prepare.keepLargest"),
            List.of(
                    Slot.number("count", Words.say("prepare.howMany")),
                    Slot.option("which", Words.say("prepare.whichEnd"), Which.values(), Which::label),
                    Slot.column("column", Words.say("prepare.by")),
                    Slot.columnOrNone("within", Words.say("prepare.ofEach"))));

    @Override
    public Table apply(Table before) {
        if (count < 1) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.atLeastOne"));
        }
        int[] order = SortRows.order(before, column, which == Which.LARGEST);
        RowGroups groups = RowGroups.of(before, within == null ? List.of() : List.of(within));
        int[] taken = new int[groups.count()];
        int[] kept = new int[order.length];
        int size = 0;
        for (int row : order) {
            if (!before.column(column).isBlank(row) && taken[groups.of()[row]]++ < count) {
                kept[size++] = row;
            }
        }
        Arrays.sort(kept, 0, size);
        return before.pick(kept, size);
    }

    @Override
    public Sentence sentence(Schema before) {
        Sentence.Filled many = Sentence.control("count", String.valueOf(count));
        Sentence.Filled end = Sentence.control("which", which.label());
        Sentence.Filled by = Sentence.control("column", before.label(column));
        return within == null
                ? Sentence.of("prepare.keepLargestSentence", many, end, by)
                : Sentence.of(
                        "prepare.keepLargestOfEach", many, end, by, Sentence.control("within", before.label(within)));
    }
}
