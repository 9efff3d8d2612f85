package keensparrow.core.layout;

import java.util.List;
import keensparrow.core.infer.text.DatePattern;
import org.jspecify.annotations.Nullable;

/**
 * What the author says about how a source is read; null is: as found.
 *
 * @param encoding name of a character set
 * @param delimiter one character
 * @param quote one character; empty for none
 * @param escape one character; empty for none
 * @param comment what lines that are left out begin with; empty for none
 * @param decimalMark of columns that can be read in two ways
 * @param dates DAY_FIRST or MONTH_FIRST, of columns that can be read in two ways
 * @param tables which tables are put under one another; null or empty for the likeliest
 */
public record ReadingChoices(
        @Nullable String encoding,
        @Nullable String delimiter,
        @Nullable String quote,
        @Nullable String escape,
        @Nullable String comment,
        @Nullable Character decimalMark,
        @Nullable DatePattern dates,
        @Nullable List<TableChoice> tables) {
    public static final ReadingChoices AS_FOUND = new ReadingChoices(null, null, null, null, null, null, null, null);

    public ReadingChoices {
        tables = tables == null || tables.isEmpty() ? null : List.copyOf(tables);
    }
}
