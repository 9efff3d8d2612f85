package keensparrow.core.app.choice;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * A part of views that colleagues choose: several views can follow one choice.
 *
 * @param id stands in addresses
 * @param title what is chosen; empty for the usual words of its kind
 * @param start id of the option that holds until another is picked; the first when null
 * @param views ids of the views that follow it
 */
public record Choice(
        String id,
        String title,
        Kind kind,
        List<Option> options,
        @Nullable String start,
        List<String> views) {
    public static final int MAX_OPTIONS = 60;
    private static final int MAX_TITLE = 200;

    public Choice {
        options = List.copyOf(options);
        views = List.copyOf(views);
    }

    /** What can be chosen: the one list of all kinds. */
    public enum Kind {
        MEASURE(new MeasureChoice()),
        DERIVED(new DerivedChoice()),
        GROUPING(new GroupingChoice()),
        STEP(new StepChoice()),
        SPLIT(new SplitChoice()),
        LARGEST(new LargestChoice()),
        WIDTH(new WidthChoice()),
        KIND(new KindOfViewChoice()),
        SHOWN(new ShownChoice()),
        ACROSS(FurtherGroupingChoice.across()),
        PANELS(FurtherGroupingChoice.panels()),
        BESIDES(new BesidesChoice()),
        COLUMNS(new ColumnsChoice()),
        CONDITION(new ConditionChoice()),
        ARRANGEMENT(SettingChoice.arrangement()),
        UPRIGHT(SettingChoice.upright()),
        AREA(SettingChoice.area()),
        COMPARISON(SettingChoice.comparison()),
        REFERENCE(DrawingChoice.reference()),
        TEXT(DrawingChoice.text()),
        COORDINATES(DrawingChoice.coordinates()),
        NAMED(new NamedChoice()),
        CELLS(DrawingChoice.cells()),
        PICTURE(DrawingChoice.picture());

        private final ChoiceKind definition;

        Kind(ChoiceKind definition) {
            this.definition = definition;
        }

        public ChoiceKind definition() {
            return definition;
        }
    }

    /** The picked option, or the one that holds where none is picked or the picked one is gone. */
    public Option option(@Nullable String picked) {
        return find(picked).or(() -> find(start)).orElse(options.get(0));
    }

    public Optional<Option> find(@Nullable String option) {
        return options.stream().filter(each -> each.id().equals(option)).findFirst();
    }

    /** What is chosen, in its author's words or the usual ones. */
    public String name() {
        return title.isBlank() ? kind.definition().label() : title;
    }

    /** An option by its own words, or by what it stands for. */
    public String label(Option option, AppWords words) {
        return option.label() == null || option.label().isBlank()
                ? kind.definition().words(option, words)
                : option.label();
    }

    /** @return what is wrong with it alone, as a sentence; null if nothing is */
    public @Nullable String fault() {
        String name = name();
        if (title.length() > MAX_TITLE) {
            return Words.say("choice.theTitleOfAChoice", "maxTitle", MAX_TITLE);
        }
        if (options.size() < 2 || options.size() > MAX_OPTIONS) {
            return Words.say("choice.theChoiceNeeds2To", "name", name, "maxOptions", MAX_OPTIONS);
        }
        Set<String> ids = new HashSet<>();
        for (Option option : options) {
            if (!option.id().matches("[A-Za-z0-9_-]{1,40}") || !ids.add(option.id())) {
                return Words.say("choice.twoOptionsOfTheChoice", "name", name);
            }
            if (option.label() != null && option.label().length() > MAX_TITLE) {
                return Words.say("choice.theWordsOfAnOption", "maxTitle", MAX_TITLE);
            }
            if (!kind.definition().isWhole(option)) {
                return Words.say("choice.anOptionOfTheChoice", "name", name);
            }
        }
        if (start != null && !ids.contains(start)) {
            return Words.say("choice.theChoiceBeginsWithAn", "name", name);
        }
        return null;
    }
}
