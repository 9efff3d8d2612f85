/**
 * Work in the background that reports how it gets on. Start at {@link keensparrow.server.job.Jobs}.
 */
@NullMarked
package keensparrow.server.job;

import org.jspecify.annotations.NullMarked;
