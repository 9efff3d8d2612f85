package keensparrow.core.app;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * What colleagues open.
 *
 * @param format version of this form, for migrations of stored documents
 * @param noun what a row is, in the plural: {@code departures}
 * @param downloads what may be taken along; rows of tables where nothing is said, as in older documents
 * @param pages in order; none for an app of a single page, as in older documents
 * @param measures those that have a name; none in older documents
 * @param choices what colleagues choose; none in older documents
 * @param start filters that hold when a colleague opens it; one on a column without a filter is passed over
 * @param datasets further ones, beside that of the app; none in older documents
 * @param marking what a press on a group does at first; it narrows where nothing is said
 * @param condition expression that holds for the rows of its first dataset that it shows at all; null for all rows
 * @param live whether new data are shown as soon as they are there, and not when whoever reads asks; not when null
 */
public record App(
        int format,
        String title,
        String noun,
        List<FilterSpec> filters,
        List<View> views,
        @Nullable Downloads downloads,
        @Nullable List<Page> pages,
        @Nullable List<NamedMeasure> measures,
        @Nullable List<Choice> choices,
        @Nullable List<Filter> start,
        @Nullable List<AppDataset> datasets,
        @Nullable Marking marking,
        @Nullable String condition,
        @Nullable Boolean live) {
    public static final int FORMAT = 2;

    private static final int FIRST_FORMAT = 1;

    private static final String STEP_OF = "step:"; // no id of a choice has a colon

    public static final int MAX_VIEWS = 60;
    public static final int MAX_FILTERS = 24;
    public static final int MAX_PAGES = 30;
    public static final int MAX_CHOICES = 24;
    public static final int MAX_NAMED = 100;
    public static final int MAX_DATASETS = 8;
    private static final int MAX_CONDITIONS =
            30; // of views: an engine takes twice as many at once, with filters and marks
    private static final int MAX_TITLE = 200;

    public App {
        format = format == FIRST_FORMAT ? FORMAT : format; // which had no measures and no choices, and all else alike
        filters = List.copyOf(filters);
        views = List.copyOf(views);
        downloads = downloads == null ? Downloads.ROWS : downloads;
        pages = pages == null ? List.of() : List.copyOf(pages);
        measures = measures == null ? List.of() : List.copyOf(measures);
        choices = choices == null ? List.of() : List.copyOf(choices);
        start = started(start, filters);
        datasets = datasets == null ? List.of() : List.copyOf(datasets);
        marking = marking == null ? Marking.NARROW : marking;
        condition = condition == null || condition.isBlank() ? null : condition;
        live = live != null && live;
    }

    private static List<Filter> started(@Nullable List<Filter> start, List<FilterSpec> filters) {
        return start == null
                ? List.of()
                : start.stream()
                        .filter(one ->
                                filters.stream().anyMatch(spec -> spec.name().equals(one.column())))
                        .toList();
    }

    /** Filters that hold when a colleague opens it. */
    public List<Filter> startFilters() {
        return start == null ? List.of() : start;
    }

    /** With rows of tables to take along. */
    public App(int format, String title, String noun, List<FilterSpec> filters, List<View> views) {
        this(
                format,
                title,
                noun,
                filters,
                views,
                Downloads.ROWS,
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                null,
                null,
                null,
                null);
    }

    public App withPages(List<Page> next) {
        return new App(
                format, title, noun, filters, views, downloads, next, measures, choices, start, datasets, marking,
                condition, live);
    }

    public App withViews(List<View> next) {
        return new App(
                format, title, noun, filters, next, downloads, pages, measures, choices, start, datasets, marking,
                condition, live);
    }

    /** With measures that have a name, and what colleagues choose. */
    public App with(List<NamedMeasure> nextMeasures, List<Choice> nextChoices) {
        return new App(
                format,
                title,
                noun,
                filters,
                views,
                downloads,
                pages,
                nextMeasures,
                nextChoices,
                start,
                datasets,
                marking,
                condition,
                live);
    }

    /** With further datasets. */
    public App reading(List<AppDataset> next) {
        return new App(
                format, title, noun, filters, views, downloads, pages, measures, choices, start, next, marking,
                condition, live);
    }

    public App withFilters(List<FilterSpec> next) {
        return new App(
                format, title, noun, next, views, downloads, pages, measures, choices, start, datasets, marking,
                condition, live);
    }

    /** What a press on a group of a view does to the others. */
    public enum Marking {
        NARROW,
        /** Where a view can show a part of its numbers, all rows stay in it and those of the group stand out. */
        HIGHLIGHT
    }

    /** With rows alone for which an expression holds; null for all rows. */
    public App where(@Nullable String next) {
        return new App(
                format, title, noun, filters, views, downloads, pages, measures, choices, start, datasets, marking,
                next, live);
    }

    /** What a row is, and of which rows it is about: {@code departures where not cancelled}. */
    public String rows() {
        return condition == null ? noun : Words.say("app.nounWhere", "noun", noun, "condition", condition);
    }

    /** Further datasets, beside that of the app. */
    public List<AppDataset> furtherDatasets() {
        return datasets == null ? List.of() : datasets;
    }

    public List<Page> allPages() {
        return pages == null ? List.of() : pages;
    }

    /** Measures that have a name. */
    public List<NamedMeasure> named() {
        return measures == null ? List.of() : measures;
    }

    /** What colleagues choose. */
    public List<Choice> allChoices() {
        return choices == null ? List.of() : choices;
    }

    public Optional<NamedMeasure> named(@Nullable String id) {
        return named().stream().filter(measure -> measure.id().equals(id)).findFirst();
    }

    /** The named measure that is made of the same, whatever is derived from it. */
    public Optional<NamedMeasure> namedLike(Measure measure) {
        return named().stream()
                .filter(named -> named.measure().equals(measure.plain()))
                .findFirst();
    }

    /** What its sentences call things. */
    public AppWords words(Schema schema) {
        return new AppWords(noun, schema, named());
    }

    /**
     * The app as it is shown under what is picked: named measures in their places, choices made, views that are hidden
     * left out. All that asks or says something does so of this.
     *
     * @param picked ids of options by the id of their choice; where nothing is picked, or what is gone, a choice's start
     *     holds; by {@code step:} and the id of a view over time the name of the time step that it is looked at in
     */
    public App shown(Map<String, String> picked) {
        boolean drilled = picked.keySet().stream().anyMatch(key -> key.startsWith(STEP_OF));
        if (named().isEmpty() && allChoices().isEmpty() && !drilled) {
            return this;
        }
        List<View> shown = new ArrayList<>();
        for (View view : views) {
            View now = named(view.measureId()).map(view::using).orElse(view);
            for (Choice choice : allChoices()) {
                if (now != null && choice.views().contains(view.id())) {
                    now = choice.kind().definition().apply(now, choice.option(picked.get(choice.id())), named());
                }
            }
            if (now != null) {
                shown.add(now.inSteps(picked.get(STEP_OF + view.id())));
            }
        }
        return withViews(shown);
    }

    /** Columns that a table shows, whatever is chosen. */
    public Set<String> columnsOf(View table) {
        Set<String> names = new LinkedHashSet<>(table.columns());
        allChoices().stream()
                .filter(choice -> choice.views().contains(table.id()))
                .flatMap(choice -> choice.options().stream())
                .forEach(option -> names.addAll(option.columns() == null ? List.of() : option.columns()));
        return names;
    }

    public boolean allows(Downloads wanted) {
        return downloads != null && downloads.allow(wanted);
    }

    public Optional<View> view(String id) {
        return views.stream().filter(view -> view.id().equals(id)).findFirst();
    }

    /** @param name as {@link FilterSpec#name} says it */
    public Optional<FilterSpec> filter(String name) {
        return filters.stream().filter(filter -> filter.name().equals(name)).findFirst();
    }

    /** @throws UserException INVALID_REQUEST when it could not be shown: no title, ids twice, views off the grid */
    public void validate() {
        if (format != FORMAT) {
            throw invalid(Text.of("app.thisAppHasTheForm", "format", format, "format2", FORMAT));
        }
        if (title.isBlank() || title.length() > MAX_TITLE) {
            throw invalid(Text.of("app.theTitleNeeds1To", "maxTitle", MAX_TITLE));
        }
        if (views.size() > MAX_VIEWS || filters.size() > MAX_FILTERS) {
            throw invalid(Text.of("app.aPageHoldsAtMost", "maxViews", MAX_VIEWS, "maxFilters", MAX_FILTERS));
        }
        Set<String> ids = new HashSet<>();
        for (View view : views) {
            if (!view.id().matches("[A-Za-z0-9_-]{1,40}") || !ids.add(view.id())) {
                throw invalid(Text.of("app.twoViewsHaveTheSame"));
            }
            if (view.title().length() > MAX_TITLE) {
                throw invalid(Text.of("app.theTitleOfAView", "maxTitle", MAX_TITLE));
            }
            String fault = view.kind().definition().fault(view);
            if (fault != null) {
                throw invalid(Text.said(fault));
            }
            if (!view.place().isOnGrid()) {
                throw invalid(Text.of("app.theViewLiesOutsideThe", "view", view.title()));
            }
        }
        boolean tooMany = views.stream()
                        .filter(view -> view.condition() != null || canBeNarrowed(view.id()))
                        .count()
                > MAX_CONDITIONS;
        if (tooMany) {
            throw invalid(Text.of("app.atMostConditions", "maxConditions", MAX_CONDITIONS));
        }
        validatePages();
        new AppRules(this).check();
        new DatasetRules(this).check();
    }

    private boolean canBeNarrowed(String view) {
        return allChoices().stream()
                .anyMatch(choice ->
                        choice.kind() == Choice.Kind.CONDITION && choice.views().contains(view));
    }

    private void validatePages() {
        if (allPages().size() > MAX_PAGES) {
            throw invalid(Text.of("app.anAppHasAtMost", "maxPages", MAX_PAGES));
        }
        Set<String> ids = new HashSet<>();
        for (Page page : allPages()) {
            if (!page.id().matches("[A-Za-z0-9_-]{1,40}") || !ids.add(page.id())) {
                throw invalid(Text.of("app.twoPagesHaveTheSame"));
            }
            if (page.title().isBlank() || page.title().length() > MAX_TITLE) {
                throw invalid(Text.of("app.theTitleOfAPage", "maxTitle", MAX_TITLE));
            }
        }
        for (View view : views) {
            if (view.page() != null && !ids.contains(view.page())) {
                throw invalid(Text.of("app.theViewStandsOnA", "view", view.title()));
            }
        }
    }

    private static UserException invalid(Text message) {
        return new UserException(ErrorCode.INVALID_REQUEST, message);
    }
}
