package keensparrow.core.app.view;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.engine.group.Bins;
import keensparrow.core.filter.Between;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * A dot for each row at the place of its two numbers: the grouping is what goes up, the second what goes across. Where
 * there are too many rows for dots of their own, the number of rows in each field of bins.
 */
final class RowDots extends GroupsKind {
    /** Rows that have dots of their own at most. */
    private static final int MAX_DOTS = 2000;

    @Override
    public String label() {
        return Words.say("view.dotsOfRows");
    }

    @Override
    public String purpose() {
        return Words.say("view.whichRowsStandOut");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.GROUPING, Slot.ACROSS, Slot.SPLIT, Slot.NAMED, Slot.CONDITION);
    }

    @Override
    public List<GroupBy.Form> groupings() {
        return List.of(GroupBy.Form.BINS);
    }

    @Override
    public List<GroupBy.Form> acrossForms() {
        return List.of(GroupBy.Form.BINS);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 6, 6);
    }

    /** Colours the dots; the fields are not split by it. */
    @Override
    public @Nullable String split(View view) {
        return null;
    }

    @Override
    public @Nullable String fault(View view) {
        GroupBy up = view.by();
        GroupBy right = view.across();
        if (up != null
                && right != null
                && up.isBinned()
                && right.isBinned()
                && !up.column().equals(right.column())) {
            return null;
        }
        return Words.say("view.theDotsNeedTwoNumbers", "view", view.title());
    }

    @Override
    public boolean showsRows(View view) {
        return true;
    }

    /** A box of its numbers, and what its colours stand for. */
    @Override
    public List<String> markable(View view) {
        List<String> columns = new ArrayList<>(super.markable(view));
        if (view.split() != null) {
            columns.add(view.split());
        }
        return columns;
    }

    /** Its two numbers, of which a part can be looked at closer. */
    @Override
    public List<String> narrowable(View view) {
        GroupBy up = view.by();
        GroupBy right = view.across();
        return up == null || right == null ? List.of() : List.of(right.column(), up.column());
    }

    /** Of a part that is looked at closer, finer fields: as many of them as of the whole. */
    @Override
    public Question ask(View view, TableSlice slice) {
        GroupBy up = view.by();
        GroupBy right = view.across();
        return up == null || right == null
                ? super.ask(view, slice)
                : super.ask(view.withBy(finer(up, slice)).grouped(finer(right, slice), null), slice);
    }

    private static GroupBy finer(GroupBy by, TableSlice slice) {
        return slice.filters().stream()
                .filter(filter -> filter instanceof Between && filter.column().equals(by.column()))
                .map(filter -> ((Between) filter).reach())
                .filter(reach -> reach != null && reach.signum() > 0)
                .findFirst()
                .map(reach -> new GroupBy(by.column(), null, null, true, Bins.stepOf(reach.doubleValue())))
                .orElse(by);
    }

    /** The rows themselves: across, up, the colour and the name. */
    @Override
    public @Nullable Question beside(View view) {
        GroupBy up = view.by();
        GroupBy right = view.across();
        if (up == null || right == null) {
            return null;
        }
        List<String> columns = new ArrayList<>(List.of(right.column(), up.column()));
        if (view.split() != null) {
            columns.add(view.split());
        }
        columns.addAll(view.columns());
        return new Question.Rows(columns, List.of(), 0, MAX_DOTS);
    }

    /** No row where there are too many for dots of their own: some of them would say nothing of the others. */
    @Override
    public Answer besideGiven(Answer answer) {
        return answer instanceof Answer.Rows rows
                        && rows.rowCount() > rows.rows().size()
                ? new Answer.Rows(rows.rowCount(), 0, rows.columns(), List.of())
                : answer;
    }

    @Override
    public List<Measure> measures(View view) {
        return List.of(Measure.ROWS);
    }

    @Override
    public Sentence sentence(View view, AppWords names) {
        Schema schema = names.schema();
        Sentence.Builder words = Sentence.builder();
        words.control("grouping", label(view.by(), schema))
                .phrase("view.againstAcross", Sentence.control("across", label(view.across(), schema)));
        if (view.split() != null) {
            words.phrase("view.colouredBy", Sentence.control("split", schema.label(view.split())));
        }
        if (!view.columns().isEmpty()) {
            words.phrase(
                    "view.namedBy",
                    Sentence.control("named", schema.label(view.columns().get(0))));
        }
        narrowed(words, view);
        return words.phrase("view.as", Sentence.control("kind", label())).build();
    }

    private static String label(@Nullable GroupBy by, Schema schema) {
        return by == null ? Words.say("view.noColumn") : schema.label(by.column());
    }

    @Override
    public String title(View view, AppWords names) {
        return narrowed(
                Words.say("view.against", "names", label(view.by(), names.schema()))
                        + label(view.across(), names.schema()),
                view);
    }
}
