package keensparrow.core.infer;

import keensparrow.core.column.ColumnType;
import org.jspecify.annotations.Nullable;

/**
 * How one column of a source is read.
 *
 * @param name unique; never changes while the dataset lives
 * @param heading as the file has it
 * @param dates how dates are written; null when the type is not a date
 * @param scale decimals kept exactly; −1 for a column that is read as doubles
 * @param tagSeparator between tags; null when the type is not a list of tags
 */
public record ColumnPlan(
        String name,
        String heading,
        ColumnType type,
        @Nullable DatePattern dates,
        int scale,
        @Nullable Character tagSeparator) {
    public ColumnPlan {
        if (type.isTime() && dates == null) {
            dates = DatePattern.ISO;
        }
        if (type == ColumnType.TAGS && tagSeparator == null) {
            tagSeparator = ';';
        }
    }
}
