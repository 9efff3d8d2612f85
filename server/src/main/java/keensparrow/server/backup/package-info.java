/**
 * The whole of a data folder in one file while the server runs, and back. Start at
 * {@link keensparrow.server.backup.BackupService}.
 */
@NullMarked
package keensparrow.server.backup;

import org.jspecify.annotations.NullMarked;
