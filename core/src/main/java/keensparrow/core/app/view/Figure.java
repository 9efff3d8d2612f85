package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.words.Words;

/** One number of all rows; with periods also its course, and the latest compared with an earlier one. */
final class Figure extends GroupsKind {
    @Override
    public String label() {
        return Words.say("view.aFigure");
    }

    @Override
    public String purpose() {
        return Words.say("view.howMuchInAll");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.MEASURE, Slot.GROUPING, Slot.COMPARISON, Slot.CONDITION);
    }

    @Override
    public List<GroupBy.Form> groupings() {
        return List.of(GroupBy.Form.PERIODS);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 3, 2);
    }

    @Override
    public boolean isWholeWithoutGroups() {
        return true;
    }

    @Override
    boolean hasTotals(View view) {
        return by(view) != null;
    }

    @Override
    public boolean isAgainstAll(View view) {
        return view.drawing().compare() == ViewSettings.Comparison.ALL;
    }

    @Override
    public Sentence sentence(View view, AppWords names) {
        Sentence.Builder words = Sentence.builder();
        measured(words, view, names);
        GroupBy by = by(view);
        if (by != null) {
            words.phrase("view.withItsCourseBy", Sentence.control("grouping", by.phrase(names.schema())));
        }
        ViewSettings.Comparison compare = view.drawing().compare();
        if (isAgainstAll(view)) {
            words.phrase(
                    "view.comparedWithAllRows", Sentence.control("comparison", ViewSettings.Comparison.ALL.label()));
        } else if (by != null && compare != null) {
            words.phrase("view.andTheLatestComparedWith", Sentence.control("comparison", compare.label()));
        }
        narrowed(words, view);
        return words.phrase("view.as", Sentence.control("kind", label())).build();
    }

    @Override
    public String title(View view, AppWords names) {
        return narrowed(names.title(view.measureId(), measure(view)), view);
    }
}
