/** Tables of web pages, which offices save under the names of workbooks. Start at {@link keensparrow.formats.html.HtmlReader}. */
@NullMarked
package keensparrow.formats.html;

import org.jspecify.annotations.NullMarked;
