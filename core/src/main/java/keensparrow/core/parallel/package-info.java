/** Work on all cores, in turn, and its cancelling. */
@NullMarked
package keensparrow.core.parallel;

import org.jspecify.annotations.NullMarked;
