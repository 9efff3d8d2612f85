package keensparrow.core.group;

import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;

/**
 * A group for each bin of a number column. The lower edge belongs to a bin, the upper one to the next; the last takes
 * its upper edge too.
 *
 * @param width of each bin; null for a round one that gives about two dozen, with lone outliers in the outermost bins
 */
public record ByBins(String column, @Nullable BigDecimal width) implements Grouping {
    @Override
    public <R> R accept(GroupingVisitor<R> visitor) {
        return visitor.byBins(this);
    }
}
