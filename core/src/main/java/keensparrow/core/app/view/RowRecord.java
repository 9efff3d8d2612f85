package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.words.Words;

/** One row at a time, all of it. */
final class RowRecord extends RowTable {
    @Override
    public String label() {
        return Words.say("view.oneRecord");
    }

    @Override
    public String purpose() {
        return Words.say("view.whatDoesOneOfThem");
    }

    @Override
    public Place size() {
        return new Place(0, 0, 6, 6);
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.COLUMNS, Slot.CONDITION);
    }
}
