/**
 * Group values to dense group ids: categories, calendar periods, bins. Start at {@link keensparrow.core.group.Grouping}.
 */
@NullMarked
package keensparrow.core.group;

import org.jspecify.annotations.NullMarked;
