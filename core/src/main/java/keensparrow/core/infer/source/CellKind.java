package keensparrow.core.infer.source;

/** What a cell of a source holds. Text files have text alone; sheets know more. */
public enum CellKind {
    /** As someone wrote it. */
    TEXT,
    /** A number with a point: {@code 1234.5}; as a percentage {@code 25%}; with a currency {@code €1234.5}. */
    NUMBER,
    /** {@code 2026-01-31} or {@code 2026-01-31T06:15:00}. */
    DATE,
    /** {@code true} or {@code false}. */
    TRUTH,
    /** What a formula could not give, such as {@code #N/A}; read as blank and counted. */
    ERROR;

    private static final CellKind[] ALL = values();

    static CellKind of(int ordinal) {
        return ALL[ordinal];
    }
}
