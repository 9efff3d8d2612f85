package keensparrow.core.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.view.View;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.OneOf;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;

/** The one question set behind a page: its views, its filters' counts and the number of rows read. */
public final class AppQuestions {
    /** Id of the answer that says how many rows pass. */
    public static final String READING = "reading";

    private AppQuestions() {}

    public static String filterId(String column) {
        return "filter:" + column;
    }

    public static String viewId(String view) {
        return "view:" + view;
    }

    /** Id of the condition that a view's mark makes. */
    public static String markId(String view) {
        return "mark:" + view;
    }

    /** @throws UserException INVALID_REQUEST for a slice that is too long */
    public static QuestionSet of(App app, PageRequest request) {
        List<QuestionSet.Asked> asked = new ArrayList<>();
        asked.add(new QuestionSet.Asked(READING, rowsThatPass(), Set.of()));
        for (View view : app.views()) {
            if (request.wants(view.id())) {
                asked.add(new QuestionSet.Asked(
                        viewId(view.id()),
                        view.kind().definition().ask(view, request.slice(view.id())),
                        Set.of(markId(view.id()))));
            }
        }
        if (request.withFilters()) {
            for (FilterSpec filter : app.filters()) {
                asked.add(new QuestionSet.Asked(
                        filterId(filter.column()), counts(filter, request), Set.of(filterId(filter.column()))));
            }
        }
        return new QuestionSet(conditions(request.selection()), asked);
    }

    /** How many rows pass, nothing else. */
    public static QuestionSet reading(Selection selection) {
        return new QuestionSet(
                conditions(selection), List.of(new QuestionSet.Asked(READING, rowsThatPass(), Set.of())));
    }

    /** The conditions of a selection under the ids that views and filters leave out. */
    public static List<QuestionSet.ActiveFilter> conditions(Selection selection) {
        List<QuestionSet.ActiveFilter> conditions = new ArrayList<>();
        selection
                .filters()
                .forEach(filter -> conditions.add(new QuestionSet.ActiveFilter(filterId(filter.column()), filter)));
        selection
                .marks()
                .forEach(mark -> conditions.add(new QuestionSet.ActiveFilter(markId(mark.view()), mark.filter())));
        return conditions;
    }

    private static Question rowsThatPass() {
        return new Question.Groups(List.of(), List.of(Measure.ROWS), Question.Order.LABEL);
    }

    private static Question counts(FilterSpec filter, PageRequest request) {
        List<String> picked = request.selection().filters().stream()
                .filter(set -> set.column().equals(filter.column()) && set instanceof OneOf)
                .flatMap(set -> ((OneOf) set).values().stream())
                .toList();
        String find = request.finds().get(filter.column());
        return filter.kind().definition().counts(filter.column(), find, picked);
    }
}
