package keensparrow.core.prepare;

import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Says how the categories of a column follow each other wherever they stand in their own order: in views, filters and
 * sorted tables.
 *
 * @param values written plainly, the first one first; those not named follow by their labels. None: all by their labels
 * @param by what says the order; null for as the values are named
 */
public record OrderValues(
        String column, List<String> values, @Nullable By by) implements Step {
    /** What says the order. */
    public enum By {
        AS_NAMED("prepare.orderAsNamed"),
        LABEL("prepare.orderByLabel"),
        /** Of how many rows they are, anew at every load. */
        SIZE("prepare.orderBySize");

        private final String key;

        By(String key) {
            this.key = key;
        }

        private String label() {
            return Words.say(key);
        }
    }

    private static final int MOST_BY_SIZE = 1000;

    static final StepKind KIND = new StepKind(
            "orderValues",
            OrderValues.class,
            Words.say("prepare.orderValues"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.TEXT, ColumnType.TAGS),
                    Slot.option("by", Words.say("prepare.orderBy"), By.values(), By::label),
                    Slot.values("values", Words.say("prepare.valuesInOrder"))));

    public OrderValues {
        values = List.copyOf(new LinkedHashSet<>(values));
        by = by == null ? By.AS_NAMED : by;
    }

    /** By hand. */
    public OrderValues(String column, List<String> values) {
        this(column, values, null);
    }

    @Override
    public Table apply(Table before) {
        List<String> order = switch (Objects.requireNonNull(by)) {
            case AS_NAMED -> values;
            case LABEL -> List.<String>of();
            case SIZE -> bySize(before.column(column));
        };
        return before.withInfo(before.schema().get(column).ordered(order));
    }

    private List<String> bySize(Column of) {
        if (of instanceof TextColumn texts) {
            int[] rows = new int[texts.dictionarySize()];
            for (int row = 0; row < texts.rowCount(); row++) {
                if (!texts.isBlank(row)) {
                    rows[texts.codes().code(row)]++;
                }
            }
            return largest(rows, texts::text);
        }
        if (of instanceof TagsColumn tags) {
            int[] rows = new int[tags.dictionarySize()];
            for (int row = 0; row < tags.rowCount(); row++) {
                if (!tags.isBlank(row)) {
                    for (int tag : tags.set(tags.setOfRow().code(row))) {
                        rows[tag]++;
                    }
                }
            }
            return largest(rows, tags::tag);
        }
        throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.onlyCategoriesHaveAnOrder"));
    }

    /** Of ties the one whose label is first. */
    private static List<String> largest(int[] rows, IntFunction<String> text) {
        return IntStream.range(0, rows.length)
                .boxed()
                .sorted(Comparator.comparingInt(code -> -rows[code]))
                .limit(MOST_BY_SIZE)
                .map(text::apply)
                .toList();
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.orderValuesSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control(
                        "values",
                        by == By.SIZE
                                ? Words.say("prepare.byTheirSize")
                                : by == By.LABEL || values.isEmpty()
                                        ? Words.say("prepare.byTheirLabels")
                                        : Wording.all(values)));
    }
}
