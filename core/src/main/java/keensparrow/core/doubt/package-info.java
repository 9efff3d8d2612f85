/** What may be wrong in a table, with the rows it is about and the steps that would put it right. */
@NullMarked
package keensparrow.core.doubt;

import org.jspecify.annotations.NullMarked;
