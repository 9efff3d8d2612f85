package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** What shows a measure where two groupings of any form cross. */
abstract class CrossedKind extends GroupsKind {
    @Override
    public List<Slot> slots() {
        return List.of(Slot.MEASURE, Slot.GROUPING, Slot.ACROSS, Slot.LARGEST, Slot.CONDITION);
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
                : Words.say("view.theViewNeedsASecond", "view", view.title(), "label", label());
    }
}
