package keensparrow.core.app;

import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.Grouping;
import keensparrow.core.group.TimeStep;
import org.jspecify.annotations.Nullable;

/** A column to group by; with a step for dates, without one for categories. */
public record GroupBy(String column, @Nullable TimeStep step) {
    public Grouping grouping() {
        return step == null ? new ByValue(column) : new ByTime(column, step);
    }
}
