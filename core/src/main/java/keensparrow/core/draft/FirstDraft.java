package keensparrow.core.draft;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.App;
import keensparrow.core.app.FilterSpec;
import keensparrow.core.app.GroupBy;
import keensparrow.core.app.Place;
import keensparrow.core.app.View;
import keensparrow.core.column.ColumnType;
import keensparrow.core.group.TimeStep;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.profile.Profile;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import org.jspecify.annotations.Nullable;

/** A first app from the columns alone. The rules are written down, one by one, in docs/draft-rules.md. */
public final class FirstDraft {
    private static final int MOST_FILTERS = 6;
    private static final int MOST_FIGURES = 4;
    private static final int MOST_TABLE_COLUMNS = 12;
    private static final int LARGEST = 6;
    private static final Pattern NOT_ADDITIVE = Pattern.compile(
            "(^|_)(delay|rate|ratio|share|percent|percentage|pct|price|age|rating|score|temperature|temp|duration|minutes|min|speed|margin|average|avg|mean|median|index|level|height|weight|year|balance|distance)(_|$)");

    private final Schema schema;
    private final Profile profile;
    private final String title;
    private final String noun;
    private final List<View> views = new ArrayList<>();

    private FirstDraft(Schema schema, Profile profile, String title, String noun) {
        this.schema = schema;
        this.profile = profile;
        this.title = title;
        this.noun = noun;
    }

    /**
     * @param title of the app
     * @param noun what a row is, in the plural
     */
    public static App of(Schema schema, Profile profile, String title, String noun) {
        return new FirstDraft(schema, profile, title, noun).make();
    }

    private App make() {
        List<Measure> measures = measures();
        Optional<ColumnInfo> time = time();
        Optional<ColumnInfo> category = groupingCategory();
        int y = addFigures(measures);
        Measure main = measures.size() > 1 ? measures.get(1) : measures.get(0);
        boolean both = time.isPresent() && category.isPresent();
        if (time.isPresent()) {
            View lines = view(
                    View.Kind.LINES,
                    main,
                    new GroupBy(time.get().name(), step(time.get())),
                    split(category),
                    0,
                    new Place(0, y, both ? 7 : 12, 5));
            views.add(lines);
        }
        if (category.isPresent()) {
            Measure compared = measures.stream()
                    .filter(measure -> measure.aggregate() == Aggregate.AVERAGE)
                    .findFirst()
                    .orElse(main);
            views.add(view(
                    View.Kind.BARS,
                    compared,
                    new GroupBy(category.get().name(), null),
                    null,
                    LARGEST,
                    new Place(both ? 7 : 0, y, both ? 5 : 12, 5)));
        }
        addTable(time, category.isPresent() || time.isPresent() ? y + 5 : y);
        return new App(App.FORMAT, title, noun, filters(), views);
    }

    private int addFigures(List<Measure> measures) {
        int count = Math.min(MOST_FIGURES, measures.size());
        int width = 12 / count;
        for (int i = 0; i < count; i++) {
            views.add(view(View.Kind.FIGURE, measures.get(i), null, null, 0, new Place(i * width, 0, width, 2)));
        }
        return 2;
    }

    private View view(
            View.Kind kind, Measure measure, @Nullable GroupBy by, @Nullable String split, int largest, Place place) {
        String id = "v" + (views.size() + 1);
        return new View(id, "", kind, measure, by, split, largest, List.of(), List.of(), place);
    }

    private void addTable(Optional<ColumnInfo> time, int y) {
        List<ColumnInfo> shown = schema.columns().stream()
                .filter(column -> profile.column(column.name()).distinct() > 0)
                .sorted(Comparator.comparingInt((ColumnInfo column) -> column.role() == Role.TEXT ? 1 : 0))
                .limit(MOST_TABLE_COLUMNS)
                .toList();
        List<Question.Sort> sort = time.map(column -> List.of(new Question.Sort(column.name(), true)))
                .orElse(List.of());
        List<String> columns =
                new ArrayList<>(shown.stream().map(ColumnInfo::name).toList());
        if (time.isPresent() && !columns.contains(time.get().name())) {
            columns.set(columns.size() - 1, time.get().name());
        }
        views.add(new View(
                "v" + (views.size() + 1),
                "",
                View.Kind.TABLE,
                null,
                null,
                null,
                0,
                columns,
                sort,
                new Place(0, y, 12, 7)));
    }

    /** The number of rows, then the most telling numbers: those that can be added up first come, then averages. */
    private List<Measure> measures() {
        List<Measure> measures = new ArrayList<>();
        measures.add(Measure.ROWS);
        List<Measure> averages = new ArrayList<>();
        for (ColumnInfo column : schema.columns()) {
            ColumnProfile values = profile.column(column.name());
            if (column.role() == Role.MEASURE && values.distinct() > 1) {
                boolean adds = !NOT_ADDITIVE.matcher(column.name()).find();
                (adds ? measures : averages).add(new Measure(adds ? Aggregate.SUM : Aggregate.AVERAGE, column.name()));
            } else if (column.type() == ColumnType.YES_NO && values.distinct() > 1) {
                averages.add(new Measure(Aggregate.SHARE, column.name()));
            }
        }
        List<Measure> sums = List.copyOf(measures);
        measures.clear();
        int keptForAverages = Math.min(2, averages.size());
        measures.addAll(sums.subList(0, Math.min(sums.size(), MOST_FIGURES - Math.min(keptForAverages, 2))));
        measures.addAll(averages.subList(0, Math.min(averages.size(), MOST_FIGURES - measures.size())));
        return measures;
    }

    private Optional<ColumnInfo> time() {
        return schema.columns().stream()
                .filter(column -> column.role() == Role.TIME)
                .filter(column -> profile.column(column.name()).distinct() > 1)
                .min(Comparator.comparing(column -> column.type() == ColumnType.DATE ? 0 : 1));
    }

    /** The finest step that gives no more than 60 periods. */
    private TimeStep step(ColumnInfo time) {
        ColumnProfile values = profile.column(time.name());
        long from = day(values.smallest());
        long to = day(values.largest());
        List<TimeStep> steps = List.of(TimeStep.DAY, TimeStep.WEEK, TimeStep.MONTH, TimeStep.QUARTER);
        ColumnFormat format = time.format();
        int finest = format == null
                ? 0
                : switch (format.kind()) {
                    case WEEK -> 1;
                    case MONTH -> 2;
                    case QUARTER -> 3;
                    default -> 0;
                };
        for (TimeStep step : steps.subList(finest, steps.size())) {
            if (step.periodOf(to) - step.periodOf(from) < 60) {
                return step;
            }
        }
        return TimeStep.YEAR;
    }

    private static long day(@Nullable String plain) {
        return plain == null
                ? 0
                : java.time.LocalDate.parse(
                                plain.substring(0, plain.indexOf('T') < 0 ? plain.length() : plain.indexOf('T')))
                        .toEpochDay();
    }

    private boolean isCategory(ColumnInfo column) {
        return (column.role() == Role.CATEGORY || column.role() == Role.PLACE)
                && column.type().isCoded();
    }

    /** The category that tells most: 3 to 60 values, the nearest to twenty. */
    private Optional<ColumnInfo> groupingCategory() {
        return schema.columns().stream()
                .filter(column -> isCategory(column) && column.type() == ColumnType.TEXT)
                .filter(column -> distinct(column) >= 2 && distinct(column) <= 60)
                .min(Comparator.comparingInt((ColumnInfo column) -> column.role() == Role.CATEGORY ? 0 : 1)
                        .thenComparingInt(column -> Math.abs(distinct(column) - 20)));
    }

    private int distinct(ColumnInfo column) {
        return profile.column(column.name()).distinct();
    }

    /** A category of 2 to 6 values, other than the one of the bars. */
    private @Nullable String split(Optional<ColumnInfo> bars) {
        return schema.columns().stream()
                .filter(column -> isCategory(column) && column.type() == ColumnType.TEXT)
                .filter(column -> distinct(column) >= 2 && distinct(column) <= 6)
                .filter(column -> bars.isEmpty() || !bars.get().name().equals(column.name()))
                .map(ColumnInfo::name)
                .findFirst()
                .orElse(null);
    }

    private List<FilterSpec> filters() {
        List<ColumnInfo> picked = new ArrayList<>();
        groupingCategory().ifPresent(picked::add);
        time().ifPresent(picked::add);
        schema.columns().stream()
                .filter(column -> column.role() == Role.MEASURE && distinct(column) > 1)
                .min(Comparator.comparing(
                        column -> NOT_ADDITIVE.matcher(column.name()).find() ? 0 : 1))
                .ifPresent(picked::add);
        schema.columns().stream()
                .filter(column -> isCategory(column) && distinct(column) >= 2 && distinct(column) <= 500)
                .filter(column -> !picked.contains(column))
                .sorted(Comparator.comparingInt(column -> column.role() == Role.CATEGORY ? 0 : 1))
                .limit(Math.max(0, MOST_FILTERS - picked.size()))
                .forEach(picked::add);
        return picked.stream()
                .map(column -> new FilterSpec(column.name(), FilterSpec.Kind.of(column.type(), distinct(column))))
                .toList();
    }

    /** A title from the name of a file or query: {@code departures-2025.csv} gives {@code Departures 2025}. */
    public static String titleFrom(String name) {
        String base = name.replaceAll("\\.[A-Za-z0-9]{1,5}$", "")
                .replaceAll("[-_.\\s]+", " ")
                .strip();
        return base.isEmpty() ? "Untitled" : Wording.capital(base);
    }

    /** What a row may be called: the words of the name without figures if they end like a plural, else rows. */
    public static String nounFrom(String name) {
        String words =
                titleFrom(name).replaceAll("\\b\\w*\\d\\w*\\b", "").strip().replaceAll("\\s+", " ");
        boolean plural = words.matches("[\\p{L} ]{3,40}s") && words.indexOf(' ') < 0;
        return plural ? Wording.inline(words) : "rows";
    }
}
