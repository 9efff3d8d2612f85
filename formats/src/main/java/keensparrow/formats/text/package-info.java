/** Delimited text: its encoding, its delimiter, its lines. Start at {@link keensparrow.formats.text.TextSheet}. */
@NullMarked
package keensparrow.formats.text;

import org.jspecify.annotations.NullMarked;
