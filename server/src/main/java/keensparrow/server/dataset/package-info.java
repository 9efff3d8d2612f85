/**
 * Files, datasets and their versions. Start at {@link keensparrow.server.dataset.DatasetService}.
 */
@NullMarked
package keensparrow.server.dataset;

import org.jspecify.annotations.NullMarked;
