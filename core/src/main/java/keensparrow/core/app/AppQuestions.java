package keensparrow.core.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.OneOf;
import keensparrow.core.group.ByValue;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;

/** The one question set behind a page: its views, its filters' counts and the number of rows read. */
public final class AppQuestions {
    /** Id of the answer that says how many rows pass. */
    public static final String READING = "reading";

    private static final int FIRST_ROWS = 50;
    private static final int MAX_ROWS = 1000;
    private static final int MAX_SERIES = 8;
    private static final int MAX_GROUPS = 500;
    private static final int VALUES_SHOWN = 100;

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
                asked.add(new QuestionSet.Asked(viewId(view.id()), question(view, request), Set.of(markId(view.id()))));
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

    private static Question question(View view, PageRequest request) {
        if (view.kind() == View.Kind.TABLE) {
            PageRequest.TableSlice slice =
                    request.slice(view.id()).orElse(new PageRequest.TableSlice(0, FIRST_ROWS, null));
            if (slice.limit() < 0 || slice.limit() > MAX_ROWS || slice.offset() < 0) {
                throw new UserException(
                        ErrorCode.INVALID_REQUEST, "Ask for at most " + MAX_ROWS + " rows at a time, from row 0 on.");
            }
            List<Question.Sort> sort = slice.sort() == null ? view.sort() : slice.sort();
            if (!sort.stream().allMatch(by -> view.columns().contains(by.column()))) {
                throw new UserException(
                        ErrorCode.INVALID_REQUEST, "The table “" + view.title() + "” sorts by its own columns alone.");
            }
            return new Question.Rows(view.columns(), sort, slice.offset(), slice.limit());
        }
        List<Question.Grouped> by = new ArrayList<>();
        if (view.kind() != View.Kind.FIGURE && view.by() != null) {
            int largest = view.largest() > 0 ? view.largest() : MAX_GROUPS;
            by.add(new Question.Grouped(view.by().grouping(), view.by().isOfValues() ? largest : 0));
            if (view.split() != null) {
                by.add(new Question.Grouped(new ByValue(view.split()), MAX_SERIES));
            }
        }
        Question.Order order = view.order() == null ? Question.Order.LARGEST_FIRST : view.order();
        return new Question.Groups(by, List.of(view.measured()), order);
    }

    private static Question counts(FilterSpec filter, PageRequest request) {
        if (filter.kind() == FilterSpec.Kind.RANGE || filter.kind() == FilterSpec.Kind.DATES) {
            return new Question.Histogram(filter.column());
        }
        if (filter.kind() == FilterSpec.Kind.TEXT) {
            return rowsThatPass();
        }
        List<String> picked = request.selection().filters().stream()
                .filter(set -> set.column().equals(filter.column()) && set instanceof OneOf)
                .flatMap(set -> ((OneOf) set).values().stream())
                .toList();
        return new Question.ValueCounts(filter.column(), request.finds().get(filter.column()), VALUES_SHOWN, picked);
    }
}
