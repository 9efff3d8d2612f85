package keensparrow.core.app.view;

import java.util.List;

/** One number. */
final class Figure extends GroupsKind {
    @Override
    public String label() {
        return "a figure";
    }

    @Override
    public String purpose() {
        return "How much in all?";
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.MEASURE);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 3, 2);
    }
}
