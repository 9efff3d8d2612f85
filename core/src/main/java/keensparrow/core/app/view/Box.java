package keensparrow.core.app.view;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Wording;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** For each group where its values lie: the middle half as a box, the middle value as a line in it. */
final class Box extends GroupsKind {
    @Override
    public String label() {
        return Words.say("view.boxes");
    }

    @Override
    public String purpose() {
        return Words.say("view.howDoGroupsSpread");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.MEASURE, Slot.GROUPING, Slot.LARGEST, Slot.NAMED, Slot.CONDITION);
    }

    @Override
    public List<GroupBy.Form> groupings() {
        return List.of(GroupBy.Form.VALUES, GroupBy.Form.PERIODS, GroupBy.Form.PARTS);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 6, 5);
    }

    private static final int OUTERMOST = 3; // at either end of a box
    private static final List<String> PERCENTS = List.of("5", "25", "75", "95");

    @Override
    public List<Aggregate> aggregates() {
        return List.of(Aggregate.MEDIAN);
    }

    @Override
    public @Nullable String fault(View view) {
        return measure(view).aggregate() == Aggregate.MEDIAN && measure(view).column() != null
                ? super.fault(view)
                : Words.say("view.theBoxesShowTheMedian", "view", view.title());
    }

    /** The median, the 5th, 25th, 75th and 95th percentile, the smallest, the largest and the number of values. */
    @Override
    public List<Measure> measures(View view) {
        String column = measure(view).column();
        List<Measure> all = new ArrayList<>(List.of(measure(view)));
        if (column != null) {
            PERCENTS.forEach(percent -> all.add(Measure.percentile(column, percent)));
            all.add(new Measure(Aggregate.MIN, column));
            all.add(new Measure(Aggregate.MAX, column));
            all.add(new Measure(Aggregate.COUNT, column));
        }
        return all;
    }

    /** Whoever sees what the outermost rows are called sees rows. */
    @Override
    public boolean showsRows(View view) {
        return !view.columns().isEmpty();
    }

    /** The outermost rows of each box: their value, then their name. */
    @Override
    public @Nullable Question beside(View view) {
        String column = measure(view).column();
        if (column == null || by(view) == null || !(ask(view, TableSlice.FIRST) instanceof Question.Groups groups)) {
            return null;
        }
        List<String> columns = new ArrayList<>(List.of(column));
        columns.addAll(view.columns());
        return new Question.Extremes(groups, column, OUTERMOST, columns);
    }

    @Override
    void drawn(Sentence.Builder words, View view, AppWords names) {
        words.say(Words.say("view.withQuartilesAndThe5th", "outermost", Wording.small(OUTERMOST)));
        if (!view.columns().isEmpty()) {
            words.phrase(
                    "view.namedBy",
                    Sentence.control(
                            "named", names.schema().label(view.columns().get(0))));
        }
    }
}
