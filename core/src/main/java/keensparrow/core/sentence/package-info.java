/**
 * Every object as a plain sentence with its editable parts. Start at {@link keensparrow.core.sentence.Sentence}.
 */
@NullMarked
package keensparrow.core.sentence;

import org.jspecify.annotations.NullMarked;
