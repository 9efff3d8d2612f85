package keensparrow.core.app.view;

import java.math.BigDecimal;
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
 */
public record ViewSettings(
        @Nullable Arrangement arrange,
        @Nullable Boolean upright,
        @Nullable Boolean area,
        @Nullable Comparison compare,
        @Nullable Reference reference,
        @Nullable String text,
        @Nullable String latitude,
        @Nullable String longitude) {
    public static final ViewSettings USUAL = new ViewSettings(null, null, null, null, null, null, null, null);

    /** How the parts of a split bar stand. */
    public enum Arrangement {
        STACKED,
        BESIDE,
        /** Each bar as long as the others, its parts as shares of it. */
        FULL
    }

    /** With what a period is compared. */
    public enum Comparison {
        BEFORE(Words.say("view.theOneBefore")),
        YEAR_BEFORE(Words.say("view.theSameAYearBefore"));

        private final String label;

        Comparison(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }

    /** A number that others are seen against. @param label what it is; null for the number alone */
    public record Reference(BigDecimal value, @Nullable String label) {}

    public static ViewSettings ofText(String text) {
        return new ViewSettings(null, null, null, null, null, text, null, null);
    }

    public static ViewSettings comparing(Comparison compare) {
        return new ViewSettings(null, null, null, compare, null, null, null, null);
    }

    public static ViewSettings at(String latitude, String longitude) {
        return USUAL.lying(latitude, longitude);
    }

    /** With columns that say where things lie. */
    public ViewSettings lying(String nextLatitude, String nextLongitude) {
        return new ViewSettings(arrange, upright, area, compare, reference, text, nextLatitude, nextLongitude);
    }
}
