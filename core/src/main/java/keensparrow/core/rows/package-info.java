/**
 * Which rows passed, as bits over row numbers. Start at {@link keensparrow.core.rows.RowSet}. Knows no table.
 */
@NullMarked
package keensparrow.core.rows;

import org.jspecify.annotations.NullMarked;
