/** Groupings evaluated: the group of each row. */
@NullMarked
package keensparrow.core.engine.group;

import org.jspecify.annotations.NullMarked;
