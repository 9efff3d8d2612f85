package keensparrow.core.app.view;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** A dot for each group where it lies, the middle of its rows; as large as its measure, as dark as a second one. */
final class PlaceMap extends GroupsKind {
    private static final int MAX_PLACES = 50_000;

    @Override
    public String label() {
        return Words.say("view.aMap");
    }

    @Override
    public String purpose() {
        return Words.say("view.whereIsIt");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.MEASURE, Slot.MEASURES, Slot.GROUPING, Slot.COORDINATES, Slot.CONDITION);
    }

    @Override
    public List<GroupBy.Form> groupings() {
        return List.of(GroupBy.Form.VALUES);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 6, 7);
    }

    @Override
    int maxGroups() {
        return MAX_PLACES;
    }

    @Override
    public @Nullable String fault(View view) {
        ViewSettings settings = view.drawing();
        return settings.latitude() == null || settings.longitude() == null
                ? Words.say("view.theMapNeedsColumnsOf", "view", view.title())
                : super.fault(view);
    }

    /** Its groups, and a box of degrees. */
    @Override
    public List<String> markable(View view) {
        List<String> columns = new ArrayList<>(super.markable(view));
        Stream.of(view.drawing().longitude(), view.drawing().latitude())
                .filter(Objects::nonNull)
                .forEach(columns::add);
        return columns;
    }

    /** The measure, the mean of latitudes and of longitudes, then those besides: the first of them is the colour. */
    @Override
    public List<Measure> measures(View view) {
        List<Measure> all = new ArrayList<>(List.of(measure(view)));
        ViewSettings settings = view.drawing();
        if (settings.latitude() != null && settings.longitude() != null) {
            all.add(new Measure(Aggregate.AVERAGE, settings.latitude()));
            all.add(new Measure(Aggregate.AVERAGE, settings.longitude()));
        }
        all.addAll(view.others());
        return all;
    }

    @Override
    void drawn(Sentence.Builder words, View view, AppWords names) {
        words.say(Words.say("view.whereTheyLie"));
    }
}
