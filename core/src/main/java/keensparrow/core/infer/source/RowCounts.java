package keensparrow.core.infer.source;

/**
 * What is counted about rows that follow one another.
 *
 * @param lines they take up
 * @param shortRows with fewer cells than headings, @param firstShort the line of the first of them, from 1
 * @param longRows with something beyond the headings, @param firstLong the line of the first of them, from 1
 */
public record RowCounts(long rows, long lines, long shortRows, long firstShort, long longRows, long firstLong) {
    public static final RowCounts NONE = new RowCounts(0, 0, 0, 0, 0, 0);

    /** With the rows that come next. */
    public RowCounts and(RowCounts next) {
        return new RowCounts(
                rows + next.rows,
                lines + next.lines,
                shortRows + next.shortRows,
                shortRows > 0 ? firstShort : lines + next.firstShort,
                longRows + next.longRows,
                longRows > 0 ? firstLong : lines + next.firstLong);
    }
}
