/** Sources read into tables. */
@NullMarked
package keensparrow.core.infer.load;

import org.jspecify.annotations.NullMarked;
