package keensparrow.core.infer.guess;

import keensparrow.core.infer.text.DatePattern;
import org.jspecify.annotations.Nullable;

/**
 * What the unmistakable columns of a source, or the author, say about those that could be read in two ways.
 *
 * @param decimalMark null when no column tells
 * @param dates DAY_FIRST or MONTH_FIRST; null when no column tells
 */
public record FormatHints(
        @Nullable Character decimalMark, @Nullable DatePattern dates) {
    public static final FormatHints UNKNOWN = new FormatHints(null, null);

    /** This where it says something, else the other. */
    public FormatHints over(FormatHints found) {
        return new FormatHints(
                decimalMark == null ? found.decimalMark : decimalMark, dates == null ? found.dates : dates);
    }
}
