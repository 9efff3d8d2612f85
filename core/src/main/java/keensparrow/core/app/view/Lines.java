package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.words.Words;

/** A line over time or another order, one for each value that splits it, or for each measure where nothing does. */
final class Lines extends GroupsKind {
    @Override
    public String label() {
        return Words.say("view.lines");
    }

    @Override
    public String purpose() {
        return Words.say("view.howDoesItChange");
    }

    @Override
    public List<Slot> slots() {
        return List.of(
                Slot.MEASURE,
                Slot.MEASURES,
                Slot.GROUPING,
                Slot.LARGEST,
                Slot.SPLIT,
                Slot.AREA,
                Slot.PANELS,
                Slot.REFERENCE,
                Slot.CONDITION);
    }

    /** One alone where its values are split: who could tell a line of one from a line of the other? */
    @Override
    public List<Measure> measures(View view) {
        List<Measure> all = super.measures(view);
        return split(view) == null ? all : all.subList(0, 1);
    }

    @Override
    public List<GroupBy.Form> groupings() {
        return List.of(GroupBy.Form.PERIODS, GroupBy.Form.VALUES, GroupBy.Form.PARTS, GroupBy.Form.BINS);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 6, 5);
    }

    @Override
    public boolean showsParts(View view) {
        return split(view) == null && panels(view) == null && measures(view).size() == 1;
    }
}
