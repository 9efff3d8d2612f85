/** Workbooks of the old binary kind, read by a library. Start at {@link keensparrow.formats.xls.XlsReader}. */
@NullMarked
package keensparrow.formats.xls;

import org.jspecify.annotations.NullMarked;
