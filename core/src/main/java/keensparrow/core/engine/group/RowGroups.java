package keensparrow.core.engine.group;

/** A slot for each row of a table: a small number, counted from 0. */
public interface RowGroups {
    /** Writes the slot of each of {@code rows[0 .. count)} to {@code slots}. */
    void assign(int[] rows, int count, int[] slots);

    /** Whether slots lie in an array as they are, so that they need not be put together or looked up. */
    default boolean isPlain() {
        return false;
    }
}
