package keensparrow.core.group;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * One value of a grouping.
 *
 * @param value the value written plainly; for a period its first day, for a bin its lower edge; null when blank or Other
 * @param merged how many groups are put together here: above 0 for Other alone
 * @param lastDay last day of a period, null for anything else
 * @param partial a period that the data do not reach the end of
 * @param to upper edge of a bin, end of an hour; null for anything else
 */
public record GroupKey(
        @Nullable String value,
        int merged,
        @Nullable LocalDate lastDay,
        boolean partial,
        @Nullable String to) {
    public static final GroupKey BLANK = new GroupKey(null, 0, null, false, null);

    public static GroupKey of(String value) {
        return new GroupKey(value, 0, null, false, null);
    }

    public static GroupKey other(int groups) {
        return new GroupKey(null, groups, null, false, null);
    }

    public static GroupKey period(String firstDay, LocalDate lastDay, boolean partial) {
        return new GroupKey(firstDay, 0, lastDay, partial, null);
    }

    public static GroupKey bin(String from, String to) {
        return new GroupKey(from, 0, null, false, to);
    }

    public boolean isOther() {
        return merged > 0;
    }

    public boolean isBlank() {
        return value == null && merged == 0;
    }
}
