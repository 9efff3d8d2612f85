/**
 * Tables as files that load without being parsed again; the form is in docs/file-format.md. Start at {@link keensparrow.formats.snapshot.SnapshotFile}.
 */
@NullMarked
package keensparrow.formats.snapshot;

import org.jspecify.annotations.NullMarked;
