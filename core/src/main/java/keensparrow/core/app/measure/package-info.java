/**
 * Measures that an app gives a name, and measures as phrases. Start at {@link keensparrow.core.app.measure.NamedMeasure}.
 */
@NullMarked
package keensparrow.core.app.measure;

import org.jspecify.annotations.NullMarked;
