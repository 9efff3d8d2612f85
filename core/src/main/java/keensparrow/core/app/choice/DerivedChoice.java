package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.words.Words;

/** The values as they are, or what is made of them: a share of the total, a running total, a rank. */
final class DerivedChoice implements ChoiceKind {
    @Override
    public String label() {
        return Words.say("choice.shownAs");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(ViewKind.Slot.MEASURE, ViewKind.Slot.GROUPING);
    }

    @Override
    public boolean isWhole(Option option) {
        return true;
    }

    @Override
    public String words(Option option, AppWords words) {
        return option.derived() == null
                ? Words.say("choice.asItIs")
                : option.derived().label();
    }

    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        Measure measure = view.measured().derived(option.derived());
        return view.measureId() == null ? view.withMeasure(measure) : view.withMeasure(view.measureId(), measure);
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        boolean periods = view.by() != null && view.by().form() == GroupBy.Form.PERIODS;
        List<Derived> values = new ArrayList<>();
        values.add(view.measured().derived());
        values.add(null);
        for (Derived each : Derived.values()) {
            boolean split = each != Derived.SHARE_OF_GROUP || view.split() != null;
            if (split && (periods || !each.needsPeriods())) {
                values.add(each);
            }
        }
        return Proposing.options(values, i -> Option.ofDerived(Proposing.id(i), values.get(i)));
    }
}
