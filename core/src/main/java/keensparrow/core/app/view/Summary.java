package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.words.Words;

/** A row for each group, or for each pair or three of them, with several measures and their totals. */
final class Summary extends GroupsKind {
    @Override
    public String label() {
        return Words.say("view.aSummaryTable");
    }

    @Override
    public String purpose() {
        return Words.say("view.whatAreTheNumbersOf");
    }

    @Override
    public List<Slot> slots() {
        return List.of(
                Slot.MEASURE, Slot.MEASURES, Slot.GROUPING, Slot.LARGEST, Slot.ACROSS, Slot.PANELS, Slot.CONDITION);
    }

    @Override
    public List<GroupBy.Form> groupings() {
        return List.of(GroupBy.Form.VALUES, GroupBy.Form.PERIODS, GroupBy.Form.PARTS, GroupBy.Form.BINS);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 12, 6);
    }

    @Override
    public boolean needsAcross() {
        return false;
    }

    @Override
    boolean hasTotals(View view) {
        return true;
    }

    @Override
    String panelsKey() {
        return "view.andPanels";
    }

    @Override
    public boolean beginsWithOthers() {
        return true;
    }
}
