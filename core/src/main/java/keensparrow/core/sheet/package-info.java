/**
 * Raw cells, and the tables in them. Start at {@link keensparrow.core.sheet.TableFinder}: it looks at the cells of a sheet and
 * says where tables stand; {@link keensparrow.core.sheet.AreaSource} then reads one of them.
 */
@NullMarked
package keensparrow.core.sheet;

import org.jspecify.annotations.NullMarked;
