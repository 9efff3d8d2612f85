package keensparrow.core.engine;

/** What a pass makes for one question; every worker has its own, merged in the end. */
interface Part {
    void add(Batch batch);

    /** Takes rows out that were added; only where {@link #isReversible}. */
    void remove(Batch batch);

    boolean isReversible();

    /** Of the same kind with nothing in it. */
    Part empty();

    void merge(Part other);
}
