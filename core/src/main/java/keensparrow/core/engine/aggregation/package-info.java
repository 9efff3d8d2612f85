/** Groups and measures counted together, and answers made of them. */
@NullMarked
package keensparrow.core.engine.aggregation;

import org.jspecify.annotations.NullMarked;
