package keensparrow.core.engine.measure;

import keensparrow.core.column.Column;
import keensparrow.core.table.Table;

/** Where measures find their columns. */
public interface Inputs {
    Table table();

    /** A column computed from a scalar expression over the table. @throws keensparrow.core.error.UserException */
    Column computed(String expression);
}
