/**
 * A first app from the columns, by rules written down in docs/draft-rules.md. Start at {@link keensparrow.core.draft.FirstDraft}.
 */
@NullMarked
package keensparrow.core.draft;

import org.jspecify.annotations.NullMarked;
