package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.question.Question;
import keensparrow.core.words.Words;

/** The parts of a whole, as a ring: of what adds up alone. */
final class Shares extends GroupsKind {
    @Override
    public String label() {
        return Words.say("view.aRing");
    }

    @Override
    public String purpose() {
        return Words.say("view.whichShareHasEach");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.MEASURE, Slot.GROUPING, Slot.LARGEST, Slot.CONDITION);
    }

    @Override
    public List<GroupBy.Form> groupings() {
        return List.of(GroupBy.Form.VALUES, GroupBy.Form.PARTS);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 4, 5);
    }

    private static final int MAX_PARTS = 7;

    @Override
    public List<Aggregate> aggregates() {
        return List.of(Aggregate.ROWS, Aggregate.SUM, Aggregate.COUNT);
    }

    @Override
    public Question ask(View view, TableSlice slice) {
        int parts = view.largest() == 0 || view.largest() > MAX_PARTS - 1 ? MAX_PARTS - 1 : view.largest();
        return super.ask(view.withLargest(parts), slice);
    }
}
