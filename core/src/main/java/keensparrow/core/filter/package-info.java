/**
 * Conditions on rows, as data. Start at {@link keensparrow.core.filter.Filter}.
 */
@NullMarked
package keensparrow.core.filter;

import org.jspecify.annotations.NullMarked;
