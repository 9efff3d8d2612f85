package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.group.TimeStep;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** What a view is grouped by a second time, or what gives each group a panel of its own. */
final class FurtherGroupingChoice implements ChoiceKind {
    private static final int MAX_GROUPS = 24;

    private final String label;
    private final ViewKind.Slot slot;
    private final Function<View, @Nullable GroupBy> now;
    private final BiFunction<View, @Nullable GroupBy, View> set;

    private FurtherGroupingChoice(
            String label,
            ViewKind.Slot slot,
            Function<View, @Nullable GroupBy> now,
            BiFunction<View, @Nullable GroupBy, View> set) {
        this.label = label;
        this.slot = slot;
        this.now = now;
        this.set = set;
    }

    static ChoiceKind across() {
        return new FurtherGroupingChoice(
                Words.say("choice.secondGrouping"),
                ViewKind.Slot.ACROSS,
                View::across,
                (view, by) -> view.grouped(by, view.panels()));
    }

    static ChoiceKind panels() {
        return new FurtherGroupingChoice(
                Words.say("choice.panels"),
                ViewKind.Slot.PANELS,
                View::panels,
                (view, by) -> view.grouped(view.across(), by));
    }

    @Override
    public String label() {
        return label;
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(slot);
    }

    @Override
    public boolean isWhole(Option option) {
        return true;
    }

    @Override
    public String words(Option option, AppWords words) {
        return option.by() == null
                ? Words.say("choice.nothing")
                : Wording.capital(option.by().phrase(words.schema()));
    }

    /** A view that cannot do without keeps its own. */
    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        return option.by() == null && isNeeded(view) ? view : set.apply(view, option.by());
    }

    private boolean isNeeded(View view) {
        return slot == ViewKind.Slot.ACROSS && view.kind().definition().needsAcross();
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        List<@Nullable GroupBy> groups = new ArrayList<>();
        groups.add(now.apply(view));
        if (!isNeeded(view)) {
            groups.add(null);
        }
        from.categories(MAX_GROUPS).forEach(column -> groups.add(new GroupBy(column.name(), null)));
        from.words().schema().columns().stream().filter(ColumnInfo::isTime).forEach(column -> {
            groups.add(new GroupBy(column.name(), TimeStep.QUARTER));
            groups.add(new GroupBy(column.name(), TimeStep.YEAR));
        });
        groups.removeIf(by -> by == null && isNeeded(view) || by != null && by.equals(view.by()));
        return Proposing.options(groups, i -> Option.ofGrouping(Proposing.id(i), groups.get(i)));
    }
}
