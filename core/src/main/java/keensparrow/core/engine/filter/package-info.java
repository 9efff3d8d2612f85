/** Filters evaluated: which rows of a table pass, sixty-four at a time. */
@NullMarked
package keensparrow.core.engine.filter;

import org.jspecify.annotations.NullMarked;
