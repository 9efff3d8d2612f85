/**
 * What goes wrong in a way a person can mend. Start at {@link keensparrow.core.error.UserException}. Knows nothing of the rest.
 */
@NullMarked
package keensparrow.core.error;

import org.jspecify.annotations.NullMarked;
