package keensparrow.core.app;

/** What whoever opens an app may take along as files. Each allows what those before it allow. */
public enum Downloads {
    NOTHING,
    /** The numbers of figures and charts, as they stand in their tables. */
    VIEWS,
    /** The rows of table views too, with the columns these show. */
    ROWS;

    public boolean allow(Downloads wanted) {
        return compareTo(wanted) >= 0;
    }
}
