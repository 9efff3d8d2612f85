package keensparrow.server.dataset;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.prepare.Step;
import keensparrow.core.prepare.Steps;
import org.jspecify.annotations.Nullable;

/**
 * The load before, of other files: what has changed since is told beside it.
 *
 * @param rowCount after all steps
 * @param effects of each step of today what it did then; null where it did the same, or was not there
 */
record LoadBefore(int version, Instant loadedAt, int rowCount, List<@Nullable String> effects) {
    static LoadBefore of(Dataset.Version before, Dataset.Version now) {
        List<@Nullable String> effects = new ArrayList<>();
        for (int i = 0; i < now.steps().size() && i < now.stepsDone().size(); i++) {
            String effect = told(now.stepsDone().get(i));
            int then = place(now.steps().get(i), i, before.steps());
            String other = then < 0 || then >= before.stepsDone().size()
                    ? effect
                    : told(before.stepsDone().get(then));
            effects.add(other.equals(effect) || other.isEmpty() ? null : other);
        }
        return new LoadBefore(before.number(), before.loadedAt(), before.rowCount(), effects);
    }

    private static String told(Steps.Done done) {
        return done.problem() == null ? done.effect() : done.problem();
    }

    /** Where a step was, best at its own place; −1 for nowhere. */
    private static int place(Step step, int at, List<Step> steps) {
        return at < steps.size() && steps.get(at).equals(step) ? at : steps.indexOf(step);
    }
}
