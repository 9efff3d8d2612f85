/**
 * One accumulator per aggregate. Start at {@link keensparrow.core.engine.measure.Accumulator}. Knows groups only by their ids.
 */
@NullMarked
package keensparrow.core.aggregate;

import org.jspecify.annotations.NullMarked;
