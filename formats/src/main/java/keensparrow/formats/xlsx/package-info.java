/** Workbooks of the Office Open XML kind. Start at {@link keensparrow.formats.xlsx.XlsxReader}. */
@NullMarked
package keensparrow.formats.xlsx;

import org.jspecify.annotations.NullMarked;
