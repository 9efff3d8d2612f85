package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.sentence.Slot;
import keensparrow.core.words.Words;

/** Which rows a view shows, whatever is filtered: each option an expression, or all rows. */
final class ConditionChoice implements ChoiceKind {
    private static final int MAX_CONDITION = 2000;

    @Override
    public String label() {
        return Words.say("choice.condition");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(ViewKind.Slot.CONDITION);
    }

    @Override
    public boolean isWhole(Option option) {
        return option.condition() == null || option.condition().length() <= MAX_CONDITION;
    }

    @Override
    public String words(Option option, AppWords words) {
        return option.condition() == null ? Words.say("choice.allRows", "noun", words.noun()) : option.condition();
    }

    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        return view.where(option.condition());
    }

    @Override
    public Slot written() {
        return Slot.expression("condition", Words.say("slot.conditionOfOption"));
    }

    /** Its own condition and none; others are written by the author. */
    @Override
    public List<Option> proposals(View view, Proposing from) {
        if (view.condition() == null) {
            return List.of();
        }
        List<String> conditions = new ArrayList<>();
        conditions.add(view.condition());
        conditions.add(null);
        return Proposing.options(conditions, i -> Option.ofCondition(Proposing.id(i), conditions.get(i)));
    }
}
