package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.engine.filter.FilterEvaluator;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.rows.RowSet;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/**
 * Keeps or leaves out the rows for which a condition holds; where it is unknown for blanks it does not hold.
 *
 * @param condition an expression that says yes or no
 */
public record KeepRows(Which which, String condition) implements Step {
    /** What becomes of the rows. */
    public enum Which {
        KEEP("prepare.keepRows.keep"),
        LEAVE_OUT("prepare.keepRows.leaveOut");

        private final String key;

        Which(String key) {
            this.key = key;
        }

        String label() {
            return Words.say(key);
        }
    }

    static final StepKind KIND = new StepKind(
            "keepRows",
            KeepRows.class,
            Words.say("prepare.keepRows"),
            List.of(
                    Slot.option("which", Words.say("prepare.whichRows"), Which.values(), Which::label),
                    Slot.expression("condition", Words.say("prepare.condition"))));

    @Override
    public Table apply(Table before) {
        RowSet holds = FilterEvaluator.select(new ExpressionFilter(condition), before);
        RowSet kept = which == Which.KEEP ? holds : holds.complement();
        return kept.size() == before.rowCount() ? before : before.pick(kept.toArray(), kept.size());
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.keepRowsSentence",
                Sentence.control("which", which.label()),
                Sentence.control("condition", condition));
    }
}
