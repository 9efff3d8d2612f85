/**
 * What is in a column: counts, extremes, quartiles, commonest values. Start at {@link keensparrow.core.profile.Profile}.
 */
@NullMarked
package keensparrow.core.profile;

import org.jspecify.annotations.NullMarked;
