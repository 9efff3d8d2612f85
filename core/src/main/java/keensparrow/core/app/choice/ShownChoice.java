package keensparrow.core.app.choice;

import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Whether a view is shown. */
final class ShownChoice implements ChoiceKind {
    @Override
    public String label() {
        return Words.say("choice.show");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of();
    }

    @Override
    public boolean isWhole(Option option) {
        return option.shown() != null;
    }

    @Override
    public String words(Option option, AppWords words) {
        return Boolean.TRUE.equals(option.shown()) ? Words.say("choice.yes") : Words.say("choice.no");
    }

    @Override
    public @Nullable View apply(View view, Option option, List<NamedMeasure> measures) {
        return Boolean.FALSE.equals(option.shown()) ? null : view;
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        return List.of(Option.ofShown("o1", true), Option.ofShown("o2", false));
    }
}
