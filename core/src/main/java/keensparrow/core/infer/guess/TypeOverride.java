package keensparrow.core.infer.guess;

import keensparrow.core.column.ColumnType;
import keensparrow.core.infer.text.DatePattern;
import org.jspecify.annotations.Nullable;

/**
 * How the author wants a column read.
 *
 * @param dates order of day and month; null for as found
 * @param decimalMark null for as found
 */
public record TypeOverride(
        ColumnType type,
        @Nullable DatePattern dates,
        @Nullable Character decimalMark) {
    public TypeOverride(ColumnType type) {
        this(type, null, null);
    }

    FormatHints over(FormatHints found) {
        return new FormatHints(decimalMark, dates).over(found);
    }
}
