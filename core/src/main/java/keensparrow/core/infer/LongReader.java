package keensparrow.core.infer;

/** Makes a whole number of a cell: a scaled number, a day, microseconds, or 1 and 0. */
interface LongReader {
    /** The value, or {@link Cells#INVALID}. */
    long read(CellKind kind, char[] chars, int from, int to);
}
