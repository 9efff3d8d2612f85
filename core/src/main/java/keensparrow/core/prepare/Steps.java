package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Replays steps in order. */
public final class Steps {
    private static final int MAX_TOLD = 200; // characters of a sentence in a message

    private Steps() {}

    /**
     * A step as it went: its sentence and what it changed.
     *
     * @param problem why it was skipped; null for one that was not
     */
    public record Done(
            Sentence sentence, String effect, @Nullable String problem) {}

    /** The table after all steps, and how each went. */
    public record Run(Table table, List<Done> done) {
        public Run {
            done = List.copyOf(done);
        }
    }

    /** @throws UserException with the code of the step that does not fit, naming the step by number and sentence */
    public static Run run(Table raw, List<Step> steps) {
        return run(raw, steps, 1, Tables.NONE, Set.of());
    }

    /**
     * @param first the number of the first of these steps, where others came before
     * @param others datasets to look things up in
     * @param proven steps that did fit before: one of them that does not any more is told and skipped, and the rest runs
     * @throws UserException with the code of another step that does not fit, naming it by number and sentence
     */
    public static Run run(Table raw, List<Step> steps, int first, Tables others, Set<Step> proven) {
        Table table = raw;
        List<Done> done = new ArrayList<>();
        for (int i = 0; i < steps.size(); i++) {
            Step step = steps.get(i);
            Sentence sentence = step.sentence(table.schema());
            try {
                Table after = step.apply(table, others);
                done.add(new Done(sentence, step.effect(table, after, others), null));
                table = after;
            } catch (UserException failure) {
                if (!proven.contains(step)) {
                    throw new UserException(
                            failure.code(),
                            Text.of(
                                    "prepare.stepDoesNotFit",
                                    "i",
                                    first + i,
                                    "sentence",
                                    shortened(sentence.text()),
                                    "failure",
                                    failure.text()),
                            failure.span().orElse(null));
                }
                done.add(new Done(sentence, "", Words.say("prepare.skipped", "failure", failure.text())));
            }
        }
        return new Run(table, done);
    }

    /** As much of a sentence as tells which it is: an expression may have thousands of characters. */
    private static String shortened(String sentence) {
        return sentence.codePointCount(0, sentence.length()) <= MAX_TOLD
                ? sentence
                : sentence.substring(0, sentence.offsetByCodePoints(0, MAX_TOLD)) + "…";
    }

    /** The types asked for while reading; of several for one column the last counts. */
    public static Map<String, TypeOverride> wantedTypes(List<Step> steps) {
        Map<String, TypeOverride> wanted = new HashMap<>();
        for (Step step : steps) {
            if (step instanceof Retype retype) {
                wanted.put(retype.column(), new TypeOverride(retype.type(), retype.dates(), retype.decimalMark()));
            }
        }
        return wanted;
    }
}
