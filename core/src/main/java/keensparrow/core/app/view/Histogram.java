package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** How many rows lie in each span of a number. */
final class Histogram extends GroupsKind {
    @Override
    public String label() {
        return Words.say("view.aHistogram");
    }

    @Override
    public String purpose() {
        return Words.say("view.howIsItSpread");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.GROUPING, Slot.SPLIT, Slot.CONDITION);
    }

    @Override
    public List<GroupBy.Form> groupings() {
        return List.of(GroupBy.Form.BINS);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 6, 5);
    }

    @Override
    public @Nullable String fault(View view) {
        GroupBy by = view.by();
        return by != null && by.isBinned() ? null : Words.say("view.theHistogramNeedsANumber", "view", view.title());
    }

    @Override
    public String title(View view, AppWords words) {
        GroupBy by = view.by();
        return by == null
                ? Words.say("view.histogram")
                : narrowed(Words.say("view.spreadOf", "column", words.schema().label(by.column())), view);
    }

    @Override
    public boolean showsParts(View view) {
        return panels(view) == null && split(view) == null;
    }
}
