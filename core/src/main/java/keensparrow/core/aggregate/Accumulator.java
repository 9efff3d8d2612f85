package keensparrow.core.aggregate;

import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;

/** Takes in rows group by group and says what became of each group. */
public interface Accumulator {
    /** Adds {@code rows[i]} to group {@code ids[i]} for each {@code i} in {@code [0, count)}. */
    void add(int[] rows, int[] ids, int count);

    /** The result of a group; blank is null. Dates are day numbers, dates and times microseconds since 1970. */
    @Nullable
    BigDecimal result(int group);
}
