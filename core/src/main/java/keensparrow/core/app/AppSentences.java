package keensparrow.core.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.MeasureSentences;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.filter.Filter;
import keensparrow.core.sentence.FilterSentences;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Views and selections in words. The names of controls are what the interface edits. */
public final class AppSentences {
    private AppSentences() {}

    /** {@code Reading 12,480 of 91,204 departures: route is Vienna–Hamburg or 3 more, date May to Aug 2026.} */
    public static Sentence selection(App app, Schema schema, Selection selection, int passing, int all) {
        if (selection.filters().isEmpty() && selection.marks().isEmpty()) {
            return Sentence.of(
                    "app.readingAll",
                    Sentence.stress(
                            "rows",
                            all == 1 ? Words.say("app.1Of1") : Words.say("app.all", "all", Wording.number(all))),
                    Sentence.plain("noun", app.rows()));
        }
        Sentence.Builder words = Sentence.builder()
                .phrase(
                        "app.readingSome",
                        Sentence.stress("rows", Wording.number(passing)),
                        Sentence.plain("all", Wording.number(all)),
                        Sentence.plain("noun", app.rows()));
        conditions(
                words,
                selection,
                filter -> phrase(filter, app, schema),
                mark -> FilterSentences.phrase(mark.filter(), schema));
        return words.say(".").build();
    }

    /**
     * What is read of a dataset.
     *
     * @param schema of its columns
     * @param shown whether the page shows something of it
     */
    public record Reading(DatasetPart part, Schema schema, int passing, int all, boolean shown) {}

    /** {@code Reading 1,200 of 5,040 orders, all 40 targets: region is North.} */
    public static Sentence selection(List<Reading> readings, Selection selection) {
        Reading first = readings.get(0);
        if (readings.size() == 1) {
            return selection(first.part().app(), first.schema(), selection, first.passing(), first.all());
        }
        Sentence.Builder words = Sentence.builder();
        boolean begin = true;
        List<Reading> said = readings.stream().filter(Reading::shown).toList();
        for (Reading reading : said.isEmpty() ? List.of(first) : said) {
            boolean whole = reading.passing() == reading.all();
            words.phrase(
                    begin
                            ? (whole ? "app.readingAllAnd" : "app.readingSomeAnd")
                            : (whole ? "app.readingAndAll" : "app.readingAndSome"),
                    rows(reading, whole));
            begin = false;
        }
        if (selection.filters().isEmpty() && selection.marks().isEmpty()) {
            return words.say(".").build();
        }
        conditions(
                words.say(": "),
                selection,
                filter -> phrase(filter, of(readings, part -> part.filters().containsValue(filter.column()))),
                mark -> FilterSentences.phrase(
                        mark.filter(),
                        of(readings, part -> part.has(mark.view())).schema()));
        return words.say(".").build();
    }

    private static Sentence.Filled[] rows(Reading reading, boolean whole) {
        String all = Wording.number(reading.all());
        Sentence.Filled noun = Sentence.plain("noun", reading.part().app().rows());
        return whole
                ? new Sentence.Filled[] {Sentence.stress("rows", Words.say("app.all", "all", all)), noun}
                : new Sentence.Filled[] {
                    Sentence.stress("rows", Wording.number(reading.passing())), Sentence.plain("all", all), noun
                };
    }

    private static Reading of(List<Reading> readings, Predicate<DatasetPart> of) {
        return readings.stream()
                .filter(reading -> of.test(reading.part()))
                .findFirst()
                .orElse(readings.get(0));
    }

    private static String phrase(Filter filter, Reading of) {
        return phrase(filter.over(of.part()::column), of.part().app(), of.schema());
    }

    private static String phrase(Filter filter, App app, Schema schema) {
        return app.filter(filter.column())
                .map(spec -> spec.kind().definition().phrase(spec, filter, schema))
                .orElseGet(() -> FilterSentences.phrase(filter, schema));
    }

    private static void conditions(
            Sentence.Builder words,
            Selection selection,
            Function<Filter, String> ofFilter,
            Function<Selection.Mark, String> ofMark) {
        boolean first = true;
        for (Filter filter : selection.filters()) {
            words.say(first ? "" : ", ").control("filter:" + filter.column(), ofFilter.apply(filter));
            first = false;
        }
        for (Selection.Mark mark : selection.marks()) {
            words.say(first ? "" : ", ").control("mark:" + mark.view(), ofMark.apply(mark));
            first = false;
        }
    }

    /** What each measure of a view is called, in the order of its answer. */
    public static List<String> measures(View view, App app, Schema schema) {
        List<Measure> measures = view.kind().definition().measures(view);
        AppWords words = app.words(schema);
        List<String> names = new ArrayList<>();
        for (int m = 0; m < measures.size(); m++) {
            names.add(m == 0 ? words.title(view.measureId(), measures.get(m)) : words.further(measures.get(m)));
        }
        return names;
    }

    /** {@code Average of Delay: the sum of the values over their number; blanks are left out of both.} */
    public static String meaning(@Nullable String id, Measure measure, App app, Schema schema) {
        Optional<NamedMeasure> named = id == null ? app.namedLike(measure) : app.named(id);
        String said = Wording.capital(MeasureSentences.of(measure, app.noun(), schema)) + ": "
                + measure.aggregate().meaning() + ".";
        return named.map(NamedMeasure::description)
                .filter(description -> !description.isBlank())
                .map(description -> said + " " + description)
                .orElse(said);
    }

    /** What the filters in use that do not narrow a view are called. */
    public static List<String> skipped(View view, App app, Schema schema, Selection selection) {
        return app.filters().stream()
                .filter(filter -> filter.skippedViews().contains(view.id()))
                .filter(filter -> selection.filters().stream()
                        .anyMatch(set -> set.column().equals(filter.name())))
                .map(filter -> filter.label(schema))
                .toList();
    }

    /** What the options of a choice are called. */
    public static List<String> options(Choice choice, App app, Schema schema) {
        return choice.options().stream()
                .map(option -> choice.label(option, app.words(schema)))
                .toList();
    }

    /** What whoever opens the app may do and take along, exactly as the server allows it. */
    public static String access(App app, Schema schema) {
        return access(app, view -> schema);
    }

    /** Likewise of views of several datasets. @param schemas of the columns of a view */
    public static String access(App app, Function<View, Schema> schemas) {
        List<View> tables = app.views().stream().filter(View::isOfRows).toList();
        List<View> seenRows = app.views().stream()
                .filter(view -> view.kind().definition().showsRows(view))
                .toList();
        boolean charts = tables.size() < app.views().size();
        List<String> names = seenRows.stream()
                .map(table -> "“" + title(table, app, schemas.apply(table)) + "”")
                .toList();
        String seen = seenRows.isEmpty() ? "" : Words.say("app.rowsAreSeenInAnd", "names", Wording.all(names));
        if (!app.allows(Downloads.VIEWS)) {
            return Words.say("app.whoeverOpensTheLinkCan", "seen", seen);
        }
        String numbers = charts ? Words.say("app.theNumbersOfFiguresAnd") : "";
        if (!app.allows(Downloads.ROWS) || tables.isEmpty()) {
            String rows = seenRows.isEmpty() ? Words.say("app.noRowsOfTheData") : seen;
            return Words.say("app.whoeverOpensTheLinkCan2", "charts", charts, "numbers", numbers, "rows", rows);
        }
        List<String> rows = tables.stream()
                .map(table -> Words.say(
                        "app.theSelectedRowsOfWith",
                        "table",
                        title(table, app, schemas.apply(table)),
                        "filter",
                        Wording.all(app.columnsOf(table).stream()
                                .filter(schemas.apply(table)::has)
                                .filter(name -> !schemas.apply(table).get(name).isSensitive())
                                .map(schemas.apply(table)::label)
                                .toList())))
                .toList();
        return Words.say(
                "app.whoeverOpensTheLinkCan3", "charts", charts, "numbers", numbers, "rows", String.join("; ", rows));
    }

    /** {@code Average of delay by route, five largest and Other, as bars.} Its emphasised parts are its controls. */
    public static Sentence view(View view, App app, Schema schema) {
        return view.kind().definition().sentence(view, app.words(schema));
    }

    /** The view's own title, or one made from its definition: {@code Average delay by route}. */
    public static String title(View view, App app, Schema schema) {
        if (!view.title().isBlank()) {
            return view.title();
        }
        return view.kind().definition().title(view, app.words(schema));
    }
}
