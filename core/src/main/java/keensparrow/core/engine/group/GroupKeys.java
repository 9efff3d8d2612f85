package keensparrow.core.engine.group;

import keensparrow.core.group.GroupKey;

/**
 * The groups of one table under a grouping. Each row has one slot; a slot stands for one group or, where rows are
 * lists of tags, for each group of its list. A blank is a group of its own, the last.
 */
public interface GroupKeys extends RowGroups {
    /** Slots are {@code [0, slots())}. */
    int slots();

    /** The groups that the rows of a slot are in: one, or for lists of tags several. */
    default int[] groupsOf(int slot) {
        return new int[] {slot};
    }

    /** Whether each slot is the group of the same number, so that {@link #groupsOf} need not be asked. */
    default boolean isDirect() {
        return true;
    }

    /** Groups are {@code [0, count())}, in the order of their values. */
    default int count() {
        return slots();
    }

    GroupKey key(int group);

    /** Whether groups follow each other in time. */
    default boolean isTime() {
        return false;
    }

    /** Whether groups adjoin, as periods and bins do, so that empty ones between are shown. */
    default boolean isContinuous() {
        return isTime();
    }

    /** Whether groups have an order of their own, which lists of the largest do not change: periods, parts, bins. */
    default boolean isOrdered() {
        return isTime();
    }

    /** Whether groups are texts in the order of texts, which is another one in other languages. */
    default boolean isText() {
        return false;
    }

    /** Approximate heap in bytes beyond the column's. */
    default long sizeBytes() {
        return 0;
    }
}
