package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/** Replays steps in order. */
public final class Steps {
    private Steps() {}

    /** A step as it went: its sentence and what it changed. */
    public record Done(Sentence sentence, String effect) {}

    /** The table after all steps, and how each went. */
    public record Run(Table table, List<Done> done) {
        public Run {
            done = List.copyOf(done);
        }
    }

    /**
     * @throws UserException with the code of the step that does not fit, naming the step by number and sentence
     */
    public static Run run(Table raw, List<Step> steps) {
        return run(raw, steps, 1);
    }

    /** @param first the number of the first of these steps, where others came before */
    public static Run run(Table raw, List<Step> steps, int first) {
        Table table = raw;
        List<Done> done = new ArrayList<>();
        for (int i = 0; i < steps.size(); i++) {
            Step step = steps.get(i);
            Sentence sentence = step.sentence(table.schema());
            try {
                Table after = step.apply(table);
                done.add(new Done(sentence, effect(step, table, after)));
                table = after;
            } catch (UserException failure) {
                throw new UserException(
                        failure.code(),
                        Text.of(
                                "prepare.stepDoesNotFit",
                                "i",
                                first + i,
                                "sentence",
                                sentence.text(),
                                "failure",
                                failure.text()),
                        failure.span().orElse(null));
            }
        }
        return new Run(table, done);
    }

    private static String effect(Step step, Table before, Table after) {
        if (step instanceof LeaveOutRows) {
            return Words.say(
                    "prepare.ofRowsLeftOut",
                    "rowCount",
                    Wording.number(before.rowCount() - (long) after.rowCount()),
                    "rowCount2",
                    Wording.number(before.rowCount()));
        }
        if (step instanceof Compute compute) {
            int blanks = after.column(compute.name()).blankCount();
            return blanks == 0
                    ? Words.say("prepare.noBlanks")
                    : Words.say("prepare.blank2", "blanks", Wording.number(blanks));
        }
        if (step instanceof JoinPeriod joined) {
            int blanks = after.column(joined.name()).blankCount();
            return blanks == 0
                    ? Words.say("prepare.noBlanks")
                    : Words.say("prepare.blank2", "blanks", Wording.number(blanks));
        }
        if (step instanceof Retype retype) {
            int blanks = after.column(retype.column()).blankCount();
            return blanks == 0
                    ? Words.say("prepare.noBlanks")
                    : Words.say("prepare.blank2", "blanks", Wording.number(blanks));
        }
        return before.columns().size() == after.columns().size()
                ? ""
                : Words.say("prepare.columnsStay", "columns", after.columns().size());
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
