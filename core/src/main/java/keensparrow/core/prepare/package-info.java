/**
 * The steps between source and dataset. Start at {@link keensparrow.core.prepare.Step}.
 */
@NullMarked
package keensparrow.core.prepare;

import org.jspecify.annotations.NullMarked;
