/** Rows in an order: the first of them, pages, all for a download. */
@NullMarked
package keensparrow.core.engine.rows;

import org.jspecify.annotations.NullMarked;
