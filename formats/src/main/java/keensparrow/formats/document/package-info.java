/** From an uploaded file to the rows that are loaded. Start at {@link keensparrow.formats.document.Reading}. */
@NullMarked
package keensparrow.formats.document;

import org.jspecify.annotations.NullMarked;
