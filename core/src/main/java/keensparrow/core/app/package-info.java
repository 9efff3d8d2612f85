/**
 * What colleagues open: views, filters and the questions they ask. Start at {@link keensparrow.core.app.App}.
 */
@NullMarked
package keensparrow.core.app;

import org.jspecify.annotations.NullMarked;
