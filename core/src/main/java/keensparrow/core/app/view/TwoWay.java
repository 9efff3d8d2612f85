package keensparrow.core.app.view;

import keensparrow.core.words.Words;

/** Rows and columns of groups with their totals. */
final class TwoWay extends CrossedKind {
    @Override
    public String label() {
        return Words.say("view.aTwoWayTable");
    }

    @Override
    public String purpose() {
        return Words.say("view.howDoTwoGroupingsCross");
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
