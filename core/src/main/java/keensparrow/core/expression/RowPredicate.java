package keensparrow.core.expression;

/** A condition made ready for a table. Safe for several threads. */
public interface RowPredicate {
    /** Of the rows {@code [from, from + count)} those for which it is known to hold. */
    boolean[] holds(int from, int count);
}
