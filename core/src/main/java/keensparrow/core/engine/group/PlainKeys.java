package keensparrow.core.engine.group;

import java.util.function.IntFunction;
import keensparrow.core.group.GroupKey;
import org.jspecify.annotations.Nullable;

/**
 * Groups that are slots, with a blank one at the end when there are blank rows.
 *
 * @param filled groups that are not blank
 * @param named the key of each of them
 */
record PlainKeys(GroupIds of, int filled, boolean hasBlank, IntFunction<GroupKey> named, Order order, long sizeBytes)
        implements GroupKeys {
    private static final int FEW = 4096; // keys that are kept once they were made

    PlainKeys {
        named = filled <= FEW ? kept(named, filled) : named;
    }

    /** A key may be made twice by two threads, which is no harm: it is the same by value. */
    private static IntFunction<GroupKey> kept(IntFunction<GroupKey> named, int count) {
        @Nullable GroupKey[] made = new GroupKey[count];
        return group -> {
            GroupKey known = made[group];
            if (known == null) {
                known = named.apply(group);
                made[group] = known;
            }
            return known;
        };
    }

    /** How groups follow each other. */
    enum Order {
        /** By their labels, which are texts, or as asked for. */
        TEXT,
        /** By their values, or as asked for. */
        FREE,
        /** In an order of their own. */
        OWN,
        /** In an order of their own, each where the one before ends. */
        CONTINUOUS,
        /** In time. */
        TIME
    }

    @Override
    public void assign(int[] rows, int count, int[] slots) {
        of.assign(rows, count, slots);
    }

    @Override
    public boolean isPlain() {
        return of.isPlain();
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
    public boolean isContinuous() {
        return order == Order.CONTINUOUS || isTime();
    }

    @Override
    public boolean isOrdered() {
        return order != Order.FREE && !isText();
    }

    @Override
    public boolean isText() {
        return order == Order.TEXT;
    }
}
