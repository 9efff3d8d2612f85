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
                        "Step " + (i + 1) + ", “" + sentence.text() + "”, does not fit: " + failure.text(),
                        failure.span().orElse(null));
            }
        }
        return new Run(table, done);
    }

    private static String effect(Step step, Table before, Table after) {
        if (step instanceof LeaveOutRows) {
            return Wording.number(before.rowCount() - (long) after.rowCount()) + " of "
                    + Wording.number(before.rowCount()) + " rows left out";
        }
        if (step instanceof Compute compute) {
            int blanks = after.column(compute.name()).blankCount();
            return blanks == 0 ? "no blanks" : Wording.number(blanks) + " blank";
        }
        if (step instanceof JoinPeriod joined) {
            int blanks = after.column(joined.name()).blankCount();
            return blanks == 0 ? "no blanks" : Wording.number(blanks) + " blank";
        }
        if (step instanceof Retype retype) {
            int blanks = after.column(retype.column()).blankCount();
            return blanks == 0 ? "no blanks" : Wording.number(blanks) + " blank";
        }
        return before.columns().size() == after.columns().size()
                ? ""
                : after.columns().size() + " columns stay";
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
