/** What is kept to answer sooner, and the keys it is found by. */
@NullMarked
package keensparrow.core.engine.cache;

import org.jspecify.annotations.NullMarked;
