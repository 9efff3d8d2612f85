package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** A dot for each group, at the place of its two measures. */
final class Dots extends GroupsKind {
    @Override
    public String label() {
        return Words.say("view.dots");
    }

    @Override
    public String purpose() {
        return Words.say("view.doTwoMeasuresGoTogether");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.MEASURE, Slot.MEASURES, Slot.GROUPING, Slot.LARGEST, Slot.CONDITION);
    }

    @Override
    public List<GroupBy.Form> groupings() {
        return List.of(GroupBy.Form.VALUES, GroupBy.Form.PERIODS, GroupBy.Form.PARTS, GroupBy.Form.BINS);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 6, 6);
    }

    @Override
    public @Nullable String fault(View view) {
        String fault = super.fault(view);
        return fault != null || !view.others().isEmpty()
                ? fault
                : Words.say("view.theDotsNeedASecond", "view", view.title());
    }

    @Override
    public String title(View view, AppWords names) {
        String up = view.others().isEmpty()
                ? ""
                : Words.say("view.against", "names", names.further(view.others().get(0)));
        return up + super.title(view, names);
    }

    @Override
    public boolean beginsWithOthers() {
        return true;
    }
}
