package keensparrow.core.app;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/** Whether what an app says of its datasets holds together. */
final class DatasetRules {
    private static final int MAX_NOUN = 200;

    private final App app;
    private final Set<String> known = new HashSet<>();

    DatasetRules(App app) {
        this.app = app;
    }

    /** @throws UserException INVALID_REQUEST with what is wrong and where */
    void check() {
        if (app.furtherDatasets().size() > App.MAX_DATASETS) {
            throw invalid(Text.of("app.anAppReadsAtMost", "maxDatasets", App.MAX_DATASETS));
        }
        for (AppDataset dataset : app.furtherDatasets()) {
            if (!dataset.name().matches("[A-Za-z0-9_-]{1,40}") || !known.add(dataset.name())) {
                throw invalid(Text.of("app.twoDatasetsHaveTheSame"));
            }
            if (dataset.dataset().isBlank() || dataset.noun().length() > MAX_NOUN) {
                throw invalid(Text.of("app.aDatasetNeedsAnId"));
            }
        }
        app.views().forEach(view -> require(view.dataset()));
        app.named().forEach(named -> require(named.dataset()));
        app.views().forEach(this::checkMeasure);
        app.allChoices().forEach(this::checkChoice);
        checkFilters();
    }

    private void require(@Nullable String name) {
        if (name != null && !known.contains(name)) {
            throw invalid(Text.of("app.noDatasetOfThatName", "name", name));
        }
    }

    private void checkMeasure(View view) {
        requireOf(view.dataset(), view.measureId());
    }

    private void requireOf(@Nullable String dataset, @Nullable String measureId) {
        Optional<NamedMeasure> named = measureId == null ? Optional.empty() : app.named(measureId);
        if (named.isPresent() && !Objects.equals(named.get().dataset(), dataset)) {
            throw invalid(
                    Text.of("app.theMeasureIsOfAnother", "measure", named.get().name()));
        }
    }

    /** Options that name columns mean those of one dataset. */
    private void checkChoice(Choice choice) {
        List<View> views =
                choice.views().stream().flatMap(id -> app.view(id).stream()).toList();
        boolean named = choice.kind().definition().namesColumns();
        long datasets = views.stream()
                .map(view -> Optional.ofNullable(view.dataset()))
                .distinct()
                .count();
        if (named && datasets > 1) {
            throw invalid(Text.of("app.theChoiceIsFollowedByViews", "choice", choice.name()));
        }
        if (!views.isEmpty()) {
            choice.options().forEach(option -> requireOf(views.get(0).dataset(), option.measureId()));
        }
    }

    /** A column of a dataset follows one filter at most. */
    private void checkFilters() {
        Set<List<String>> read = new HashSet<>();
        for (FilterSpec filter : app.filters()) {
            checkKind(filter);
            Stream<FilterSpec.Also> all = Stream.concat(
                    Stream.of(new FilterSpec.Also(filter.dataset(), filter.column())), filter.others().stream());
            Set<Optional<String>> datasets = new HashSet<>();
            all.forEach(one -> {
                require(one.dataset());
                if (!read.add(List.of(one.dataset() == null ? "" : one.dataset(), one.column()))) {
                    throw invalid(Text.of("app.theColumnHasTwoFilters", "column", one.column()));
                }
                if (!datasets.add(Optional.ofNullable(one.dataset()))) {
                    throw invalid(Text.of("app.theFilterReadsTwoColumns", "column", filter.column()));
                }
            });
        }
        Set<String> names = new HashSet<>();
        for (FilterSpec filter : app.filters()) {
            if (!names.add(filter.name())) {
                throw invalid(Text.of("app.theColumnHasTwoFilters", "column", filter.name()));
            }
        }
    }

    private static void checkKind(FilterSpec filter) {
        String fault = filter.kind().definition().fault(filter);
        if (fault != null) {
            throw invalid(Text.said(fault));
        }
        if (!filter.kind().definition().isOfColumn() && !filter.column().matches("[A-Za-z0-9_-]{1,40}")) {
            throw invalid(Text.of("app.aFilterNeedsAName"));
        }
        if (filter.title() != null && filter.title().length() > MAX_NOUN) {
            throw invalid(Text.of("app.theTitleOfAFilter", "maxTitle", MAX_NOUN));
        }
    }

    private static UserException invalid(Text message) {
        return new UserException(ErrorCode.INVALID_REQUEST, message);
    }
}
