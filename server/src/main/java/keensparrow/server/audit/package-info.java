/**
 * What people did, for the administrator: written as it happens, read, searched and downloaded. Start at
 * {@link keensparrow.server.audit.AuditLog}.
 */
@NullMarked
package keensparrow.server.audit;

import org.jspecify.annotations.NullMarked;
