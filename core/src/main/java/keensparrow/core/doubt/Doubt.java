package keensparrow.core.doubt;

import java.util.List;
import keensparrow.core.prepare.Step;
import org.jspecify.annotations.Nullable;

/**
 * Something in a table that may be wrong.
 *
 * @param column that it is about; null for whole rows
 * @param text what was found, as a sentence
 * @param rows how many rows it is about
 * @param condition expression that holds for these rows; null where none can say it
 * @param remedies steps that would put it right
 */
public record Doubt(
        @Nullable String column,
        String text,
        long rows,
        @Nullable String condition,
        List<Remedy> remedies) {
    public Doubt {
        remedies = List.copyOf(remedies);
    }

    /** @param words what the step does, for whoever presses it */
    public record Remedy(String words, Step step) {}
}
