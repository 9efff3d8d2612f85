package keensparrow.core.app.view;

import java.math.BigDecimal;
import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * How a view is drawn, where its kind leaves a choice; null is the usual way.
 *
 * @param arrange how the parts of split bars stand
 * @param upright whether bars stand instead of lying
 * @param area whether the space under lines is filled
 * @param compare with what the latest period of a figure is compared
 * @param reference a line that numbers are seen against
 * @param text of a view that is a text, in Markdown
 * @param latitude column of degrees north, @param longitude of degrees east, of a map
 * @param cells what stands in the cells of a table beside their values
 * @param picture of a view that is a picture
 */
public record ViewSettings(
        @Nullable Arrangement arrange,
        @Nullable Boolean upright,
        @Nullable Boolean area,
        @Nullable Comparison compare,
        @Nullable Reference reference,
        @Nullable String text,
        @Nullable String latitude,
        @Nullable String longitude,
        @Nullable Cells cells,
        @Nullable Picture picture) {
    public static final ViewSettings USUAL =
            new ViewSettings(null, null, null, null, null, null, null, null, null, null);

    /** How the parts of a split bar stand. */
    public enum Arrangement {
        STACKED(Words.say("view.stacked")),
        BESIDE(Words.say("view.partsSideBySide")),
        /** Each bar as long as the others, its parts as shares of it. */
        FULL(Words.say("view.partsAsShares"));

        private final String label;

        Arrangement(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }

    /** With what a period is compared. */
    public enum Comparison {
        BEFORE(Words.say("view.theOneBefore")),
        YEAR_BEFORE(Words.say("view.theSameAYearBefore")),
        /** Not the latest period but the number itself, with that of all rows, whatever is selected. */
        ALL(Words.say("view.allRows"));

        private final String label;

        Comparison(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }

    /**
     * A number that others are seen against.
     *
     * @param value null for the average of what is drawn: of the groups' numbers where these add up, else the number of all
     *     rows together, since an average of averages is no average
     * @param label what it is; null for the number alone
     */
    public record Reference(
            @Nullable BigDecimal value, @Nullable String label) {}

    /**
     * What cells of numbers show beside them: how large they are among those of all rows that are read.
     *
     * @param bars columns with a bar in each cell, @param shades columns with a colour behind each
     */
    public record Cells(
            @Nullable List<String> bars, @Nullable List<String> shades) {
        public Cells {
            bars = bars == null ? List.of() : List.copyOf(bars);
            shades = shades == null ? List.of() : List.copyOf(shades);
        }

        /** Of both. */
        public List<String> columns() {
            return Stream.of(bars, shades)
                    .flatMap(names -> names == null ? Stream.empty() : names.stream())
                    .distinct()
                    .toList();
        }
    }

    /**
     * A picture that the app keeps.
     *
     * @param id of what was uploaded
     * @param alternative what is to be seen, for those who do not see it; null where it only adorns
     * @param caption that stands below it; null for none
     */
    public record Picture(
            String id,
            @Nullable String alternative,
            @Nullable String caption) {}

    /** @param next what a picture shows; null for none yet */
    public ViewSettings picturing(@Nullable Picture next) {
        return new ViewSettings(arrange, upright, area, compare, reference, text, latitude, longitude, cells, next);
    }

    /** @param next of cells of a table; null for values alone */
    public ViewSettings withCells(@Nullable Cells next) {
        return new ViewSettings(arrange, upright, area, compare, reference, text, latitude, longitude, next, picture);
    }

    public static ViewSettings ofText(String text) {
        return new ViewSettings(null, null, null, null, null, text, null, null, null, null);
    }

    public static ViewSettings comparing(Comparison compare) {
        return new ViewSettings(null, null, null, compare, null, null, null, null, null, null);
    }

    public static ViewSettings at(String latitude, String longitude) {
        return USUAL.lying(latitude, longitude);
    }

    public ViewSettings arranged(Arrangement next) {
        return new ViewSettings(next, upright, area, compare, reference, text, latitude, longitude, cells, picture);
    }

    public ViewSettings standing(boolean next) {
        return new ViewSettings(arrange, next, area, compare, reference, text, latitude, longitude, cells, picture);
    }

    public ViewSettings filled(boolean next) {
        return new ViewSettings(arrange, upright, next, compare, reference, text, latitude, longitude, cells, picture);
    }

    /** @param next the line that numbers are seen against; null for none */
    public ViewSettings against(@Nullable Reference next) {
        return new ViewSettings(arrange, upright, area, compare, next, text, latitude, longitude, cells, picture);
    }

    public ViewSettings saying(String next) {
        return new ViewSettings(arrange, upright, area, compare, reference, next, latitude, longitude, cells, picture);
    }

    /** With what others set in place of its own. */
    public ViewSettings over(ViewSettings others) {
        return new ViewSettings(
                others.arrange == null ? arrange : others.arrange,
                others.upright == null ? upright : others.upright,
                others.area == null ? area : others.area,
                others.compare == null ? compare : others.compare,
                others.reference == null ? reference : others.reference,
                others.text == null ? text : others.text,
                others.latitude == null ? latitude : others.latitude,
                others.longitude == null ? longitude : others.longitude,
                others.cells == null ? cells : others.cells,
                others.picture == null ? picture : others.picture);
    }

    /** With columns that say where things lie. */
    public ViewSettings lying(String nextLatitude, String nextLongitude) {
        return new ViewSettings(
                arrange, upright, area, compare, reference, text, nextLatitude, nextLongitude, cells, picture);
    }
}
