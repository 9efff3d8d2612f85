/**
 * Raw cells, and the tables in them. Start at {@link keensparrow.core.layout.TableFinder}: it looks at the cells of a sheet and
 * says where tables stand; {@link keensparrow.core.layout.AreaSource} then reads one of them.
 */
@NullMarked
package keensparrow.core.layout;

import org.jspecify.annotations.NullMarked;
