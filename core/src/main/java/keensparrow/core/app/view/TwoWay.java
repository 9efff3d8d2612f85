package keensparrow.core.app.view;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** Rows and columns of groups with their totals. */
final class TwoWay extends GroupsKind {
    @Override
    public String label() {
        return "a two-way table";
    }

    @Override
    public String purpose() {
        return "How do two groupings cross?";
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
        return new Place(0, 0, 12, 6);
    }

    @Override
    boolean hasTotals(View view) {
        return true;
    }

    @Override
    public @Nullable String fault(View view) {
        String fault = super.fault(view);
        return fault != null || view.across() != null
                ? fault
                : "The table “" + view.title() + "” needs a second grouping for its columns. Pick it.";
    }
}
