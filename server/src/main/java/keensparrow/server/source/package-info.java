/**
 * Connections to databases and queries on them. Start at {@link keensparrow.server.source.QueryService}.
 */
@NullMarked
package keensparrow.server.source;

import org.jspecify.annotations.NullMarked;
