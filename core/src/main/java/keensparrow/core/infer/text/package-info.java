/** How numbers, dates, times, yes and no and blanks are written. */
@NullMarked
package keensparrow.core.infer.text;

import org.jspecify.annotations.NullMarked;
