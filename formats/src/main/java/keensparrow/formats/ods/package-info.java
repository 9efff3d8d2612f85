/** Workbooks of the OpenDocument kind. Start at {@link keensparrow.formats.ods.OdsReader}. */
@NullMarked
package keensparrow.formats.ods;

import org.jspecify.annotations.NullMarked;
