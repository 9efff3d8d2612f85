package keensparrow.core.app.choice;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.sentence.Wording;
import keensparrow.core.words.Words;

/** How wide the bins of a number are. */
final class WidthChoice implements ChoiceKind {
    private static final int COARSEST = 10; // bins at least of the narrowest width
    private static final List<Integer> STEPS = List.of(1, 2, 5, 10);

    @Override
    public String label() {
        return Words.say("choice.widthOfBins");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(ViewKind.Slot.GROUPING);
    }

    @Override
    public List<GroupBy.Form> forms() {
        return List.of(GroupBy.Form.BINS);
    }

    @Override
    public boolean isWhole(Option option) {
        return option.width() == null || option.width().signum() > 0;
    }

    @Override
    public String words(Option option, AppWords words) {
        return option.width() == null ? Words.say("choice.round") : Wording.number(option.width());
    }

    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        return view.by() == null || !view.by().isBinned()
                ? view
                : view.withBy(new GroupBy(view.by().column(), null, null, true, option.width()));
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        GroupBy by = view.by();
        List<BigDecimal> widths = new ArrayList<>();
        widths.add(by == null ? null : by.width());
        widths.add(null);
        double range = by == null ? 0 : from.range(by);
        if (range > 0) {
            BigDecimal one = BigDecimal.ONE.scaleByPowerOfTen((int) Math.floor(Math.log10(range / COARSEST)));
            STEPS.forEach(step -> widths.add(one.multiply(BigDecimal.valueOf(step))));
        }
        return Proposing.options(widths, i -> Option.ofWidth(Proposing.id(i), widths.get(i)));
    }
}
