/** The ways of filtering: each in one file, all listed in {@link keensparrow.core.app.filter.FilterSpec.Kind}. */
@NullMarked
package keensparrow.core.app.filter;

import org.jspecify.annotations.NullMarked;
