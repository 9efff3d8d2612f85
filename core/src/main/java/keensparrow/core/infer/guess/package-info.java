/** What the columns of a source are, from how their values are written. */
@NullMarked
package keensparrow.core.infer.guess;

import org.jspecify.annotations.NullMarked;
