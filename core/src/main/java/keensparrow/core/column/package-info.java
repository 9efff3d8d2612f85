/**
 * Immutable typed columns and their builders. Start at {@link keensparrow.core.column.Column}. Knows neither names nor roles of columns.
 */
@NullMarked
package keensparrow.core.column;

import org.jspecify.annotations.NullMarked;
