/**
 * One accumulator per aggregate. Start at {@link keensparrow.core.aggregate.Accumulator}. Knows groups only by their ids.
 */
@NullMarked
package keensparrow.core.aggregate;

import org.jspecify.annotations.NullMarked;
