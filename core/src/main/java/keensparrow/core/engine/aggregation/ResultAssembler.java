package keensparrow.core.engine.aggregation;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.ColumnType;
import keensparrow.core.engine.group.Collations;
import keensparrow.core.engine.group.GroupKeys;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.group.GroupKey;
import keensparrow.core.group.Grouping;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.TextOrder;
import org.jspecify.annotations.Nullable;

/** From an aggregation to an answer: the largest and Other, order, gaps in time and between bins, values derived from others, totals. */
public final class ResultAssembler {
    private final Table table;
    private final Question.Groups question;
    private final GroupedAggregation aggregation;
    private final List<Direction> directions = new ArrayList<>(); // always three
    private final Rollup cells;
    private final @Nullable Rollup[] alone = new Rollup[3]; // by direction, once they are asked for
    private @Nullable Rollup allTogether;

    /** @param order of texts, where groups are in the order of their labels */
    public ResultAssembler(
            Table table,
            Question.Groups question,
            GroupedAggregation aggregation,
            Collations collations,
            TextOrder order) {
        this.table = table;
        this.question = question;
        this.aggregation = aggregation;
        aggregation.requireFew();
        for (int axis = 0; axis < Question.Groups.MAX_GROUPINGS; axis++) {
            if (axis < question.by().size()) {
                Grouping grouping = question.by().get(axis).grouping();
                GroupKeys keys = aggregation.keys().get(axis);
                directions.add(direction(axis, keys, collations.ofGroups(grouping, keys, order)));
            } else {
                directions.add(Direction.SINGLE);
            }
        }
        long count = 1;
        for (Direction each : directions) {
            count *= Math.max(1, each.places.count());
        }
        if (count > GroupedAggregation.MAX_CELLS) {
            throw new UserException(
                    ErrorCode.TOO_MANY_GROUPS,
                    Text.of(
                            "aggregation.thisGivesGroupsMoreThan",
                            "count",
                            directions.get(0).places.count(),
                            "count2",
                            directions.get(1).places.count(),
                            "count3",
                            directions.get(2).places.count()));
        }
        Direction first = directions.get(0);
        this.cells = isPlain(first.keys) && first.merged == 0
                ? Rollup.same(aggregation)
                : Rollup.of(aggregation, placesOf(question.by().size()));
    }

    /** Whether the cells of the aggregation are the groups of one grouping as they are. */
    private boolean isPlain(@Nullable GroupKeys keys) {
        return question.by().size() == 1 && keys != null && keys.isDirect() && aggregation.isDense();
    }

    /** The slots of the first grouping that each group of the axis is made of. */
    public List<int[]> slots() {
        Rollup.Places places = directions.get(0).places;
        List<List<Integer>> slots = new ArrayList<>();
        for (int place = 0; place < places.count(); place++) {
            slots.add(new ArrayList<>());
        }
        for (int slot = 0; slot < aggregation.keys().get(0).slots(); slot++) {
            for (int place : places.of(slot)) {
                slots.get(place).add(slot);
            }
        }
        return shown(0).stream()
                .map(place ->
                        slots.get(place).stream().mapToInt(Integer::intValue).toArray())
                .toList();
    }

    private List<Rollup.Places> placesOf(int axes) {
        return directions.subList(0, axes).stream().map(each -> each.places).toList();
    }

    /** The groups along one direction: all of them, or only the largest and Other. */
    private static final class Direction {
        static final Direction SINGLE = new Direction(null, new int[0], Rollup.Places.one(), new int[0], 0);

        final @Nullable GroupKeys keys; // null: everything is one group
        final int[] ranks; // of its groups where they are not in the order of their values
        final Rollup.Places places;
        final int[] kept; // groups at the first places when the rest is Other; else empty
        final int merged;

        Direction(@Nullable GroupKeys keys, int[] ranks, Rollup.Places places, int[] kept, int merged) {
            this.keys = keys;
            this.ranks = ranks;
            this.places = places;
            this.kept = kept;
            this.merged = merged;
        }

        boolean isTime() {
            return keys != null && keys.isTime();
        }

        boolean isContinuous() {
            return keys != null && keys.isContinuous();
        }

        boolean isOrdered() {
            return keys != null && keys.isOrdered();
        }

        boolean isOther(int place) {
            return merged > 0 && place == kept.length;
        }

        /** Groups in the order of their values. */
        int group(int place) {
            return merged > 0 && place < kept.length ? kept[place] : place;
        }

        /** Where the group stands by its label, blanks behind all others. */
        int rank(int place) {
            int group = group(place);
            return group < ranks.length ? ranks[group] : group;
        }

        GroupKey key(int place) {
            if (keys == null) {
                return GroupKey.of("");
            }
            return isOther(place) ? GroupKey.other(merged) : keys.key(group(place));
        }
    }

    private Direction direction(int axis, GroupKeys keys, int[] ranks) {
        Rollup.Places groups = Rollup.Places.ofGroups(keys);
        int largest = question.by().get(axis).largest();
        if (keys.isOrdered() || largest <= 0) {
            return new Direction(keys, ranks, groups, new int[0], 0);
        }
        Rollup alone = isPlain(keys) ? Rollup.same(aggregation) : Rollup.of(aggregation, alone(axis, groups));
        int present = 0;
        for (int group = 0; group < alone.count(); group++) {
            present += alone.rows(group) > 0 ? 1 : 0;
        }
        if (present <= largest + 1) { // an Other of one group would hide its name for nothing
            return new Direction(keys, ranks, groups, new int[0], 0);
        }
        int[] kept = largest(alone, largest);
        int[] place = new int[keys.count()];
        Arrays.fill(place, largest);
        for (int i = 0; i < kept.length; i++) {
            place[kept[i]] = i;
        }
        Rollup.Places some = keys.isDirect()
                ? Rollup.Places.single(largest + 1, slot -> place[slot])
                : Rollup.Places.several(
                        largest + 1,
                        slot -> Arrays.stream(groups.of(slot))
                                .map(group -> place[group])
                                .distinct()
                                .toArray());
        return new Direction(keys, ranks, some, kept, present - largest);
    }

    /** The groups with the largest values, the largest first; ties in the order of the server, so that all readers see the same. */
    private static int[] largest(Rollup cells, int count) {
        record Ranked(int group, @Nullable BigDecimal value) {}
        Comparator<@Nullable BigDecimal> values = Comparator.nullsLast(Comparator.reverseOrder());
        Comparator<Ranked> largestFirst = Comparator.<Ranked, @Nullable BigDecimal>comparing(Ranked::value, values)
                .thenComparing(Ranked::group);
        PriorityQueue<Ranked> kept = new PriorityQueue<>(largestFirst.reversed());
        for (int group = 0; group < cells.count(); group++) {
            if (cells.rows(group) == 0) {
                continue;
            }
            BigDecimal value = cells.value(0, group);
            Ranked last = kept.size() < count ? null : kept.element();
            if (last != null && values.compare(value, last.value) >= 0) {
                continue; // as large as the last one does not suffice: this one comes after it
            }
            kept.add(new Ranked(group, value));
            if (last != null) {
                kept.remove();
            }
        }
        return kept.stream().sorted(largestFirst).mapToInt(Ranked::group).toArray();
    }

    /** The places along a direction, the others put together. */
    private Rollup alone(int axis) {
        Rollup known = question.by().size() == 1 ? cells : alone[axis];
        if (known == null) {
            known = Rollup.of(aggregation, alone(axis, directions.get(axis).places));
            alone[axis] = known;
        }
        return known;
    }

    /** Only the direction {@code axis}, the others put together. */
    private List<Rollup.Places> alone(int axis, Rollup.Places places) {
        List<Rollup.Places> alone = new ArrayList<>();
        for (int other = 0; other < question.by().size(); other++) {
            alone.add(other == axis ? places : Rollup.Places.one());
        }
        return alone;
    }

    /** Ties by the labels of the groups. */
    private static Comparator<Integer> byValue(Rollup cells, int measure, boolean largestFirst, Direction direction) {
        Comparator<BigDecimal> numbers = largestFirst ? Comparator.reverseOrder() : Comparator.naturalOrder();
        Comparator<@Nullable BigDecimal> blanksLast = Comparator.nullsLast(numbers);
        @Nullable BigDecimal[] values = new BigDecimal[cells.count()]; // worked out once, compared often
        for (int place = 0; place < values.length; place++) {
            values[place] = cells.value(measure, place);
        }
        return Comparator.<Integer, @Nullable BigDecimal>comparing(place -> values[place], blanksLast)
                .thenComparing(direction::rank);
    }

    public Answer.Groups answer() {
        Direction axis = directions.get(0);
        List<List<Integer>> shown = new ArrayList<>();
        for (int i = 0; i < directions.size(); i++) {
            shown.add(shown(i));
        }
        List<Answer.MeasureValues> measures = new ArrayList<>();
        for (int m = 0; m < question.measures().size(); m++) {
            measures.add(values(m, shown));
        }
        return new Answer.Groups(
                aggregation.rowCount(),
                axis.isTime(),
                keys(0, shown),
                keys(1, shown),
                keys(2, shown),
                measures,
                counts(shown));
    }

    private List<Long> counts(List<List<Integer>> shown) {
        List<Long> counts = new ArrayList<>();
        for (int a : shown.get(0)) {
            for (int s : shown.get(1)) {
                for (int p : shown.get(2)) {
                    counts.add(cells.rows(cell(a, s, p)));
                }
            }
        }
        return counts;
    }

    private List<GroupKey> keys(int direction, List<List<Integer>> shown) {
        return shown.get(direction).stream()
                .map(place -> directions.get(direction).key(place))
                .toList();
    }

    private Answer.MeasureValues values(int m, List<List<Integer>> shown) {
        Measure measure = question.measures().get(m);
        List<@Nullable BigDecimal> values = new ArrayList<>();
        double error = 0;
        for (int a : shown.get(0)) {
            for (int s : shown.get(1)) {
                for (int p : shown.get(2)) {
                    int cell = cell(a, s, p);
                    values.add(valueOrZero(measure, m, cell));
                    error = Math.max(error, cells.error(m, cell));
                }
            }
        }
        Answer.@Nullable Totals totals =
                question.wantsTotals() || DerivedValues.needsTotals(measure.derived()) ? totals(m, shown) : null;
        List<@Nullable BigDecimal> made = measure.derived() == null
                ? values
                : DerivedValues.of(
                        measure.derived(),
                        values,
                        keys(0, shown),
                        directions.get(0).isTime(),
                        shown.get(1).size() * shown.get(2).size(),
                        totals);
        return new Answer.MeasureValues(
                typeOf(measure), formatOf(measure), made, error, question.wantsTotals() ? totals : null);
    }

    private int cell(int a, int s, int p) {
        return (a * Math.max(1, directions.get(1).places.count()) + s)
                        * Math.max(1, directions.get(2).places.count())
                + p;
    }

    /** A period without rows is worth 0 for counts and sums; elsewhere a sum over no values stays blank. */
    private @Nullable BigDecimal valueOrZero(Measure measure, int m, int cell) {
        BigDecimal value = cells.value(m, cell);
        boolean zero = value == null
                && directions.get(0).isTime()
                && cells.rows(cell) == 0
                && measure.aggregate().isZeroWhenEmpty();
        return zero ? BigDecimal.ZERO : value;
    }

    private @Nullable ColumnType typeOf(Measure measure) {
        return measure.column() == null || measure.derived() != null
                ? null
                : table.column(measure.column()).type();
    }

    private @Nullable ColumnFormat formatOf(Measure measure) {
        if (measure.derived() != null && measure.derived().isShare()) {
            return ColumnFormat.PERCENT;
        }
        String column = measure.column();
        boolean inItsUnit = switch (measure.aggregate()) {
            case SUM, AVERAGE, WEIGHTED_AVERAGE, MEDIAN, PERCENTILE, MIN, MAX, FIRST, LAST, LEVEL, STDDEV -> true;
            default -> false;
        };
        return column == null || measure.derived() != null || !inItsUnit
                ? null
                : table.schema().get(column).format();
    }

    private Answer.Totals totals(int m, List<List<Integer>> shown) {
        Rollup all = allTogether;
        if (all == null) {
            List<Rollup.Places> one = new ArrayList<>();
            question.by().forEach(each -> one.add(Rollup.Places.one()));
            all = Rollup.of(aggregation, one);
            allTogether = all;
        }
        return new Answer.Totals(all.value(m, 0), totals(m, 0, shown), totals(m, 1, shown), totals(m, 2, shown));
    }

    private List<@Nullable BigDecimal> totals(int m, int axis, List<List<Integer>> shown) {
        if (axis >= question.by().size()) {
            return List.of();
        }
        Rollup alone = alone(axis);
        List<@Nullable BigDecimal> totals = new ArrayList<>();
        for (int place : shown.get(axis)) {
            totals.add(alone.value(m, place));
        }
        return totals;
    }

    /** Places with rows, in the order to show; periods and bins without a gap; Other and then blank periods last. */
    private List<Integer> shown(int number) {
        Direction direction = directions.get(number);
        if (number >= question.by().size()) {
            return List.of(0);
        }
        Rollup alone = alone(number);
        List<Integer> places = new ArrayList<>();
        if (direction.isContinuous()) {
            addAdjoining(direction, alone, places);
            return places;
        }
        for (int place = 0; place < alone.count(); place++) {
            if (alone.rows(place) > 0) {
                places.add(place);
            }
        }
        boolean byValue = question.order() != Question.Order.LABEL && !direction.isOrdered();
        if (number == 0 && byValue) {
            boolean largestFirst = question.order() == Question.Order.LARGEST_FIRST;
            places.sort(byValue(alone, question.orderingMeasure(), largestFirst, direction));
        } else if (direction.merged == 0 || number == 0) {
            places.sort(Comparator.comparing(direction::rank));
        }
        Integer other = direction.kept.length;
        if (direction.merged > 0 && places.remove(other)) {
            places.add(other);
        }
        return places;
    }

    private static void addAdjoining(Direction direction, Rollup alone, List<Integer> places) {
        int from = -1;
        int to = -1;
        int blank = alone.count();
        for (int place = 0; place < alone.count(); place++) {
            if (direction.key(place).isBlank()) {
                blank = place;
            } else if (alone.rows(place) > 0) {
                from = from < 0 ? place : from;
                to = place;
            }
        }
        for (int place = from; place >= 0 && place <= to; place++) {
            places.add(place);
        }
        if (blank < alone.count() && alone.rows(blank) > 0) {
            places.add(blank);
        }
    }
}
