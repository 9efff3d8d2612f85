/**
 * All that people read, as ICU templates in resource files, one set of files a language. Start at
 * {@link keensparrow.core.words.Words}.
 */
@NullMarked
package keensparrow.core.words;

import org.jspecify.annotations.NullMarked;
