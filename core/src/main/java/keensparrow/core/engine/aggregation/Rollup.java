package keensparrow.core.engine.aggregation;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.function.IntFunction;
import java.util.function.IntUnaryOperator;
import java.util.stream.IntStream;
import keensparrow.core.engine.group.GroupKeys;
import keensparrow.core.engine.measure.Accumulator;
import org.jspecify.annotations.Nullable;

/**
 * An aggregation put together anew: slots go to places along each axis, several to one (the rest as Other, all of them for a
 * total), or one to several (a list of tags to each of its tags). Each place is computed from all of its rows.
 */
final class Rollup {
    /** Where the slots of one grouping go. A place is named once for a slot, so that no row counts twice in it. */
    interface Places {
        /** Places are {@code [0, count())}. */
        int count();

        int[] of(int slot);

        /** The place of each slot where every one has just one, which is much quicker to follow; else null. */
        default @Nullable IntUnaryOperator single() {
            return null;
        }

        /** All slots to one place. */
        static Places one() {
            return single(1, slot -> 0);
        }

        static Places single(int count, IntUnaryOperator place) {
            return new Places() {
                @Override
                public int count() {
                    return count;
                }

                @Override
                public int[] of(int slot) {
                    return new int[] {place.applyAsInt(slot)};
                }

                @Override
                public IntUnaryOperator single() {
                    return place;
                }
            };
        }

        static Places several(int count, IntFunction<int[]> of) {
            return new Places() {
                @Override
                public int count() {
                    return count;
                }

                @Override
                public int[] of(int slot) {
                    return of.apply(slot);
                }
            };
        }

        /** Each group of a grouping a place of its own. */
        static Places ofGroups(GroupKeys keys) {
            return keys.isDirect() ? single(keys.count(), slot -> slot) : several(keys.count(), keys::groupsOf);
        }
    }

    private final long[] rows;
    private final Accumulator[] measures;

    private Rollup(long[] rows, Accumulator[] measures) {
        this.rows = rows;
        this.measures = measures;
    }

    /** @param places for each grouping of the aggregation; cells are numbered with the last grouping running fastest */
    static Rollup of(GroupedAggregation aggregation, List<Places> places) {
        int count = 1;
        for (Places each : places) {
            count = Math.multiplyExact(count, each.count());
        }
        int groups = count;
        Accumulator[] measures = Accumulator.together(IntStream.range(0, aggregation.measureCount())
                .mapToObj(m -> aggregation.measure(m).empty(groups)));
        Rollup cells = new Rollup(new long[count], measures);
        for (int[] target : targets(aggregation, places)) {
            for (int cell = 0; cell < target.length; cell++) {
                if (target[cell] >= 0) {
                    cells.rows[target[cell]] += aggregation.rows(cell);
                }
            }
            for (int m = 0; m < measures.length; m++) {
                measures[m].merge(aggregation.measure(m), target);
            }
        }
        return cells;
    }

    /** As it is: each cell a place of its own. @param aggregation dense, of one grouping whose slots are its groups */
    static Rollup same(GroupedAggregation aggregation) {
        long[] rows = new long[aggregation.cells()];
        Arrays.setAll(rows, aggregation::rows);
        return new Rollup(
                rows,
                IntStream.range(0, aggregation.measureCount())
                        .mapToObj(aggregation::measure)
                        .toArray(Accumulator[]::new));
    }

    /** One target for each cell in every round; a cell that goes to several has them in rounds of their own. */
    private static List<int[]> targets(GroupedAggregation aggregation, List<Places> places) {
        return aggregation.isDense() && places.stream().allMatch(each -> each.single() != null)
                ? List.of(singleTargets(aggregation, places))
                : severalTargets(aggregation, places);
    }

    /** Cells of a dense aggregation run through the slots of all axes, the last one fastest. */
    private static int[] singleTargets(GroupedAggregation aggregation, List<Places> places) {
        int[] targets = {0};
        for (int axis = 0; axis < places.size(); axis++) {
            int slots = Math.max(1, aggregation.keys().get(axis).slots());
            IntUnaryOperator place = Objects.requireNonNull(places.get(axis).single());
            int[] further = new int[targets.length * slots];
            for (int slot = 0; slot < slots; slot++) {
                int to = place.applyAsInt(slot);
                for (int before = 0; before < targets.length; before++) {
                    further[before * slots + slot] =
                            targets[before] * places.get(axis).count() + to;
                }
            }
            targets = further;
        }
        for (int cell = 0; cell < targets.length; cell++) {
            targets[cell] = aggregation.rows(cell) == 0 ? -1 : targets[cell];
        }
        return targets;
    }

    private static List<int[]> severalTargets(GroupedAggregation aggregation, List<Places> places) {
        List<int[]> rounds = new ArrayList<>();
        rounds.add(noTargets(aggregation));
        for (int cell = 0; cell < aggregation.cells(); cell++) {
            if (aggregation.rows(cell) == 0) {
                continue;
            }
            int[] into = {0};
            for (int axis = 0; axis < places.size(); axis++) {
                int[] along = places.get(axis).of(aggregation.slot(cell, axis));
                int[] both = new int[into.length * along.length];
                int next = 0;
                for (int before : into) {
                    for (int place : along) {
                        both[next++] = before * places.get(axis).count() + place;
                    }
                }
                into = both;
            }
            for (int round = 0; round < into.length; round++) {
                if (round == rounds.size()) {
                    rounds.add(noTargets(aggregation));
                }
                rounds.get(round)[cell] = into[round];
            }
        }
        return rounds;
    }

    private static int[] noTargets(GroupedAggregation aggregation) {
        int[] none = new int[aggregation.capacity()];
        Arrays.fill(none, -1);
        return none;
    }

    int count() {
        return rows.length;
    }

    long rows(int cell) {
        return rows[cell];
    }

    @Nullable
    BigDecimal value(int measure, int cell) {
        return measures[measure].result(cell, rows[cell]);
    }

    double error(int measure, int cell) {
        return measures[measure].error(cell);
    }
}
