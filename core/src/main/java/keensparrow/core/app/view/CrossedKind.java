package keensparrow.core.app.view;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** What shows a measure where two groupings of any form cross. */
abstract class CrossedKind extends GroupsKind {
    @Override
    public List<Slot> slots() {
        return List.of(Slot.MEASURE, Slot.GROUPING, Slot.ACROSS, Slot.LARGEST);
    }

    @Override
    public List<GroupBy.Form> groupings() {
        return List.of(GroupBy.Form.values());
    }

    @Override
    public @Nullable String fault(View view) {
        String fault = super.fault(view);
        return fault != null || view.across() != null
                ? fault
                : "The view “" + view.title() + "” needs a second grouping to be " + label() + ". Pick it.";
    }
}
