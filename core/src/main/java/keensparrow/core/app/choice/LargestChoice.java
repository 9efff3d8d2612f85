package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.sentence.Wording;
import keensparrow.core.words.Words;

/** How many groups are shown by themselves. */
final class LargestChoice implements ChoiceKind {
    private static final List<Integer> USUAL = List.of(3, 5, 10, 20, 30, 0);

    @Override
    public String label() {
        return Words.say("choice.howMany");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(ViewKind.Slot.GROUPING, ViewKind.Slot.LARGEST);
    }

    @Override
    public List<GroupBy.Form> forms() {
        return List.of(GroupBy.Form.VALUES);
    }

    @Override
    public boolean isWhole(Option option) {
        return option.largest() != null && option.largest() >= 0;
    }

    @Override
    public String words(Option option, AppWords words) {
        return option.largest() == null || option.largest() == 0
                ? Words.say("choice.allOfThem")
                : Words.say("choice.largest", "largest", Wording.small(option.largest()));
    }

    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        return option.largest() == null || view.by() == null || !view.by().isOfValues()
                ? view
                : view.withLargest(option.largest());
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        List<Integer> counts = new ArrayList<>(List.of(view.largest()));
        counts.addAll(USUAL);
        return Proposing.options(counts, i -> Option.ofLargest(Proposing.id(i), counts.get(i)));
    }
}
