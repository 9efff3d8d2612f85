package keensparrow.core.prepare;

import java.util.List;

/**
 * Steps as a document, to be used on another dataset.
 *
 * @param format version of this form, now 1
 */
public record StepsDocument(int format, List<Step> steps) {
    public static final int FORMAT = 1;

    public StepsDocument {
        steps = List.copyOf(steps);
    }
}
