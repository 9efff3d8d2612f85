package keensparrow.core.draft;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.App;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.View;
import keensparrow.core.column.ColumnType;
import keensparrow.core.group.TimeStep;
import keensparrow.core.meaning.MainTime;
import keensparrow.core.meaning.Meanings;
import keensparrow.core.meaning.Naming;
import keensparrow.core.meaning.TimeWords;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.profile.Profile;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** A first app from the columns alone. The rules are written down, one by one, in docs/draft-rules.md. */
public final class FirstDraft {
    private static final String ROWS = Words.say("draft.rows");
    private static final int MAX_FILTERS = 7;
    private static final int MAX_FIGURES = 4;
    private static final int MAX_CHARTS = 4;
    private static final int MAX_TABLE_COLUMNS = 12;
    private static final int LARGEST = 6;
    private static final int LARGEST_BY_NAME = 10;
    private static final int MAX_RANKED = 1000; // the largest of more say nothing beside all others
    private static final int MAX_SERIES = 8;
    private static final int MAX_IN_ORDER = 31;
    private static final int MAX_PERIODS = 125;
    private static final int MAX_OWN_PERIODS = 300; // of the length that the rows have themselves
    private static final int WIDTH = 12;
    private static final int CHART_HEIGHT = 5;
    private static final int MAP_HEIGHT = 7;

    private final Schema schema;
    private final Profile profile;
    private final String title;
    private final String noun;
    private final DraftColumns columns;
    private final List<View> views = new ArrayList<>();

    private FirstDraft(Schema schema, Profile profile, String title, String noun) {
        this.schema = schema;
        this.profile = profile;
        this.title = title;
        this.noun = noun;
        this.columns = new DraftColumns(schema, profile);
    }

    /**
     * @param title of the app
     * @param noun what a row is, in the plural
     */
    public static App of(Schema schema, Profile profile, String title, String noun) {
        return new FirstDraft(schema, profile, title, noun).make();
    }

    /** What the columns measure, each as it adds up, the most telling first. */
    public static List<Measure> measures(Schema schema, Profile profile) {
        DraftColumns columns = new DraftColumns(schema, profile);
        return Stream.concat(columns.measures().stream(), columns.yesNos().stream())
                .map(columns::measure)
                .toList();
    }

    private App make() {
        int y = addFigures();
        y = addCharts(charts(), y);
        y = addMap(y);
        addTable(y);
        return new App(App.FORMAT, title, noun, filters(), views);
    }

    private int addFigures() {
        List<Measure> figures = columns.figures(MAX_FIGURES);
        int width = WIDTH / figures.size();
        for (int i = 0; i < figures.size(); i++) {
            add(new Chart(View.Kind.FIGURE, figures.get(i), null, null, 0, null), new Place(i * width, 0, width, 2));
        }
        return 2;
    }

    /** A view without its place. */
    private record Chart(
            View.Kind kind,
            Measure measure,
            @Nullable GroupBy by,
            @Nullable String split,
            int largest,
            Question.@Nullable Order order) {
        /** Whether both show the same numbers. */
        boolean repeats(Chart other) {
            return measure.equals(other.measure) && by != null && by.equals(other.by);
        }
    }

    private void add(Chart chart, Place place) {
        String id = "v" + (views.size() + 1);
        views.add(new View(
                id,
                "",
                chart.kind,
                chart.measure,
                chart.by,
                chart.split,
                chart.largest,
                List.of(),
                List.of(),
                place,
                chart.order));
    }

    /** Over time, by the most telling category, then what else there is to compare; none repeats another. */
    private List<Chart> charts() {
        List<ColumnInfo> measured = columns.measures();
        Measure chief = chief();
        List<Measure> others = new ArrayList<>();
        measured.stream().skip(1).limit(2).map(columns::measure).forEach(others::add);
        columns.yesNos().stream().limit(1).map(columns::measure).forEach(others::add);
        List<ColumnInfo> categories = columns.categories().stream()
                .filter(column -> !columns.isNearlyConstant(profile.column(column.name())))
                .filter(column -> !columns.isPartOfTime(column) || !columns.isOfSeries())
                .toList();
        List<Chart> wanted = new ArrayList<>();
        columns.time().ifPresent(time -> wanted.add(lines(chief, time, split(categories))));
        List<ColumnInfo> grouping = new ArrayList<>(categories);
        if (grouping.stream().noneMatch(column -> columns.distinct(column) <= DraftColumns.MAX_GROUPS)) {
            columns.name()
                    .filter(name -> !grouping.contains(name) && !measured.isEmpty())
                    .filter(name -> columns.distinct(name) <= MAX_RANKED)
                    .ifPresent(name -> grouping.add(0, name));
        }
        if (!grouping.isEmpty()) {
            ColumnInfo first = grouping.get(0);
            ColumnInfo second = grouping.size() > 1 ? grouping.get(1) : first;
            boolean aggregated = columns.distinct(first) < profile.rowCount();
            wanted.add(bars(aggregated || !measured.isEmpty() ? chief : Measure.ROWS, first));
            others.stream()
                    .limit(2)
                    .forEach(measure -> wanted.add(bars(measure, wanted.size() % 2 == 0 ? second : first)));
            if (second != first) {
                wanted.add(bars(chief, second));
            }
            if (aggregated && !columns.isOfSeries()) {
                wanted.add(bars(Measure.ROWS, first));
            }
        }
        columns.time().ifPresent(time -> {
            others.forEach(measure -> wanted.add(lines(measure, time, null)));
            if (!columns.isOfSeries()) {
                wanted.add(lines(Measure.ROWS, time, null));
            } else if (isFinerThanYears(time)) {
                wanted.add(new Chart(View.Kind.BARS, chief, new GroupBy(time.name(), TimeStep.YEAR), null, 0, null));
            } else if (!chief.equals(Measure.ROWS)) {
                wanted.add(lines(chief.derived(Derived.CHANGE), time, null));
            }
        });
        return withoutRepeats(wanted, columns.time().isPresent() && !grouping.isEmpty());
    }

    /** At least two where there are two; more only for more to compare than that. */
    private static List<Chart> withoutRepeats(List<Chart> wanted, boolean both) {
        List<Chart> kept = new ArrayList<>();
        for (Chart chart : wanted) {
            boolean fills = chart.measure.equals(Measure.ROWS) && kept.size() >= 2;
            boolean more = kept.size() < (both ? MAX_CHARTS : 2) || chart.kind == View.Kind.BARS;
            if (kept.size() < MAX_CHARTS && more && !fills && kept.stream().noneMatch(chart::repeats)) {
                kept.add(chart);
            }
        }
        return kept.size() == MAX_CHARTS - 1 ? kept.subList(0, 2) : kept; // no row of charts with a gap
    }

    private boolean isFinerThanYears(ColumnInfo time) {
        ColumnProfile values = profile.column(time.name());
        return step(time) != TimeStep.YEAR
                && TimeStep.YEAR.periodOf(day(values.max())) > TimeStep.YEAR.periodOf(day(values.min()));
    }

    private Chart lines(Measure measure, ColumnInfo time, @Nullable String split) {
        boolean shown = measure.column() == null || !isOfOneMoment(measure.column());
        return new Chart(
                View.Kind.LINES, shown ? measure : Measure.ROWS, new GroupBy(time.name(), step(time)), split, 0, null);
    }

    /** A stock as of now has no course over the days on which things were bought. */
    private boolean isOfOneMoment(String column) {
        return schema.find(column).filter(Meanings::isOfOneMoment).isPresent();
    }

    private Chart bars(Measure measure, ColumnInfo by) {
        boolean inOrder = by.isInOrder() && columns.distinct(by) <= MAX_IN_ORDER;
        int most = columns.name().filter(by::equals).isPresent() ? LARGEST_BY_NAME : LARGEST;
        return new Chart(
                View.Kind.BARS,
                measure,
                new GroupBy(by.name(), null),
                null,
                inOrder ? 0 : most,
                inOrder ? Question.Order.LABEL : null);
    }

    private int addCharts(List<Chart> charts, int from) {
        int y = from;
        for (int i = 0; i < charts.size(); i += 2) {
            boolean alone = i + 1 == charts.size();
            boolean longer =
                    !alone && charts.get(i).kind == View.Kind.LINES && charts.get(i + 1).kind == View.Kind.BARS;
            int width = alone ? WIDTH : longer ? 7 : 6;
            add(charts.get(i), new Place(0, y, width, CHART_HEIGHT));
            if (!alone) {
                add(charts.get(i + 1), new Place(width, y, WIDTH - width, CHART_HEIGHT));
            }
            y += CHART_HEIGHT;
        }
        return y;
    }

    private int addMap(int y) {
        String id = "v" + (views.size() + 1);
        Optional<View> map = new DraftMap(schema, profile).of(columns, chief(), id, new Place(0, y, WIDTH, MAP_HEIGHT));
        map.ifPresent(views::add);
        return map.isPresent() ? y + MAP_HEIGHT : y;
    }

    private Measure chief() {
        List<ColumnInfo> measured = columns.measures();
        return measured.isEmpty() ? Measure.ROWS : columns.measure(measured.get(0));
    }

    /** Led by the column that names a row; long texts last. */
    private void addTable(int y) {
        Set<ColumnInfo> shown = new LinkedHashSet<>();
        Optional<ColumnInfo> time = columns.time();
        columns.name().ifPresent(shown::add);
        List<ColumnInfo> all = schema.columns().stream()
                .filter(column -> columns.distinct(column) > 0)
                .sorted(Comparator.comparing(columns::isLongText))
                .toList();
        boolean many = all.size() > MAX_TABLE_COLUMNS;
        if (many) { // what is filtered and drawn is seen first
            time.ifPresent(shown::add);
            filtered().stream().filter(column -> column.role() != Role.MEASURE).forEach(shown::add);
            columns.measures().stream().limit(4).forEach(shown::add);
        }
        shown.addAll(all);
        if (shown.isEmpty()) {
            shown.addAll(schema.columns()); // all blank: that is to be seen too
        }
        List<Question.Sort> sort = time.filter(column -> !MainTime.isOfPast(column))
                .map(column -> List.of(new Question.Sort(column.name(), true)))
                .orElse(List.of());
        List<String> names =
                shown.stream().limit(MAX_TABLE_COLUMNS).map(ColumnInfo::name).toList();
        List<Question.Sort> possible =
                sort.stream().filter(by -> names.contains(by.column())).toList();
        String id = "v" + (views.size() + 1);
        Place place = new Place(0, y, WIDTH, 7);
        views.add(new View(id, "", View.Kind.TABLE, null, null, null, 0, names, possible, place));
    }

    /** The finest step that gives few enough periods, most of which have rows. */
    private TimeStep step(ColumnInfo time) {
        ColumnProfile values = profile.column(time.name());
        long from = day(values.min());
        long to = day(values.max());
        List<TimeStep> steps = List.of(TimeStep.DAY, TimeStep.WEEK, TimeStep.MONTH, TimeStep.QUARTER);
        for (TimeStep step : steps.subList(finest(time.format()), steps.size())) {
            long periods = step.periodOf(to) - step.periodOf(from);
            boolean own = finest(time.format()) > 0 && step == steps.get(finest(time.format()));
            if (periods < (own ? MAX_OWN_PERIODS : MAX_PERIODS) && values.distinct() * 2L > periods) {
                return step;
            }
        }
        return TimeStep.YEAR;
    }

    private static int finest(@Nullable ColumnFormat format) {
        return format == null
                ? 0
                : switch (format.kind()) {
                    case WEEK -> 1;
                    case MONTH -> 2;
                    case QUARTER -> 3;
                    case YEAR -> 4;
                    default -> 0;
                };
    }

    private static long day(@Nullable String plain) {
        return plain == null
                ? 0
                : java.time.LocalDate.parse(
                                plain.substring(0, plain.indexOf('T') < 0 ? plain.length() : plain.indexOf('T')))
                        .toEpochDay();
    }

    /** The first of few values that is not what the bars are by; of one category alone, that one. */
    private @Nullable String split(List<ColumnInfo> categories) {
        boolean daily =
                columns.time().filter(time -> step(time) == TimeStep.DAY).isPresent();
        List<ColumnInfo> few = categories.stream()
                .filter(column -> column.type() != ColumnType.TAGS
                        && !columns.isPartOfTime(column)
                        && !(daily && TimeWords.isOfWeekdays(column.label()))
                        && columns.distinct(column) <= MAX_SERIES)
                .toList();
        ColumnInfo bars = categories.isEmpty() ? null : categories.get(0);
        return few.stream()
                .filter(column -> column != bars)
                .findFirst()
                .or(() -> few.stream().findFirst())
                .map(ColumnInfo::name)
                .orElse(null);
    }

    /** Time, what a reader would ask by, and the chief measure. */
    private List<FilterSpec> filters() {
        return filtered().stream()
                .map(column -> new FilterSpec(
                        column.name(),
                        FilterSpec.Kind.fitting(column, columns.distinct(column))
                                .get(0)))
                .toList();
    }

    private Set<ColumnInfo> filtered() {
        Set<ColumnInfo> picked = new LinkedHashSet<>();
        List<ColumnInfo> categories = columns.categories();
        List<ColumnInfo> measures = columns.measures();
        categories.stream().limit(1).forEach(picked::add);
        columns.time().ifPresent(picked::add);
        int kept = Math.min(measures.size(), 1);
        categories.stream().limit(MAX_FILTERS - 1L - kept).forEach(column -> {
            if (picked.size() < MAX_FILTERS - kept) {
                picked.add(column);
            }
        });
        measures.stream().limit(picked.size() < 4 ? 2 : kept).forEach(picked::add);
        columns.name()
                .filter(name -> picked.size() < MAX_FILTERS && columns.distinct(name) < profile.rowCount())
                .ifPresent(picked::add);
        return picked;
    }

    /** A title from the name of a file or query: {@code departures-2025.csv} gives {@code Departures 2025}. */
    public static String titleFrom(String name) {
        String base = name.replaceAll("\\.[A-Za-z0-9]{1,5}$", "")
                .replaceAll("[-_.\\s]+", " ")
                .strip();
        return base.isEmpty() ? Words.say("draft.untitled") : Wording.capital(base);
    }

    /**
     * What a row is called: {@code found} where rows are what the file is named after, each once or each at its own time;
     * rows where they are something else, such as lines of orders or years of countries.
     */
    public static String nounFor(Schema schema, Profile profile, String found) {
        DraftColumns columns = new DraftColumns(schema, profile);
        boolean each = schema.columns().stream()
                .anyMatch(column -> !column.type().isTime()
                        && column.role() != Role.MEASURE
                        && profile.rowCount() > 1
                        && columns.distinct(column) == profile.rowCount()
                        && Naming.canTellApart(column.label(), found));
        boolean isColumn = schema.columns().stream()
                .anyMatch(column -> column.label().equalsIgnoreCase(found)); // a file named after what it has of each
        return each && !isColumn && !columns.isOfSeries() && !columns.isPanel() ? found : ROWS;
    }

    /** What a row may be called: the words of the name without figures if they end like a plural, else rows. */
    public static String nounFrom(String name) {
        String words =
                titleFrom(name).replaceAll("\\b\\w*\\d\\w*\\b", "").strip().replaceAll("\\s+", " ");
        boolean plural = words.matches("[\\p{L} ]{3,40}s") && words.indexOf(' ') < 0;
        return plural ? Wording.inline(words) : ROWS;
    }
}
