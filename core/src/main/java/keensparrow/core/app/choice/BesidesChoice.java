package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.sentence.Wording;
import keensparrow.core.words.Words;

/** What is measured besides the first. */
final class BesidesChoice implements ChoiceKind {
    @Override
    public String label() {
        return Words.say("choice.besides");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(ViewKind.Slot.MEASURES);
    }

    @Override
    public boolean isWhole(Option option) {
        return option.measures() != null;
    }

    @Override
    public String words(Option option, AppWords words) {
        List<Measure> measures = option.measures() == null ? List.of() : option.measures();
        return measures.isEmpty()
                ? Words.say("choice.nothing")
                : Wording.capital(
                        Wording.all(measures.stream().map(words::further).toList()));
    }

    /** A kind that cannot do without keeps what the view has. */
    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        if (option.measures() == null) {
            return view;
        }
        View next = view.besides(option.measures());
        return next.kind().definition().fault(next) == null ? next : view;
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        List<List<Measure>> sets = new ArrayList<>();
        sets.add(view.others());
        View none = view.besides(List.of());
        if (none.kind().definition().fault(none) == null) {
            sets.add(List.of());
        }
        from.measures().stream()
                .filter(measure -> !measure.equals(view.measured()))
                .forEach(measure -> sets.add(List.of(measure)));
        if (!view.measured().equals(Measure.ROWS)) {
            sets.add(List.of(Measure.ROWS));
        }
        return Proposing.options(sets, i -> Option.ofMeasures(Proposing.id(i), sets.get(i)));
    }
}
