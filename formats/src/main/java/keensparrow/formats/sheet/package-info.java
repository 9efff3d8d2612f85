/** What all kinds of workbooks share. Start at {@link keensparrow.formats.sheet.Spool}. */
@NullMarked
package keensparrow.formats.sheet;

import org.jspecify.annotations.NullMarked;
