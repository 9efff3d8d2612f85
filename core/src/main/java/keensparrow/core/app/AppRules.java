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
            throw invalid(
                    "An app has at most " + App.MAX_NAMED + " named measures and " + App.MAX_CHOICES + " choices.");
        }
        checkMeasures();
        for (View view : app.views()) {
            requireMeasure(view.measureId(), "The view “" + name(view) + "”");
        }
        checkChoices();
    }

    private void checkMeasures() {
        Set<String> ids = new HashSet<>();
        Set<String> names = new HashSet<>();
        for (NamedMeasure measure : app.named()) {
            if (!measure.id().matches("[A-Za-z0-9_-]{1,40}") || !ids.add(measure.id())) {
                throw invalid("Two measures have the same id, or an id is not made of letters and digits.");
            }
            if (measure.name().isBlank() || measure.name().length() > MAX_NAME) {
                throw invalid("The name of a measure needs 1 to " + MAX_NAME + " characters.");
            }
            if (!names.add(measure.name().strip().toLowerCase(Locale.ROOT))) {
                throw invalid("Two measures are called “" + measure.name() + "”. Give one another name.");
            }
            String fault = measure.format() == null ? null : measure.format().faultForNumbers();
            if (fault != null) {
                throw invalid("The measure “" + measure.name() + "”: " + fault);
            }
            if (measure.description() != null && measure.description().length() > MAX_DESCRIPTION) {
                throw invalid("The description of “" + measure.name() + "” is longer than " + MAX_DESCRIPTION
                        + " characters.");
            }
        }
    }

    private void checkChoices() {
        Set<String> ids = new HashSet<>();
        Set<String> given = new HashSet<>(); // parts of views that follow a choice already
        for (Choice choice : app.allChoices()) {
            if (!choice.id().matches("[A-Za-z0-9_-]{1,40}") || !ids.add(choice.id())) {
                throw invalid("Two choices have the same id, or an id is not made of letters and digits.");
            }
            String fault = choice.fault();
            if (fault != null) {
                throw invalid(fault);
            }
            String name = "The choice “" + choice.name() + "”";
            for (Option option : choice.options()) {
                requireMeasure(option.measureId(), name);
            }
            if (choice.views().isEmpty()) {
                throw invalid(name + " is followed by no view. Pick the views that follow it, or remove it.");
            }
            for (String id : choice.views()) {
                View view = app.view(id).orElseThrow(() -> invalid(name + " is followed by a view that is not there."));
                if (!choice.kind().definition().takes(view)) {
                    throw invalid(name + " does not fit the view “" + name(view)
                            + "”: it has no such part. Let another view follow it.");
                }
                if (!given.add(choice.kind() + " " + id)) {
                    throw invalid("The view “" + name(view) + "” follows two choices of the same part. Remove one.");
                }
            }
        }
    }

    private void requireMeasure(@Nullable String id, String who) {
        if (id != null && app.named(id).isEmpty()) {
            throw invalid(who + " uses a measure that is not there any more. Pick another.");
        }
    }

    private static String name(View view) {
        return view.title().isBlank() ? view.id() : view.title();
    }

    private static UserException invalid(String message) {
        return new UserException(ErrorCode.INVALID_REQUEST, message);
    }
}
