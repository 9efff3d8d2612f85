package keensparrow.core.app.view;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.group.ByValue;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Schema;
import org.jspecify.annotations.Nullable;

/** What shows a measure, of all rows or of groups of them. */
abstract class GroupsKind implements ViewKind {
    private static final int MAX_SERIES = 8;
    private static final int MAX_GROUPS = 500;

    @Override
    public @Nullable GroupBy by(View view) {
        return slots().contains(Slot.GROUPING) ? view.by() : null;
    }

    @Override
    public @Nullable String split(View view) {
        return slots().contains(Slot.SPLIT) ? view.split() : null;
    }

    private Measure measure(View view) {
        return slots().contains(Slot.MEASURE) ? view.measured() : Measure.ROWS;
    }

    @Override
    public @Nullable String fault(View view) {
        return null;
    }

    @Override
    public Question ask(View view, TableSlice slice) {
        List<Question.Grouped> groups = new ArrayList<>();
        GroupBy by = by(view);
        String split = split(view);
        if (by != null) {
            int largest = view.largest() > 0 ? view.largest() : MAX_GROUPS;
            groups.add(new Question.Grouped(by.grouping(), by.isOfValues() ? largest : 0));
            if (split != null) {
                groups.add(new Question.Grouped(new ByValue(split), MAX_SERIES));
            }
        }
        Question.Order order = view.order() == null ? Question.Order.LARGEST_FIRST : view.order();
        return new Question.Groups(groups, List.of(measure(view)), order);
    }

    @Override
    public Sentence sentence(View view, String noun, Schema schema) {
        Sentence.Builder words = Sentence.builder();
        Measure measure = measure(view);
        String said = MeasureSentences.of(measure, noun, schema);
        boolean formula = measure.aggregate() == Aggregate.FORMULA; // stands as its author wrote it
        words.control("measure", formula ? said : Wording.capital(said));
        GroupBy by = by(view);
        String split = split(view);
        if (by != null) {
            String gone = schema.has(by.column()) ? "" : " (this column is gone)";
            words.say(" by ").control("grouping", by.phrase(schema) + gone);
            if (by.isOfValues() && view.order() == Question.Order.LABEL) {
                words.say(", in their own order");
            }
            if (by.isOfValues() && view.largest() > 0) {
                words.say(", ").control("largest", Wording.small(view.largest()) + " largest and Other");
            }
            if (split != null) {
                words.say(", split by ").control("split", schema.label(split));
            }
        }
        return words.say(", as ").control("kind", label()).say(".").build();
    }

    @Override
    public String title(View view, String noun, Schema schema) {
        String what = MeasureSentences.title(measure(view), noun, schema);
        GroupBy by = by(view);
        String split = split(view);
        if (by == null) {
            return what;
        }
        return what + " by " + by.phrase(schema) + (split == null ? "" : " and " + schema.label(split));
    }
}
