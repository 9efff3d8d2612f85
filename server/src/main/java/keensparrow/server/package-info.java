/**
 * The program and its wiring. Start at {@link keensparrow.server.Server}, which reads top to bottom.
 */
@NullMarked
package keensparrow.server;

import org.jspecify.annotations.NullMarked;
