package keensparrow.core.group;

import keensparrow.core.table.Table;

/** How rows are put into groups, as data. */
public sealed interface Grouping permits ByValue, ByTime, ByPart, ByBins, ByExpression {
    String column();

    /** The groups of a table. Cost O(distinct values); @throws UserException COLUMN_NOT_FOUND or TYPE_MISMATCH. */
    GroupKeys keys(Table table);
}
