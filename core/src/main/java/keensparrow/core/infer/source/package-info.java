/** Rows of cells as they come out of a file, in blocks or one by one. */
@NullMarked
package keensparrow.core.infer.source;

import org.jspecify.annotations.NullMarked;
