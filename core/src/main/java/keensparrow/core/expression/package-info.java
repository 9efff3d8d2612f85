/**
 * Expressions over columns: text to tree, tree to a new column. Start at {@link keensparrow.core.expression.Expressions}.
 */
@NullMarked
package keensparrow.core.expression;

import org.jspecify.annotations.NullMarked;
