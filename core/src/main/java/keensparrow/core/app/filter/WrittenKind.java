package keensparrow.core.app.filter;

import keensparrow.core.table.ColumnInfo;

/** A way of filtering that its author writes down, of no single column: none leads to it. */
abstract class WrittenKind implements FilterKind {
    @Override
    public final boolean fits(ColumnInfo column) {
        return false;
    }

    @Override
    public final boolean suits(ColumnInfo column, int distinct) {
        return false;
    }

    @Override
    public final boolean isOfColumn() {
        return false;
    }
}
