package keensparrow.core.app;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.view.View;
import keensparrow.core.filter.Filter;
import org.jspecify.annotations.Nullable;

/**
 * What an app shows of one of its datasets: an app by itself, with filters by that dataset's own columns. An app of a
 * single dataset is its own part, so that all that asks or says something does so of a part.
 *
 * @param name of a further dataset; null for the first one
 * @param app its views, measures and filters
 * @param filters for each of its own filters by its column, what selections of the whole app call it
 */
public record DatasetPart(@Nullable String name, App app, Map<String, String> filters) {
    public DatasetPart {
        filters = Map.copyOf(filters);
    }

    /** The parts of an app: of its first dataset, then of the others in their order. */
    public static List<DatasetPart> of(App app) {
        List<DatasetPart> parts = new ArrayList<>();
        parts.add(of(app, null, app.noun(), app.condition()));
        for (AppDataset dataset : app.furtherDatasets()) {
            parts.add(of(app, dataset.name(), dataset.noun(), dataset.condition()));
        }
        return List.copyOf(parts);
    }

    private static DatasetPart of(App app, @Nullable String name, String noun, @Nullable String condition) {
        if (app.furtherDatasets().isEmpty()) {
            return new DatasetPart(
                    name,
                    app,
                    app.filters().stream()
                            .collect(Collectors.toMap(FilterSpec::column, FilterSpec::name, (a, b) -> a)));
        }
        Map<String, String> names = new HashMap<>();
        List<FilterSpec> own = new ArrayList<>();
        for (FilterSpec filter : app.filters()) {
            if (Objects.equals(filter.dataset(), name)) {
                names.put(filter.column(), filter.name());
                own.add(filter.alone());
            }
        }
        List<View> views = app.views().stream()
                .filter(view -> Objects.equals(view.dataset(), name))
                .toList();
        App part = new App(
                app.format(),
                app.title(),
                noun,
                own,
                views,
                app.downloads(),
                app.pages(),
                app.named().stream()
                        .filter(named -> Objects.equals(named.dataset(), name))
                        .toList(),
                List.of(),
                List.of(),
                List.of(),
                app.marking(),
                condition,
                app.live());
        return new DatasetPart(name, part, names);
    }

    /** Whether a view of the whole app is one of this part. */
    public boolean has(String view) {
        return app.view(view).isPresent();
    }

    /** What is asked of this part alone, by its own columns: its filters, and what is marked in its views. */
    Selection own(Selection whole) {
        return new Selection(
                whole.filters().stream()
                        .filter(filter -> filters.containsValue(filter.column()))
                        .map(filter -> filter.over(this::column))
                        .toList(),
                whole.marks().stream().filter(mark -> has(mark.view())).toList());
    }

    /** What selections of the whole app call a filter of this part. */
    public String said(String column) {
        return filters.getOrDefault(column, column);
    }

    /** The column of a filter of this part. @param said what selections of the whole app call the filter */
    public String column(String said) {
        return filters.entrySet().stream()
                .filter(entry -> entry.getValue().equals(said))
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse(said);
    }

    /** A filter on columns of another part as it narrows this one; empty where a column of it means nothing here. */
    Optional<Filter> following(Filter filter, @Nullable String from, App whole) {
        Map<String, String> columns = new HashMap<>();
        for (String column : filter.columns()) {
            Optional<String> here = whole.filters().stream()
                    .filter(spec -> column.equals(spec.columnIn(from)))
                    .flatMap(spec -> Optional.ofNullable(spec.columnIn(name)).stream())
                    .findFirst();
            if (here.isEmpty()) {
                return Optional.empty();
            }
            columns.put(column, here.get());
        }
        return columns.isEmpty()
                ? Optional.empty()
                : Optional.of(filter.over(column -> Objects.requireNonNull(columns.get(column))));
    }
}
