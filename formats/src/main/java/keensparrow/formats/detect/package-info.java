/**
 * What kind of file some bytes are. Start at {@link keensparrow.formats.detect.FileKind}.
 */
@NullMarked
package keensparrow.formats.detect;

import org.jspecify.annotations.NullMarked;
