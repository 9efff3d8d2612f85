package keensparrow.core.app.slot;

import java.util.List;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Stream;
import keensparrow.core.app.App;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.choice.ChoiceKind;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.view.View;
import keensparrow.core.sentence.Slot;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * What can be said of a choice besides its options: what it is called, what it begins with, which views follow it.
 *
 * @param app with the choice, @param words of the dataset that it is of, @param titles what views are called
 */
public record ChoiceSlots(Choice choice, App app, AppWords words, Function<View, String> titles) {
    public List<Slot> all() {
        return List.of(
                new Slot(
                        "title",
                        Words.say("slot.titleOfTheChoice"),
                        Slot.Type.TEXT,
                        List.of(new Slot.Option("", kind().label())),
                        List.of()),
                start(),
                views());
    }

    private ChoiceKind kind() {
        return choice.kind().definition();
    }

    private Slot start() {
        String first = choice.options().get(0).id();
        return Slot.pick(
                "start",
                Words.say("slot.beginsWith"),
                choice.options().stream()
                        .map(option -> Slot.Option.setting(
                                option.id(),
                                choice.label(option, words),
                                "start",
                                option.id().equals(first) && choice.start() == null ? null : option.id()))
                        .toList());
    }

    /** Views that have what is chosen, where no other choice chooses it; of the same dataset where columns are meant. */
    private Slot views() {
        List<String> taken = app.allChoices().stream()
                .filter(other -> !other.id().equals(choice.id()) && other.kind() == choice.kind())
                .flatMap(other -> other.views().stream())
                .toList();
        Stream<View> fitting = app.views().stream()
                .filter(view -> kind().takes(view) && !taken.contains(view.id()))
                .filter(view -> !kind().namesColumns() || Objects.equals(view.dataset(), dataset()));
        return new Slot(
                "views",
                Words.say("slot.followedBy"),
                Slot.Type.PICKS,
                fitting.map(view -> Slot.Option.setting(view.id(), titles.apply(view), "views", view.id()))
                        .toList(),
                List.of());
    }

    private @Nullable String dataset() {
        return choice.views().stream()
                .flatMap(id -> app.view(id).stream())
                .findFirst()
                .map(View::dataset)
                .orElse(null);
    }
}
