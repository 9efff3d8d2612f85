package keensparrow.core.infer.guess;

import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.infer.text.DatePattern;
import keensparrow.core.infer.text.NumberStyle;
import keensparrow.core.table.ColumnFormat;
import org.jspecify.annotations.Nullable;

/**
 * How one column of a source is read.
 *
 * @param name unique; never changes while the dataset lives
 * @param heading as the file has it
 * @param dates how dates are written; null when the type is not a date
 * @param scale decimals kept exactly; −1 for a column that is read as doubles
 * @param tagSeparator between tags; null when the type is not a list of tags
 * @param numbers how numbers are written; null when the type is not a number
 * @param blanks what is written where there is nothing, as in the file
 * @param inUtc whether times with their distance from UTC are turned into UTC; null or false keeps them as written
 * @param written of years how the source writes 2024, of tags what stands between them; null for others, and for plain
 */
public record ColumnPlan(
        String name,
        String heading,
        ColumnType type,
        @Nullable DatePattern dates,
        int scale,
        @Nullable Character tagSeparator,
        @Nullable NumberStyle numbers,
        List<String> blanks,
        @Nullable Boolean inUtc,
        @Nullable String written) {
    public ColumnPlan {
        if (type.isTime() && dates == null) {
            dates = DatePattern.ISO;
        }
        if (type == ColumnType.TAGS && tagSeparator == null) {
            tagSeparator = ';';
        }
        if (type.isNumber() && numbers == null) {
            numbers = NumberStyle.PLAIN;
        }
        blanks = blanks == null ? List.of() : List.copyOf(blanks); // older records have none
    }

    /** How the values are to be shown; null for as they are. */
    @Nullable
    public ColumnFormat format() {
        if (numbers != null && type.isNumber()) {
            return numbers.percent()
                    ? ColumnFormat.PERCENT
                    : numbers.unit() == null ? null : ColumnFormat.money(numbers.unit());
        }
        if (type == ColumnType.TAGS) {
            return written == null ? null : ColumnFormat.tags(written);
        }
        if (type != ColumnType.DATE || dates == null) {
            return null;
        }
        return switch (dates) {
            case MONTH, MONTH_DIGITS -> ColumnFormat.MONTH;
            case QUARTER -> ColumnFormat.QUARTER;
            case WEEK -> ColumnFormat.WEEK;
            case YEAR -> new ColumnFormat(ColumnFormat.Kind.YEAR, written);
            default -> null;
        };
    }
}
