package keensparrow.core.profile;

import java.util.List;
import keensparrow.core.question.Answer;
import org.jspecify.annotations.Nullable;

/**
 * What is in one column. Numbers, dates and times are written plainly; what makes no sense for the type is null.
 *
 * @param distinct different values, blank not counted
 * @param lowerQuartile between order statistics, interpolated linearly; so are the median and the upper quartile
 * @param commonest the most frequent values of a category, the most frequent first
 * @param histogram of a number or date column over bins or periods
 */
public record ColumnProfile(
        String name,
        int blanks,
        int distinct,
        @Nullable String min,
        @Nullable String lowerQuartile,
        @Nullable String median,
        @Nullable String mean,
        @Nullable String upperQuartile,
        @Nullable String max,
        List<Answer.ValueCount> commonest,
        Answer.@Nullable Histogram histogram) {
    public ColumnProfile {
        commonest = List.copyOf(commonest);
    }

    /** Characters of the most frequent values on average; 0 where there are none. */
    public double meanLength() {
        return commonest.stream()
                .mapToInt(value -> value.value().length())
                .average()
                .orElse(0);
    }

    /** The same of a column that is called otherwise. */
    ColumnProfile named(String other) {
        return name.equals(other)
                ? this
                : new ColumnProfile(
                        other,
                        blanks,
                        distinct,
                        min,
                        lowerQuartile,
                        median,
                        mean,
                        upperQuartile,
                        max,
                        commonest,
                        histogram);
    }
}
