package keensparrow.core.app.view;

/** A field for each pair of groups, the darker the larger. */
final class ColourGrid extends CrossedKind {
    @Override
    public String label() {
        return "a grid of colour";
    }

    @Override
    public String purpose() {
        return "Where do two things meet?";
    }

    @Override
    public Place size() {
        return new Place(0, 0, 6, 5);
    }
}
