package keensparrow.core.infer.text;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.IsoFields;
import java.util.Optional;

/** Weeks as ISO 8601 counts them. */
public final class Weeks {
    private Weeks() {}

    /** The Monday of a week; empty where the year has no such week. */
    public static Optional<LocalDate> monday(int year, int week) {
        LocalDate inFirst = LocalDate.of(year, 1, 4);
        if (week < 1
                || week
                        > IsoFields.WEEK_OF_WEEK_BASED_YEAR
                                .rangeRefinedBy(inFirst)
                                .getMaximum()) {
            return Optional.empty();
        }
        return Optional.of(inFirst.with(IsoFields.WEEK_OF_WEEK_BASED_YEAR, week).with(DayOfWeek.MONDAY));
    }
}
