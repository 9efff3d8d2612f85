/**
 * A schema (name, label, type, role) and columns of one length. Start at {@link keensparrow.core.table.Table}.
 */
@NullMarked
package keensparrow.core.table;

import org.jspecify.annotations.NullMarked;
