package keensparrow.core.group;

import java.util.function.IntFunction;

/**
 * Groups that are slots, with a blank one at the end when there are blank rows.
 *
 * @param filled groups that are not blank
 * @param named the key of each of them
 */
record PlainKeys(Slots of, int filled, boolean hasBlank, IntFunction<GroupKey> named, Order order, long sizeBytes)
        implements GroupKeys {
    /** How groups follow each other. */
    enum Order {
        /** By their labels or values, as asked for. */
        FREE,
        /** In an order of their own. */
        OWN,
        /** In time. */
        TIME
    }

    @Override
    public void assign(int[] rows, int count, int[] slots) {
        of.assign(rows, count, slots);
    }

    @Override
    public int slots() {
        return filled + (hasBlank ? 1 : 0);
    }

    @Override
    public GroupKey key(int group) {
        return group < filled ? named.apply(group) : GroupKey.BLANK;
    }

    @Override
    public boolean isTime() {
        return order == Order.TIME;
    }

    @Override
    public boolean isOrdered() {
        return order != Order.FREE;
    }
}
