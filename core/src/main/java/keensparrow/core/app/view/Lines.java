package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.words.Words;

/** A line over time or another order, one for each value that splits it. */
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
                Slot.GROUPING,
                Slot.LARGEST,
                Slot.SPLIT,
                Slot.AREA,
                Slot.PANELS,
                Slot.REFERENCE,
                Slot.CONDITION);
    }

    @Override
    public List<GroupBy.Form> groupings() {
        return List.of(GroupBy.Form.PERIODS, GroupBy.Form.VALUES, GroupBy.Form.PARTS, GroupBy.Form.BINS);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 6, 5);
    }
}
