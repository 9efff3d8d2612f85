/**
 * Drafts of apps and the answers their pages ask for. Start at {@link keensparrow.server.app.AppService}.
 */
@NullMarked
package keensparrow.server.app;

import org.jspecify.annotations.NullMarked;
