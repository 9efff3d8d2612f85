/** The ways of showing data: each in one file, all of them listed in {@link keensparrow.core.app.view.View.Kind}. */
@NullMarked
package keensparrow.core.app.view;

import org.jspecify.annotations.NullMarked;
