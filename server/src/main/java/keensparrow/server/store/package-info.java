/**
 * The records' database and the data folder. Start at {@link keensparrow.server.store.Database}.
 */
@NullMarked
package keensparrow.server.store;

import org.jspecify.annotations.NullMarked;
