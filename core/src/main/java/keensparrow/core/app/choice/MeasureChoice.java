package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.words.Words;

/** Which measure. */
final class MeasureChoice implements ChoiceKind {
    @Override
    public String label() {
        return Words.say("choice.measure");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(ViewKind.Slot.MEASURE);
    }

    @Override
    public boolean isWhole(Option option) {
        return option.measure() != null || option.measureId() != null;
    }

    @Override
    public String words(Option option, AppWords words) {
        return words.title(option.measureId(), option.measure() == null ? Measure.ROWS : option.measure());
    }

    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        Measure own = option.measure() == null ? Measure.ROWS : option.measure();
        return option.measureId() == null
                ? view.withMeasure(own)
                : view.withMeasure(option.measureId(), ChoiceKind.named(option.measureId(), measures));
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        List<Option> options = new ArrayList<>();
        from.words().measures().forEach(named -> options.add(Option.ofNamed("m_" + named.id(), named.id())));
        List<Measure> measures = new ArrayList<>();
        if (view.measureId() == null) {
            measures.add(view.measured());
        }
        measures.addAll(from.measures());
        measures.add(Measure.ROWS);
        options.addAll(Proposing.options(measures, i -> Option.of(Proposing.id(i), measures.get(i))));
        options.stream()
                .filter(option -> view.measureId() == null
                        ? view.measured().equals(option.measure())
                        : view.measureId().equals(option.measureId()))
                .findFirst()
                .ifPresent(now -> {
                    options.remove(now);
                    options.add(0, now);
                });
        return options;
    }
}
