/**
 * Raw cells to typed columns: headings, types, blanks. Start at {@link keensparrow.core.infer.TableLoader}. Knows no file format.
 */
@NullMarked
package keensparrow.core.infer;

import org.jspecify.annotations.NullMarked;
