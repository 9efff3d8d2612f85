/** Measures evaluated: an accumulator for each aggregate. */
@NullMarked
package keensparrow.core.engine.measure;

import org.jspecify.annotations.NullMarked;
