package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.words.Words;

/** A bar for each group, in parts where they are split. */
final class Bars extends GroupsKind {
    @Override
    public String label() {
        return Words.say("view.bars");
    }

    @Override
    public String purpose() {
        return Words.say("view.howDoGroupsCompare");
    }

    @Override
    public List<Slot> slots() {
        return List.of(
                Slot.MEASURE,
                Slot.GROUPING,
                Slot.LARGEST,
                Slot.SPLIT,
                Slot.ARRANGEMENT,
                Slot.UPRIGHT,
                Slot.PANELS,
                Slot.REFERENCE,
                Slot.CONDITION);
    }

    @Override
    public List<GroupBy.Form> groupings() {
        return List.of(GroupBy.Form.VALUES, GroupBy.Form.PERIODS, GroupBy.Form.PARTS, GroupBy.Form.BINS);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 6, 5);
    }

    @Override
    public boolean showsParts(View view) {
        return view.drawing().arrange() != ViewSettings.Arrangement.FULL && split(view) == null && panels(view) == null;
    }
}
