/**
 * What the columns of a table are for: roles, how numbers add up, what names a row. Start at
 * {@link keensparrow.core.meaning.Meanings}; the rules are written down in docs/draft-rules.md. Knows columns and
 * headings alone, neither files nor steps.
 */
@NullMarked
package keensparrow.core.meaning;

import org.jspecify.annotations.NullMarked;
