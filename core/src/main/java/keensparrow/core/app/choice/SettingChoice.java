package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.app.view.ViewSettings;
import keensparrow.core.app.view.ViewSettings.Arrangement;
import keensparrow.core.app.view.ViewSettings.Comparison;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** How a view is drawn in one respect that its kind leaves open. */
final class SettingChoice<T> implements ChoiceKind {
    private final String label;
    private final ViewKind.Slot slot;
    private final List<T> values;
    private final Function<ViewSettings, @Nullable T> of;
    private final Function<T, ViewSettings> with;
    private final Function<T, String> words;

    /**
     * @param values the usual one first
     * @param of what is set; null for the usual one
     */
    private SettingChoice(
            String label,
            ViewKind.Slot slot,
            List<T> values,
            Function<ViewSettings, @Nullable T> of,
            Function<T, ViewSettings> with,
            Function<T, String> words) {
        this.label = label;
        this.slot = slot;
        this.values = values;
        this.of = of;
        this.with = with;
        this.words = words;
    }

    static ChoiceKind arrangement() {
        return new SettingChoice<>(
                Words.say("choice.howPartsStand"),
                ViewKind.Slot.ARRANGEMENT,
                List.of(Arrangement.values()),
                ViewSettings::arrange,
                value -> ViewSettings.USUAL.arranged(value),
                Arrangement::label);
    }

    static ChoiceKind comparison() {
        return new SettingChoice<>(
                Words.say("choice.comparedWith"),
                ViewKind.Slot.COMPARISON,
                List.of(Comparison.values()),
                ViewSettings::compare,
                ViewSettings::comparing,
                Comparison::label);
    }

    static ChoiceKind upright() {
        return yesOrNo(
                Words.say("choice.upright"),
                ViewKind.Slot.UPRIGHT,
                ViewSettings::upright,
                ViewSettings.USUAL::standing);
    }

    static ChoiceKind area() {
        return yesOrNo(
                Words.say("choice.filledBelow"), ViewKind.Slot.AREA, ViewSettings::area, ViewSettings.USUAL::filled);
    }

    private static ChoiceKind yesOrNo(
            String label,
            ViewKind.Slot slot,
            Function<ViewSettings, @Nullable Boolean> of,
            Function<Boolean, ViewSettings> with) {
        return new SettingChoice<>(
                label,
                slot,
                List.of(false, true),
                of,
                with,
                value -> value ? Words.say("choice.yes") : Words.say("choice.no"));
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
        return option.settings() != null;
    }

    private T value(@Nullable ViewSettings settings) {
        T value = settings == null ? null : of.apply(settings);
        return value == null ? values.get(0) : value;
    }

    @Override
    public String words(Option option, AppWords names) {
        return words.apply(value(option.settings()));
    }

    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        return option.settings() == null ? view : view.drawn(view.drawing().over(with.apply(value(option.settings()))));
    }

    /** Parts must be there to stand in some way, periods to be compared. */
    private boolean isMeant(View view) {
        return view.by() != null && (slot != ViewKind.Slot.ARRANGEMENT || view.split() != null);
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        if (!isMeant(view)) {
            return List.of();
        }
        List<T> all = new ArrayList<>(List.of(value(view.drawing())));
        all.addAll(values);
        return Proposing.options(all, i -> Option.of(Proposing.id(i), with.apply(all.get(i))));
    }
}
