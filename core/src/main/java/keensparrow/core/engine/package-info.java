/**
 * Answers question sets. Start at {@link keensparrow.core.engine.QueryEngine}; nothing above it may know which engine answers.
 */
@NullMarked
package keensparrow.core.engine;

import org.jspecify.annotations.NullMarked;
