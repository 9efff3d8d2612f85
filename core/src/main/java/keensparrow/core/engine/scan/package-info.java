/** Walks over the rows: blocks, masks of filters, and what questions make of them. */
@NullMarked
package keensparrow.core.engine.scan;

import org.jspecify.annotations.NullMarked;
