package keensparrow.core.app.view;

/** One row at a time, all of it. */
final class RowRecord extends RowTable {
    @Override
    public String label() {
        return "one record";
    }

    @Override
    public String purpose() {
        return "What does one of them say?";
    }

    @Override
    public Place size() {
        return new Place(0, 0, 6, 6);
    }
}
