package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.sentence.Slot;

/**
 * All there is to say about a kind of step besides what it does; each stands in its step, {@link StepKinds} lists them.
 *
 * @param name in its JSON, in the field {@code kind}
 * @param words what it does, over its editor
 * @param slots parts of its sentence that can be said differently; none for steps that are only taken back
 */
public record StepKind(String name, Class<? extends Step> type, String words, List<Slot> slots) {
    public StepKind {
        slots = List.copyOf(slots);
    }
}
