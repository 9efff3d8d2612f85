package keensparrow.core.draft;

import java.util.List;
import java.util.Optional;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewSettings;
import keensparrow.core.meaning.Coordinates;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;

/**
 * The map of a first app: a dot for each name, where a name lies at one place. Those that stand in several rows without
 * being the same thing, as towns of one name do, would lie in the middle between them: then there is none.
 */
final class DraftMap {
    private static final int MIN_PLACES = 3;
    private static final int MAX_PLACES = 20_000;
    private static final double MIN_FILLED = 0.5;

    private final Schema schema;
    private final Profile profile;

    DraftMap(Schema schema, Profile profile) {
        this.schema = schema;
        this.profile = profile;
    }

    /** @param chief what rows measure first: the size of dots where it adds up, else their colour */
    Optional<View> of(DraftColumns columns, Measure chief, String id, Place place) {
        Optional<ColumnInfo> name = columns.name();
        Optional<Coordinates> at = Coordinates.of(schema);
        if (name.isEmpty() || at.isEmpty() || !liesAtOnePlace(name.get(), at.get())) {
            return Optional.empty();
        }
        boolean sized = chief.aggregate() == Aggregate.SUM || chief.aggregate() == Aggregate.LEVEL;
        boolean coloured = !sized && chief.aggregate() == Aggregate.AVERAGE;
        GroupBy by = new GroupBy(name.get().name(), null);
        Measure size = sized ? chief : Measure.ROWS;
        return Optional.of(new View(id, "", View.Kind.MAP, size, by, null, 0, List.of(), List.of(), place)
                .besides(coloured ? List.of(chief) : List.of())
                .drawn(ViewSettings.USUAL.lying(at.get().latitude(), at.get().longitude())));
    }

    /** Names of one row each, or of one row at each time with no more different coordinates than names. */
    private boolean liesAtOnePlace(ColumnInfo name, Coordinates at) {
        ColumnProfile names = profile.column(name.name());
        ColumnProfile latitudes = profile.column(at.latitude());
        ColumnProfile longitudes = profile.column(at.longitude());
        int filled = profile.rowCount() - Math.max(latitudes.blanks(), longitudes.blanks());
        if (filled < profile.rowCount() * MIN_FILLED
                || names.distinct() < MIN_PLACES
                || names.distinct() > MAX_PLACES) {
            return false;
        }
        boolean once = names.distinct() == profile.rowCount() - names.blanks();
        boolean again = profile.series().contains(name.name())
                && Math.max(latitudes.distinct(), longitudes.distinct()) <= names.distinct();
        return once || again;
    }
}
