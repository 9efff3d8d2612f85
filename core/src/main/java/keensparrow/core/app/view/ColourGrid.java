package keensparrow.core.app.view;

import keensparrow.core.words.Words;

/** A field for each pair of groups, the darker the larger. */
final class ColourGrid extends CrossedKind {
    @Override
    public String label() {
        return Words.say("view.aGridOfColour");
    }

    @Override
    public String purpose() {
        return Words.say("view.whereDoTwoThingsMeet");
    }

    @Override
    public Place size() {
        return new Place(0, 0, 6, 5);
    }
}
