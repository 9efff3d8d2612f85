package keensparrow.core.engine;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.aggregate.Accumulator;
import org.jspecify.annotations.Nullable;

/**
 * A tally put together anew: slots go to places along each axis, several to one (the rest as Other, all of them for a
 * total), or one to several (a list of tags to each of its tags). Each place is computed from all of its rows.
 */
final class Cells {
    /** Where the slots of one grouping go. A place is named once for a slot, so that no row counts twice in it. */
    interface Places {
        int[] NONE = {};

        /** Places are {@code [0, count())}. */
        int count();

        int[] of(int slot);

        /** All slots to one place. */
        static Places one() {
            int[] first = {0};
            return of(1, slot -> first);
        }

        static Places of(int count, java.util.function.IntFunction<int[]> of) {
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
    }

    private final long[] rows;
    private final Accumulator[] measures;

    private Cells(long[] rows, Accumulator[] measures) {
        this.rows = rows;
        this.measures = measures;
    }

    /** @param places for each grouping of the tally; cells are numbered with the last grouping running fastest */
    static Cells of(Tally tally, List<Places> places) {
        int count = 1;
        for (Places each : places) {
            count = Math.multiplyExact(count, each.count());
        }
        Accumulator[] measures = new Accumulator[tally.measureCount()];
        for (int m = 0; m < measures.length; m++) {
            measures[m] = tally.measure(m).empty(count);
        }
        Cells cells = new Cells(new long[count], measures);
        for (int[] target : targets(tally, places)) {
            for (int cell = 0; cell < target.length; cell++) {
                if (target[cell] >= 0) {
                    cells.rows[target[cell]] += tally.rows(cell);
                }
            }
            for (int m = 0; m < measures.length; m++) {
                measures[m].merge(tally.measure(m), target);
            }
        }
        return cells;
    }

    /** One target for each cell in every round; a cell that goes to several has them in rounds of their own. */
    private static List<int[]> targets(Tally tally, List<Places> places) {
        List<int[]> rounds = new ArrayList<>();
        rounds.add(noTargets(tally));
        for (int cell = 0; cell < tally.cells(); cell++) {
            if (tally.rows(cell) == 0) {
                continue;
            }
            int[] into = {0};
            for (int axis = 0; axis < places.size(); axis++) {
                int[] along = places.get(axis).of(tally.slot(cell, axis));
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
                    rounds.add(noTargets(tally));
                }
                rounds.get(round)[cell] = into[round];
            }
        }
        return rounds;
    }

    private static int[] noTargets(Tally tally) {
        int[] none = new int[tally.capacity()];
        java.util.Arrays.fill(none, -1);
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
