/**
 * Editions and links. Start at {@link keensparrow.server.publish.PublishService}.
 */
@NullMarked
package keensparrow.server.publish;

import org.jspecify.annotations.NullMarked;
