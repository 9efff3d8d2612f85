package keensparrow.core.engine.scan;

/** What a pass makes for one question; every worker has its own, merged in the end. */
public interface PartialResult {
    void add(Batch batch);

    /**
     * Adds or takes out the rows of a block whose bits are set, without their numbers.
     *
     * @param count how many bits are set in {@code mask}, which stands for the words {@code [from, to)}
     * @param sign 1 to add, −1 to take out
     * @return false when the rows' numbers are needed and nothing was done
     */
    default boolean take(long[] mask, int count, int from, int to, int sign) {
        return false;
    }

    /** Takes rows out that were added; only where {@link #isReversible}. */
    void remove(Batch batch);

    boolean isReversible();

    /** Of the same kind with nothing in it. */
    PartialResult empty();

    void merge(PartialResult other);

    /** Approximate heap in bytes. */
    long sizeBytes();
}
