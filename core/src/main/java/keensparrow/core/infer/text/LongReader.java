package keensparrow.core.infer.text;

import keensparrow.core.infer.source.CellKind;

/** Makes a whole number of a cell: a scaled number, a day, microseconds, or 1 and 0. */
public interface LongReader {
    /** The value, or {@link CellChars#INVALID}. */
    long read(CellKind kind, char[] chars, int from, int to);
}
