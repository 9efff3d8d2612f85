package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.words.Words;

/** How it is drawn, of the ways that the view allows. */
final class KindOfViewChoice implements ChoiceKind {
    @Override
    public String label() {
        return Words.say("choice.drawnAs");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(ViewKind.Slot.MEASURE, ViewKind.Slot.GROUPING);
    }

    @Override
    public boolean isWhole(Option option) {
        return option.view() != null;
    }

    @Override
    public String words(Option option, AppWords words) {
        return option.view() == null ? "" : option.view().definition().label();
    }

    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        if (option.view() == null) {
            return view;
        }
        ViewKind kind = option.view().definition();
        View next = view.withKind(option.view());
        boolean fits = view.by() != null && kind.groupings().contains(view.by().form());
        return fits && !kind.isOfRows() && kind.fault(next) == null ? next : view;
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        List<View.Kind> kinds = new ArrayList<>(List.of(view.kind()));
        for (View.Kind kind : View.Kind.values()) {
            boolean takes = kind.definition().slots().contains(ViewKind.Slot.MEASURE);
            if (takes && apply(view, Option.of("o", kind), List.of()).kind() == kind) {
                kinds.add(kind);
            }
        }
        return Proposing.options(kinds, i -> Option.of(Proposing.id(i), kinds.get(i)));
    }
}
