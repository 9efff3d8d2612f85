/** JSON as rows. Start at {@link keensparrow.formats.json.JsonReader}. */
@NullMarked
package keensparrow.formats.json;

import org.jspecify.annotations.NullMarked;
