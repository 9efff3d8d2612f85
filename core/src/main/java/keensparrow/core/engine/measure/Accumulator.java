package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Takes in rows group by group and says what became of each group. What comes out never depends on the order in which
 * rows were added or parts were merged, so that any number of threads gives the same digits.
 */
public interface Accumulator {
    /** Adds {@code rows[i]}, which rise, to group {@code ids[i]} for each {@code i} in {@code [0, count)}. */
    void add(int[] rows, int[] ids, int count);

    /** Takes rows that were added out again. @throws UnsupportedOperationException unless {@link #isReversible} */
    default void remove(int[] rows, int[] ids, int count) {
        throw new UnsupportedOperationException();
    }

    /** Whether it counts every row of every group anyway; {@link #rows} then says how many. */
    default boolean countsRows() {
        return false;
    }

    /** @throws UnsupportedOperationException unless {@link #countsRows} */
    default long rows(int group) {
        throw new UnsupportedOperationException();
    }

    /** Whether rows can be taken out again. */
    default boolean isReversible() {
        return false;
    }

    /** Of the same kind, over as many groups, with nothing in it. */
    Accumulator empty(int groups);

    /** Those of one aggregation, empty: which of them read what another one collects anyway is settled here. */
    static Accumulator[] together(Stream<Accumulator> empty) {
        Accumulator[] all = empty.toArray(Accumulator[]::new);
        PercentileAccumulator.share(all);
        return all;
    }

    /** Makes room for more groups. */
    void grow(int groups);

    /**
     * Whether what another of the same measure has can be added here. Not where it keeps it in another way, as one of
     * many more groups may.
     */
    default boolean canMerge(Accumulator other) {
        return true;
    }

    /** Adds what {@code other}, of the same kind, has of group {@code g} to group {@code target[g]}; −1 leaves it out. */
    void merge(Accumulator other, int[] target);

    /**
     * How many pieces of work can be done once all is in, before results are asked for. When they are done, there may be
     * others, until there are none.
     */
    default int unsettled() {
        return 0;
    }

    /** Does a piece of that work; different ones on several threads at once. */
    default void settle(int piece) {}

    /**
     * The result of a group; blank is null. Dates are day numbers, dates and times microseconds since 1970.
     *
     * @param rows how many rows the group has
     */
    @Nullable
    BigDecimal result(int group, long rows);

    /** Relative standard error of a result; 0 when it is exact. */
    default double error(int group) {
        return 0;
    }

    /** Approximate heap in bytes. */
    long sizeBytes();
}
