package keensparrow.core.app.view;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** A field for each pair of groups, the darker the larger. */
final class ColourGrid extends GroupsKind {
    @Override
    public String label() {
        return "a grid of colour";
    }

    @Override
    public String purpose() {
        return "Where do two things meet?";
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.MEASURE, Slot.GROUPING, Slot.ACROSS, Slot.LARGEST);
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
    public @Nullable String fault(View view) {
        String fault = super.fault(view);
        return fault != null || view.across() != null
                ? fault
                : "The grid “" + view.title() + "” needs a second grouping. Pick it.";
    }
}
