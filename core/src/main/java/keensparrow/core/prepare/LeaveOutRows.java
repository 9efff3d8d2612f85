package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import keensparrow.core.engine.filter.FilterEvaluator;
import keensparrow.core.filter.OneOf;
import keensparrow.core.rows.RowSet;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/**
 * Leaves out the rows that have one of these values in a column.
 *
 * @param values written plainly
 * @param blank whether blank rows are left out too
 */
public record LeaveOutRows(String column, List<String> values, boolean blank) implements Step {
    static final StepKind KIND = new StepKind(
            "leaveOutRows",
            LeaveOutRows.class,
            Words.say("prepare.leaveOutRows"),
            List.of(
                    Slot.column("column", Words.say("prepare.column")),
                    Slot.values("values", Words.say("prepare.values"))));

    public LeaveOutRows {
        values = List.copyOf(new LinkedHashSet<>(values));
    }

    @Override
    public Table apply(Table before) {
        RowSet kept = FilterEvaluator.select(new OneOf(column, values, blank, true), before);
        return kept.size() == before.rowCount() ? before : before.pick(kept.toArray(), kept.size());
    }

    @Override
    public Sentence sentence(Schema before) {
        List<String> named = new ArrayList<>(values);
        if (blank) {
            named.add(Words.say("prepare.blank"));
        }
        return Sentence.of(
                "prepare.leaveOutRowsSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control("values", Wording.either(named)));
    }
}
