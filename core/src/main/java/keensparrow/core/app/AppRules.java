package keensparrow.core.app;

import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.choice.Option;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Whether named measures and choices of an app hold together. */
final class AppRules {
    private static final int MAX_NAME = 200;
    private static final int MAX_DESCRIPTION = 4000;

    private final App app;

    AppRules(App app) {
        this.app = app;
    }

    /** @throws UserException INVALID_REQUEST with what is wrong and where */
    void check() {
        if (app.named().size() > App.MAX_NAMED || app.allChoices().size() > App.MAX_CHOICES) {
            throw invalid(Text.of("app.anAppHasAtMost2", "maxNamed", App.MAX_NAMED, "maxChoices", App.MAX_CHOICES));
        }
        checkMeasures();
        for (View view : app.views()) {
            requireMeasure(view.measureId(), Words.say("app.theView", "view", name(view)));
        }
        checkChoices();
    }

    private void checkMeasures() {
        Set<String> ids = new HashSet<>();
        Set<String> names = new HashSet<>();
        for (NamedMeasure measure : app.named()) {
            if (!measure.id().matches("[A-Za-z0-9_-]{1,40}") || !ids.add(measure.id())) {
                throw invalid(Text.of("app.twoMeasuresHaveTheSame"));
            }
            if (measure.name().isBlank() || measure.name().length() > MAX_NAME) {
                throw invalid(Text.of("app.theNameOfAMeasure", "maxName", MAX_NAME));
            }
            if (!names.add(measure.name().strip().toLowerCase(Locale.ROOT))) {
                throw invalid(Text.of("app.twoMeasuresAreCalledGive", "measure", measure.name()));
            }
            String fault = measure.format() == null ? null : measure.format().faultForNumbers();
            if (fault != null) {
                throw invalid(Text.of("app.theMeasure", "measure", measure.name(), "fault", fault));
            }
            if (measure.description() != null && measure.description().length() > MAX_DESCRIPTION) {
                throw invalid(Text.of(
                        "app.theDescriptionOfIsLonger", "measure", measure.name(), "maxDescription", MAX_DESCRIPTION));
            }
        }
    }

    private void checkChoices() {
        Set<String> ids = new HashSet<>();
        Set<String> given = new HashSet<>(); // parts of views that follow a choice already
        for (Choice choice : app.allChoices()) {
            if (!choice.id().matches("[A-Za-z0-9_-]{1,40}") || !ids.add(choice.id())) {
                throw invalid(Text.of("app.twoChoicesHaveTheSame"));
            }
            String fault = choice.fault();
            if (fault != null) {
                throw invalid(Text.said(fault));
            }
            String name = Words.say("app.theChoice", "choice", choice.name());
            for (Option option : choice.options()) {
                requireMeasure(option.measureId(), name);
            }
            if (choice.views().isEmpty()) {
                throw invalid(Text.of("app.isFollowedByNoView", "name", name));
            }
            for (String id : choice.views()) {
                View view = app.view(id).orElseThrow(() -> invalid(Text.of("app.isFollowedByAView", "name", name)));
                if (!choice.kind().definition().takes(view)) {
                    throw invalid(Text.of("app.doesNotFitTheView", "name", name, "view", name(view)));
                }
                if (!given.add(choice.kind() + " " + id)) {
                    throw invalid(Text.of("app.theViewFollowsTwoChoices", "view", name(view)));
                }
            }
        }
    }

    private void requireMeasure(@Nullable String id, String who) {
        if (id != null && app.named(id).isEmpty()) {
            throw invalid(Text.of("app.usesAMeasureThatIs", "who", who));
        }
    }

    private static String name(View view) {
        return view.title().isBlank() ? view.id() : view.title();
    }

    private static UserException invalid(Text message) {
        return new UserException(ErrorCode.INVALID_REQUEST, message);
    }
}
