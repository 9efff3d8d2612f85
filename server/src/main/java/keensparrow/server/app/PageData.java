package keensparrow.server.app;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.App;
import keensparrow.core.app.AppDataset;
import keensparrow.core.app.AppSentences;
import keensparrow.core.app.DatasetPart;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.view.Conversion;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.column.ColumnType;
import keensparrow.core.draft.FirstDraft;
import keensparrow.core.draft.RowName;
import keensparrow.core.expression.Expressions;
import keensparrow.core.filter.RelativePeriod;
import keensparrow.core.meaning.Coordinates;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.server.dataset.Dataset;
import keensparrow.server.dataset.DatasetService;
import org.jspecify.annotations.Nullable;

/**
 * All a page needs to draw an app but the answers.
 *
 * @param words title and sentence of each view by its id, as it stands before anything is chosen
 * @param choices what each choice and its options are called, by the id of the choice
 * @param columns those that may be known to whoever looks
 * @param access what whoever opens it may do and take along, as a sentence
 * @param kinds for the author: ways of showing that the columns allow
 * @param datasets likewise of each further dataset; the fields beside are of the first one
 * @param coordinates where rows lie; null where no columns say it
 * @param periods that dates can be filtered by, counted from the latest date there is
 * @param measures for the author: what the columns measure, each as it adds up, the most telling first
 */
public record PageData(
        App app,
        Map<String, Words> words,
        Map<String, ChoiceWords> choices,
        List<Column> columns,
        @Nullable Coordinates coordinates,
        List<Period> periods,
        List<Measure> measures,
        Data data,
        String access,
        List<Further> datasets,
        List<View.Kind> kinds) {
    /** As far as whoever looks may know the columns. */
    private static @Nullable Coordinates coordinates(List<ColumnInfo> infos, Schema schema) {
        return Coordinates.of(schema)
                .filter(found -> infos.stream().anyMatch(info -> info.name().equals(found.latitude())))
                .filter(found -> infos.stream().anyMatch(info -> info.name().equals(found.longitude())))
                .orElse(null);
    }

    private static final List<Period> PERIODS = Stream.of(RelativePeriod.Name.values())
            .map(name -> new Period(name, name.label()))
            .toList();

    /** A period told by its name. */
    public record Period(RelativePeriod.Name name, String label) {}

    /** A view's title and sentence. */
    public record Words(String title, Sentence sentence) {}

    /** @param options in their order */
    public record ChoiceWords(String name, List<String> options) {}

    /**
     * A column as the page knows it.
     *
     * @param namesRows whether it says what a row is of; of one column at most
     * @param filters the kinds of filters that fit, the one to begin with first
     */
    public record Column(
            String name,
            String label,
            ColumnType type,
            Role role,
            int distinct,
            boolean namesRows,
            @Nullable ColumnFormat format,
            List<FilterSpec.Kind> filters,
            @Nullable String description) {}

    /** The data behind: which version, how old. @param skipped steps that were skipped since they do not fit any more */
    public record Data(String name, int version, Instant loadedAt, int rowCount, int skipped) {}

    /** A further dataset of an app. @param name what the app calls it, @param noun what a row of it is */
    public record Further(
            String name,
            String noun,
            List<Column> columns,
            @Nullable Coordinates coordinates,
            List<Measure> measures,
            Data data,
            List<View.Kind> kinds) {}

    /** For the author: every column of the datasets. */
    static PageData forAuthor(App app, Dataset dataset, DatasetService datasets) {
        return of(app, dataset, datasets, false);
    }

    /** For colleagues: the columns that the app shows, no others. */
    public static PageData forColleagues(App app, Dataset dataset, DatasetService datasets) {
        return of(app, dataset, datasets, true);
    }

    private static PageData of(App app, Dataset dataset, DatasetService datasets, boolean shownOnly) {
        AppParts parts = AppParts.of(app, dataset, datasets);
        AppParts shown = AppParts.of(app.shown(Map.of()), dataset, datasets);
        Map<String, Words> words = new LinkedHashMap<>();
        for (View view : app.views()) {
            AppParts.Part part = parts.of(view);
            View now = shown.of(view).app().view(view.id()).orElse(view);
            words.put(
                    view.id(),
                    new Words(
                            AppSentences.title(now, part.app(), part.schema()),
                            AppSentences.view(now, part.app(), part.schema())));
        }
        Map<String, ChoiceWords> choices = new LinkedHashMap<>();
        for (Choice choice : app.allChoices()) {
            AppParts.Part part = choice.views().stream()
                    .flatMap(id -> app.view(id).stream())
                    .map(parts::of)
                    .findFirst()
                    .orElse(parts.first());
            choices.put(
                    choice.id(),
                    new ChoiceWords(choice.name(), AppSentences.options(choice, part.app(), part.schema())));
        }
        List<Further> further = new ArrayList<>();
        for (AppParts.Part part : parts.all().subList(1, parts.all().size())) {
            List<ColumnInfo> infos = infos(app, part, shownOnly);
            further.add(new Further(
                    parts.further(part).name(),
                    parts.further(part).noun(),
                    columns(infos, part.version()),
                    coordinates(infos, part.schema()),
                    shownOnly ? List.of() : measures(part.version()),
                    data(part),
                    shownOnly ? List.of() : conversion(part.version()).fitting()));
        }
        AppParts.Part first = parts.first();
        List<ColumnInfo> infos = infos(app, first, shownOnly);
        return new PageData(
                shownOnly ? withoutIds(app) : app,
                words,
                choices,
                columns(infos, first.version()),
                coordinates(infos, first.schema()),
                PERIODS,
                shownOnly ? List.of() : measures(first.version()),
                data(first),
                AppSentences.access(app, view -> parts.of(view).schema()),
                further,
                shownOnly ? List.of() : conversion(first.version()).fitting());
    }

    /** Where data stand in the library is none of a colleague's business. */
    private static App withoutIds(App app) {
        return app.reading(app.furtherDatasets().stream()
                .map(dataset -> new AppDataset(dataset.name(), "", dataset.noun()))
                .toList());
    }

    private static List<Measure> measures(Dataset.Version version) {
        return FirstDraft.measures(version.schema(), version.profile());
    }

    /** What draws views of a dataset another way. */
    static Conversion conversion(Dataset.Version version) {
        return new Conversion(version.schema(), version.profile(), measures(version));
    }

    private static Data data(AppParts.Part part) {
        Dataset.Version version = part.version();
        return new Data(part.dataset().name(), version.number(), version.loadedAt(), version.rowCount(), (int)
                version.stepsDone().stream()
                        .filter(done -> done.problem() != null)
                        .count());
    }

    private static List<ColumnInfo> infos(App app, AppParts.Part part, boolean shownOnly) {
        List<ColumnInfo> all = part.schema().columns();
        Set<String> shown = shownOnly ? columnsShown(app, part.definition()) : Set.of();
        return shownOnly
                ? all.stream().filter(column -> shown.contains(column.name())).toList()
                : all;
    }

    private static List<Column> columns(List<ColumnInfo> infos, Dataset.Version version) {
        String naming = RowName.of(version.schema(), version.profile())
                .map(ColumnInfo::name)
                .orElse(null);
        return infos.stream()
                .map(info -> new Column(
                        info.name(),
                        info.label(),
                        info.type(),
                        info.role(),
                        version.profile().column(info.name()).distinct(),
                        info.name().equals(naming),
                        info.format(),
                        FilterSpec.Kind.fitting(
                                info, version.profile().column(info.name()).distinct()),
                        info.description()))
                .toList();
    }

    /** Columns of a dataset that some view, filter, measure or choice of the app uses. */
    static Set<String> columnsShown(App app, DatasetPart part) {
        Set<String> names = new LinkedHashSet<>();
        part.app().views().forEach(view -> names.addAll(columnsOf(view)));
        part.app().named().forEach(named -> add(names, named.measure()));
        Stream<Choice> choices = app.allChoices().stream()
                .filter(choice -> choice.views().stream().anyMatch(part::has));
        choices.flatMap(choice -> choice.options().stream()).forEach(option -> {
            add(names, option.measure());
            add(names, option.by());
            add(names, option.split());
            names.addAll(option.columns() == null ? List.of() : option.columns());
            if (option.measures() != null) {
                option.measures().forEach(measure -> add(names, measure));
            }
            if (option.condition() != null) {
                names.addAll(Expressions.columns(option.condition()));
            }
        });
        for (FilterSpec filter : app.filters()) {
            if (filter.kind().definition().isOfColumn()) {
                add(names, filter.columnIn(part.name()));
            } else if (Objects.equals(filter.dataset(), part.name())) {
                names.addAll(filter.kind().definition().columns(filter));
            }
        }
        return names;
    }

    /** Columns that a view reads, in the order of its sentence. */
    static Set<String> columnsOf(View view) {
        Set<String> names = new LinkedHashSet<>(view.columns());
        view.sort().stream().map(Question.Sort::column).forEach(names::add);
        add(names, view.by());
        add(names, view.split());
        add(names, view.across());
        add(names, view.panels());
        add(names, view.measure());
        view.others().forEach(measure -> add(names, measure));
        add(names, view.drawing().latitude());
        add(names, view.drawing().longitude());
        if (view.condition() != null) {
            names.addAll(Expressions.columns(view.condition()));
        }
        return names;
    }

    /** Columns whose values name the groups of a view. */
    static Set<String> groupedBy(View view) {
        Set<String> names = new LinkedHashSet<>();
        add(names, view.by());
        add(names, view.split());
        add(names, view.across());
        add(names, view.panels());
        return names;
    }

    private static void add(Set<String> names, @Nullable Measure measure) {
        if (measure != null) {
            add(names, measure.column());
            add(names, measure.with());
        }
    }

    private static void add(Set<String> names, @Nullable GroupBy by) {
        if (by != null) {
            names.add(by.column());
        }
    }

    private static void add(Set<String> names, @Nullable String column) {
        if (column != null) {
            names.add(column);
        }
    }
}
