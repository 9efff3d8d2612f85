/** What is packed. Start at {@link keensparrow.formats.archive.Unpacked}. */
@NullMarked
package keensparrow.formats.archive;

import org.jspecify.annotations.NullMarked;
