package keensparrow.core.app.view;

/** Rows and columns of groups with their totals. */
final class TwoWay extends CrossedKind {
    @Override
    public String label() {
        return "a two-way table";
    }

    @Override
    public String purpose() {
        return "How do two groupings cross?";
    }

    @Override
    public Place size() {
        return new Place(0, 0, 12, 6);
    }

    @Override
    boolean hasTotals(View view) {
        return true;
    }
}
