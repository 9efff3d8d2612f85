/**
 * What an author lets colleagues choose. Start at {@link keensparrow.core.app.choice.Choice}; the kinds are listed in
 * {@link keensparrow.core.app.choice.Choice.Kind}.
 */
@NullMarked
package keensparrow.core.app.choice;

import org.jspecify.annotations.NullMarked;
