package keensparrow.core.engine.aggregation;

import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.group.GroupKey;
import keensparrow.core.question.Answer;
import org.jspecify.annotations.Nullable;

/** Values made from those of other groups, see {@link Derived}. */
final class DerivedValues {
    private static final int WEEK = 7;
    private static final int WEEKS_OF_A_YEAR = 52;

    private DerivedValues() {}

    static boolean needsTotals(@Nullable Derived derived) {
        return derived == Derived.SHARE_OF_TOTAL || derived == Derived.SHARE_OF_GROUP;
    }

    /**
     * @param values of all cells, the axis running slowest
     * @param across cells for each group of the axis
     * @param time whether the axis follows time
     */
    static List<@Nullable BigDecimal> of(
            Derived derived,
            List<@Nullable BigDecimal> values,
            List<GroupKey> axis,
            boolean time,
            int across,
            Answer.@Nullable Totals totals) {
        return switch (derived) {
            case SHARE_OF_TOTAL -> shares(values, across, Objects.requireNonNull(totals), false);
            case SHARE_OF_GROUP -> shares(values, across, Objects.requireNonNull(totals), true);
            case RUNNING_TOTAL -> running(values, across);
            case AVERAGE_3, AVERAGE_7, AVERAGE_12 -> averages(values, across, axis, time, derived.window());
            case RANK -> ranks(values, across);
            case CHANGE, CHANGE_SHARE -> changes(values, across, before(axis, time), derived == Derived.CHANGE_SHARE);
            case CHANGE_YEAR, CHANGE_YEAR_SHARE ->
                changes(values, across, yearBefore(axis, time), derived == Derived.CHANGE_YEAR_SHARE);
        };
    }

    private static List<@Nullable BigDecimal> shares(
            List<@Nullable BigDecimal> values, int across, Answer.Totals totals, boolean ofGroup) {
        List<@Nullable BigDecimal> shares = new ArrayList<>();
        for (int i = 0; i < values.size(); i++) {
            BigDecimal whole =
                    ofGroup && !totals.axis().isEmpty() ? totals.axis().get(i / across) : totals.all();
            shares.add(share(values.get(i), whole));
        }
        return shares;
    }

    private static @Nullable BigDecimal share(@Nullable BigDecimal part, @Nullable BigDecimal whole) {
        return part == null || whole == null || whole.signum() == 0 ? null : part.divide(whole, MathContext.DECIMAL64);
    }

    private static List<@Nullable BigDecimal> running(List<@Nullable BigDecimal> values, int across) {
        List<@Nullable BigDecimal> made = new ArrayList<>();
        BigDecimal[] sums = new BigDecimal[across];
        for (int i = 0; i < values.size(); i++) {
            BigDecimal value = values.get(i);
            BigDecimal before = sums[i % across];
            if (value != null) {
                sums[i % across] = before == null ? value : before.add(value);
            }
            made.add(value == null ? null : sums[i % across]);
        }
        return made;
    }

    /** Of the periods that have a value: a day without one counts for nothing, not for 0. */
    private static List<@Nullable BigDecimal> averages(
            List<@Nullable BigDecimal> values, int across, List<GroupKey> axis, boolean time, int window) {
        List<@Nullable BigDecimal> made = new ArrayList<>();
        for (int i = 0; i < values.size(); i++) {
            int from = i / across - window + 1;
            boolean whole = time
                    && from >= 0
                    && axis.subList(from, i / across + 1).stream().noneMatch(key -> key.partial() || key.isBlank());
            made.add(whole && values.get(i) != null ? mean(values, across, from, i) : null);
        }
        return made;
    }

    /** Of the values of one series from a place on the axis to a cell. */
    private static BigDecimal mean(List<@Nullable BigDecimal> values, int across, int from, int to) {
        BigDecimal sum = BigDecimal.ZERO;
        int count = 0;
        for (int i = from * across + to % across; i <= to; i += across) {
            BigDecimal value = values.get(i);
            if (value != null) {
                sum = sum.add(value);
                count++;
            }
        }
        return sum.divide(BigDecimal.valueOf(count), MathContext.DECIMAL64);
    }

    private static List<@Nullable BigDecimal> ranks(List<@Nullable BigDecimal> values, int across) {
        List<List<BigDecimal>> falling = new ArrayList<>();
        for (int offset = 0; offset < across; offset++) {
            List<BigDecimal> along = new ArrayList<>();
            for (int i = offset; i < values.size(); i += across) {
                BigDecimal value = values.get(i);
                if (value != null) {
                    along.add(value);
                }
            }
            along.sort(Comparator.reverseOrder());
            falling.add(along);
        }
        List<Map<BigDecimal, Integer>> firsts = new ArrayList<>();
        for (List<BigDecimal> along : falling) {
            Map<BigDecimal, Integer> first = new HashMap<>();
            for (int i = 0; i < along.size(); i++) {
                first.putIfAbsent(along.get(i).stripTrailingZeros(), i + 1);
            }
            firsts.add(first);
        }
        List<@Nullable BigDecimal> made = new ArrayList<>();
        for (int i = 0; i < values.size(); i++) {
            BigDecimal value = values.get(i);
            Integer rank = value == null ? null : firsts.get(i % across).get(value.stripTrailingZeros());
            made.add(rank == null ? null : BigDecimal.valueOf(rank));
        }
        return made;
    }

    /** @param from place on the axis that each place is compared with, −1 for none */
    private static List<@Nullable BigDecimal> changes(
            List<@Nullable BigDecimal> values, int across, int[] from, boolean relative) {
        List<@Nullable BigDecimal> made = new ArrayList<>();
        for (int i = 0; i < values.size(); i++) {
            int earlier = from[i / across];
            BigDecimal before = earlier < 0 ? null : values.get(earlier * across + i % across);
            BigDecimal now = values.get(i);
            BigDecimal change = before == null || now == null ? null : now.subtract(before);
            made.add(relative ? share(change, before == null ? null : before.abs()) : change);
        }
        return made;
    }

    private static int[] before(List<GroupKey> axis, boolean time) {
        int[] from = new int[axis.size()];
        for (int a = 0; a < from.length; a++) {
            from[a] = time && !axis.get(a).isBlank() ? a - 1 : -1;
        }
        return from;
    }

    private static int[] yearBefore(List<GroupKey> axis, boolean time) {
        Map<LocalDate, Integer> places = new HashMap<>();
        int[] from = new int[axis.size()];
        for (int a = 0; a < from.length; a++) {
            String value = axis.get(a).value();
            LocalDate end = axis.get(a).lastDay();
            from[a] = -1;
            if (time && value != null && end != null) {
                LocalDate start = LocalDate.parse(value);
                places.put(start, a);
                boolean week = start.plusDays(WEEK - 1).equals(end);
                LocalDate earlier = week ? start.minusWeeks(WEEKS_OF_A_YEAR) : start.minusYears(1);
                from[a] = places.getOrDefault(earlier, -1);
            }
        }
        return from;
    }
}
