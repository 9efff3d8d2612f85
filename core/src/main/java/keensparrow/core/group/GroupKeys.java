package keensparrow.core.group;

/** Group ids {@code [0, count)} for the rows of one table. A blank is a group of its own, the last. */
public interface GroupKeys {
    int count();

    GroupKey key(int id);

    /** Whether ids follow each other in time, so that empty ones between are shown. */
    boolean isTime();

    /**
     * Writes a row number and a group id for each row; a row with several tags is written once for each.
     *
     */
    void assign(int[] rows, int count, GroupBatch into);
}
