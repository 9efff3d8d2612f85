/**
 * The memory of the process: what is refused before it runs out, and the end if it does.
 */
@NullMarked
package keensparrow.server.memory;

import org.jspecify.annotations.NullMarked;
