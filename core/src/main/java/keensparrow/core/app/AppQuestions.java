package keensparrow.core.app;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.filter.FilterKind;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.view.TableSlice;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.words.Text;
import keensparrow.core.words.TextOrder;

/** The one question set behind a page: its views, its filters' counts and the number of rows read. */
public final class AppQuestions {
    private static final String FIXED = "fixed"; // the condition of the app itself, which narrows everything

    /** Id of the answer that says how many rows pass. */
    public static final String READING = "reading";

    private AppQuestions() {}

    public static String filterId(String column) {
        return "filter:" + column;
    }

    public static String viewId(String view) {
        return "view:" + view;
    }

    /** Id of the question that a view's numbers are seen beside: of its marked part, or of all rows. */
    public static String besideId(String view) {
        return "beside:" + view;
    }

    /** Id of the condition that a view's mark makes. */
    public static String markId(String view) {
        return "mark:" + view;
    }

    /** Id of the condition on the rows that a view shows at all. */
    private static String ownId(String view) {
        return "own:" + view;
    }

    /** @throws UserException INVALID_REQUEST for a slice that is too long */
    public static QuestionSet of(App app, PageRequest request) {
        List<QuestionSet.ActiveFilter> conditions = new ArrayList<>(conditions(app, request.selection()));
        List<QuestionSet.Asked> asked = new ArrayList<>();
        asked.add(new QuestionSet.Asked(READING, rowsThatPass(), Set.of()));
        Map<String, String> own = new HashMap<>(); // conditions that narrow one view alone, each with its view
        for (View view : app.views()) {
            if (request.wants(view.id())) {
                Set<String> without = new HashSet<>(skipped(app, view));
                without.add(markId(view.id()));
                if (view.condition() != null) {
                    own.put(ownId(view.id()), view.id());
                    conditions.add(
                            new QuestionSet.ActiveFilter(ownId(view.id()), new ExpressionFilter(view.condition())));
                }
                for (Filter filter : headings(view, request.slice(view.id()))) {
                    String id = headingId(view.id(), filter.column());
                    own.put(id, view.id());
                    conditions.add(new QuestionSet.ActiveFilter(id, filter));
                }
                besides(app, view, request, without).ifPresent(asked::add);
                if (showsPart(view, request)) {
                    request.selection().marks().forEach(mark -> without.add(markId(mark.view())));
                }
                asked.add(new QuestionSet.Asked(
                        viewId(view.id()), view.kind().definition().ask(view, request.slice(view.id())), without));
            }
        }
        if (request.withFilters()) {
            for (FilterSpec filter : app.filters()) {
                asked.add(new QuestionSet.Asked(
                        filterId(filter.name()), counts(filter, request), Set.of(filterId(filter.name()))));
            }
        }
        return new QuestionSet(
                conditions, asked.stream().map(one -> apart(one, own)).toList(), TextOrder.ofReader());
    }

    /** Whether all rows stay in a view, and those marked elsewhere stand out in it. */
    private static boolean showsPart(View view, PageRequest request) {
        return request.highlight()
                && view.kind().definition().showsParts(view)
                && request.selection().marks().stream()
                        .anyMatch(mark -> !mark.view().equals(view.id()));
    }

    /**
     * What a view's numbers are seen beside. The part of it that is marked elsewhere is asked for all of its groups: the
     * largest of the part are others than the largest of the whole.
     *
     * @param without conditions that do not narrow the view
     */
    private static Optional<QuestionSet.Asked> besides(App app, View view, PageRequest request, Set<String> without) {
        ViewKind kind = view.kind().definition();
        if (request.slice(view.id()).offset() > 0) {
            return Optional.empty(); // further rows of what was answered before
        }
        if (showsPart(view, request)) {
            Question question = kind.ask(view.withLargest(0), request.slice(view.id()));
            return Optional.of(new QuestionSet.Asked(besideId(view.id()), question, without));
        }
        Question rows = kind.beside(view);
        if (rows != null) {
            return Optional.of(new QuestionSet.Asked(besideId(view.id()), rows, without));
        }
        if (kind.isAgainstAll(view)) {
            Set<String> all = new HashSet<>();
            conditions(app, request.selection()).forEach(condition -> all.add(condition.id()));
            all.remove(FIXED);
            Question question = kind.ask(view, request.slice(view.id()));
            return Optional.of(new QuestionSet.Asked(besideId(view.id()), question, all));
        }
        return Optional.empty();
    }

    /** A question that conditions of single views do not narrow, but its own. */
    private static QuestionSet.Asked apart(QuestionSet.Asked asked, Map<String, String> own) {
        if (own.isEmpty()) {
            return asked;
        }
        Set<String> without = new HashSet<>(asked.without());
        own.forEach((condition, view) -> {
            if (!asked.id().equals(viewId(view)) && !asked.id().equals(besideId(view))) {
                without.add(condition);
            }
        });
        return new QuestionSet.Asked(asked.id(), asked.question(), without);
    }

    /**
     * Filters that narrow a view alone, such as those under the headings of a table: on columns of it.
     *
     * @throws UserException INVALID_REQUEST for another column, or two filters of one
     */
    public static List<Filter> headings(View view, TableSlice slice) {
        Set<String> seen = new HashSet<>();
        for (Filter filter : slice.filters()) {
            List<String> columns = view.kind().definition().narrowable(view);
            boolean known = columns.containsAll(filter.columns());
            if (!known || filter.columns().isEmpty() || !seen.add(filter.column())) {
                throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("app.aHeadingFiltersItsColumn"));
            }
        }
        return slice.filters();
    }

    private static String headingId(String view, String column) {
        return "heading:" + view + ":" + column;
    }

    /** The conditions that narrow a view: those of the selection but its mark and what it skips, and its own. */
    public static Set<Filter> narrowing(App app, View view, Selection selection) {
        Set<String> without = new HashSet<>(skipped(app, view));
        without.add(markId(view.id()));
        Set<Filter> filters = new HashSet<>();
        conditions(app, selection).stream()
                .filter(condition -> !without.contains(condition.id()))
                .forEach(condition -> filters.add(condition.filter()));
        if (view.condition() != null) {
            filters.add(new ExpressionFilter(view.condition()));
        }
        return filters;
    }

    /** Ids of the filters that do not narrow a view. */
    private static List<String> skipped(App app, View view) {
        return app.filters().stream()
                .filter(filter -> filter.skippedViews().contains(view.id()))
                .map(filter -> filterId(filter.name()))
                .toList();
    }

    /** How many rows pass, nothing else. */
    public static QuestionSet reading(App app, Selection selection) {
        return new QuestionSet(
                conditions(app, selection), List.of(new QuestionSet.Asked(READING, rowsThatPass(), Set.of())));
    }

    /** The conditions of a selection under the ids that views and filters leave out. */
    public static List<QuestionSet.ActiveFilter> conditions(App app, Selection selection) {
        List<QuestionSet.ActiveFilter> conditions = new ArrayList<>();
        if (app.condition() != null) {
            conditions.add(new QuestionSet.ActiveFilter(FIXED, new ExpressionFilter(app.condition())));
        }
        for (Filter filter : selection.filters()) {
            Filter narrowing = app.filter(filter.column())
                    .map(spec -> spec.kind().definition().narrowing(spec, filter))
                    .orElse(filter);
            conditions.add(new QuestionSet.ActiveFilter(filterId(filter.column()), narrowing));
        }
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
                .filter(set -> set.column().equals(filter.name()) && set instanceof OneOf)
                .flatMap(set -> ((OneOf) set).values().stream())
                .toList();
        String find = request.finds().get(filter.name());
        boolean whole = request.whole().contains(filter.name());
        return filter.kind().definition().counts(filter, new FilterKind.Listing(find, picked, whole));
    }
}
