/**
 * All that depends on languages: what people read, as ICU templates in resource files, one set of files a language; how
 * numbers and dates are written; the order of texts. Start at {@link keensparrow.core.words.Words}.
 */
@NullMarked
package keensparrow.core.words;

import org.jspecify.annotations.NullMarked;
