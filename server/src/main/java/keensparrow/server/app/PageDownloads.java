package keensparrow.server.app;

import io.javalin.http.Context;
import java.io.IOException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.App;
import keensparrow.core.app.AppQuestions;
import keensparrow.core.app.Downloads;
import keensparrow.core.app.PageRequest;
import keensparrow.core.app.PartSelections;
import keensparrow.core.app.Selection;
import keensparrow.core.app.ViewTable;
import keensparrow.core.app.view.View;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.expression.Expressions;
import keensparrow.core.filter.Filter;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Limits;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Text;
import keensparrow.core.words.TextOrder;
import keensparrow.core.words.Words;
import keensparrow.server.dataset.Dataset;
import keensparrow.server.dataset.DatasetService;
import keensparrow.server.dataset.RunningDownloads;
import keensparrow.server.dataset.TableResponse;
import keensparrow.server.http.Requests;
import org.jspecify.annotations.Nullable;

/**
 * What a page gives away as files: the rows of its tables and the numbers of its other views, as its app allows and no
 * more. {@code ?view=} names the view, {@code ?selection=} is the selection as JSON, {@code ?raw=true} leaves texts that
 * could run as formulas as they are; {@code ?progress=} names the download for whoever asks how far it is.
 */
public final class PageDownloads {
    private final DatasetService datasets;

    private final Explanations explanations;
    private final RunningDownloads running;

    public PageDownloads(DatasetService datasets, Explanations explanations, RunningDownloads running) {
        this.datasets = datasets;
        this.running = running;
        this.explanations = explanations;
    }

    /**
     * Exactly the rows behind a view, or behind what is marked in it; of a table {@code ?find=} and {@code ?headings=} as for
     * its rows.
     */
    public void behind(Context ctx, App app, Dataset dataset, Explanations.Audience audience) throws IOException {
        String json = ctx.queryParam("selection");
        PageAnswers.Request given = json == null
                ? PageAnswers.Request.of(null, null, null)
                : Requests.parse(json, PageAnswers.Request.class);
        Explanations.Request asked = new Explanations.Request(
                ctx.queryParam("view"),
                given.filters(),
                given.marks(),
                given.choices(),
                ctx.queryParam("find"),
                headings(ctx));
        Explanations.Behind behind = explanations.behind(app, dataset, asked, audience);
        TableResponse.of(ctx, behind.title(), Words.say("server.app.rowsBehind"))
                .about(() -> List.of(
                        List.of(Words.say("server.app.aboutApp"), app.title()),
                        List.of(
                                Words.say("server.app.aboutSelection"),
                                behind.reading().get())))
                .rows(running.watched(ctx.queryParam("progress"), behind.engine()), behind.scan());
    }

    /**
     * The selected rows of a table view, the first one if none is named; {@code ?sort=} as JSON in place of its own,
     * {@code ?find=} a text that one of its columns must hold.
     */
    public void rows(Context ctx, App whole, Dataset dataset) throws IOException {
        Asked asked = asked(ctx);
        App app = whole.shown(asked.choices());
        require(app, Downloads.ROWS);
        View table = app.views().stream()
                .filter(View::isOfRows)
                .filter(view -> ctx.queryParam("view") == null || view.id().equals(ctx.queryParam("view")))
                .findFirst()
                .orElseThrow(PageDownloads::noSuchView);
        Reading reading = reading(app, dataset, table, asked);
        QueryEngine engine = reading.engine();
        Schema schema = engine.schema();
        Selection selection = reading.selection();
        List<String> columns = picked(ctx, table).stream()
                .filter(schema::has)
                .filter(column -> !reading.part().schema().get(column).isSensitive())
                .toList();
        if (columns.isEmpty()) {
            throw new UserException(ErrorCode.NOT_ALLOWED, Text.of("server.app.nothingMayLeave"));
        }
        List<Question.Sort> sort =
                sort(ctx, table).stream().filter(by -> schema.has(by.column())).toList();
        Set<Filter> filters = AppQuestions.narrowing(reading.part().app(), table, selection);
        filters.addAll(Explanations.lookedFor(table, ctx.queryParam("find"), headings(ctx)));
        TableResponse.of(ctx, app.title(), filters.isEmpty() ? "all rows" : "filtered")
                .about(() -> about(reading))
                .rows(
                        running.watched(ctx.queryParam("progress"), engine),
                        new QueryEngine.RowScan(columns, filters, sort, TextOrder.ofReader()));
    }

    /** The numbers of a figure or chart as they stand in its table. */
    public void numbers(Context ctx, App whole, Dataset dataset) throws IOException {
        Asked asked = asked(ctx);
        App app = whole.shown(asked.choices());
        require(app, Downloads.VIEWS);
        View view = Optional.ofNullable(ctx.queryParam("view"))
                .flatMap(app::view)
                .filter(named -> !named.isOfRows())
                .orElseThrow(PageDownloads::noSuchView);
        Reading reading = reading(app, dataset, view, asked);
        requireHarmless(view, reading.part().schema());
        QueryEngine engine = reading.engine();
        Selection selection = reading.selection();
        PageRequest only = new PageRequest(selection, List.of(view.id()), Map.of(), Map.of(), false);
        Answered[] answered = {null};
        engine.answer(
                AppQuestions.of(reading.part().app(), only),
                one -> {
                    if (one.id().equals(AppQuestions.viewId(view.id()))) {
                        answered[0] = one;
                    }
                },
                () -> false);
        Answered answer = answered[0];
        if (answer == null || !(answer.answer() instanceof Answer.Groups groups)) {
            throw answer == null || answer.failure() == null ? noSuchView() : PageAnswers.told(answer.failure());
        }
        ViewTable table = ViewTable.of(view, groups, reading.part().app(), engine.schema());
        TableResponse.of(
                        ctx,
                        app.title() + " "
                                + table.headings().get(table.headings().size() - 1),
                        "")
                .about(() -> about(reading))
                .records(table.headings(), table.rows());
    }

    /** The names of groups are values, and so are the smallest, the middle and the last: of a sensitive column none leaves. */
    private static void requireHarmless(View view, Schema schema) {
        Stream<String> single = view.kind().definition().measures(view).stream()
                .filter(measure -> measure.aggregate().isOfOneValue())
                .flatMap(PageDownloads::measured);
        Stream.concat(PageData.groupedBy(view).stream(), single)
                .flatMap(name -> schema.find(name).stream())
                .filter(ColumnInfo::isSensitive)
                .findFirst()
                .ifPresent(info -> {
                    throw new UserException(
                            ErrorCode.NOT_ALLOWED, Text.of("app.theViewHasASensitive", "column", info.label()));
                });
    }

    private static Stream<String> measured(Measure measure) {
        return measure.expression() == null
                ? Stream.ofNullable(measure.column())
                : Expressions.columns(measure.expression()).stream();
    }

    /** What a download reads: a part of the app, and how it is selected. */
    private record Reading(AppParts parts, AppParts.Part part, QueryEngine engine, PartSelections selections) {
        Selection selection() {
            return selections.parts().get(parts.all().indexOf(part));
        }
    }

    private Reading reading(App app, Dataset dataset, View view, Asked asked) {
        AppParts parts = AppParts.of(app, dataset, datasets);
        List<QueryEngine> engines = parts.engines(datasets);
        AppParts.Part part = parts.of(view);
        return new Reading(
                parts, part, engines.get(parts.all().indexOf(part)), parts.selections(engines, asked.selection()));
    }

    /** What a workbook says of its rows. */
    private List<List<String>> about(Reading reading) {
        App app = reading.part().app();
        Dataset.Version version = reading.part().version();
        List<QueryEngine> engines = reading.parts().engines(datasets);
        List<Integer> passing = new ArrayList<>();
        for (int p = 0; p < engines.size(); p++) {
            passing.add(AppParts.passing(
                    reading.parts().all().get(p),
                    engines.get(p),
                    reading.selections().parts().get(p)));
        }
        List<String> own = app.views().stream().map(View::id).toList();
        String read = reading.parts()
                .sentence(
                        reading.selections().whole(),
                        engines,
                        passing,
                        new PageRequest(Selection.NONE, own, Map.of(), Map.of(), false))
                .text();
        return List.of(
                List.of(Words.say("server.app.aboutApp"), app.title()),
                List.of(Words.say("server.app.aboutSelection"), read),
                List.of(
                        Words.say("server.app.aboutVersion"),
                        Words.say(
                                "server.app.versionLoaded",
                                "version",
                                version.number(),
                                "loaded",
                                version.loadedAt()
                                        .truncatedTo(ChronoUnit.MINUTES)
                                        .toString())),
                List.of(
                        Words.say("server.app.aboutMade"),
                        Instant.now().truncatedTo(ChronoUnit.MINUTES).toString()));
    }

    private static void require(App app, Downloads wanted) {
        if (!app.allows(wanted)) {
            throw new UserException(
                    ErrorCode.NOT_ALLOWED,
                    wanted == Downloads.ROWS
                            ? Text.of("server.app.theAuthorOfThisApp")
                            : Text.of("server.app.theAuthorOfThisApp2"));
        }
    }

    private static UserException noSuchView() {
        return new UserException(ErrorCode.VIEW_NOT_FOUND, Text.of("server.app.thisAppHasNoSuch"));
    }

    private record Asked(Selection selection, Map<String, String> choices) {}

    /** What {@code ?selection=} says: filters, marks and what is chosen. */
    private static Asked asked(Context ctx) {
        String json = ctx.queryParam("selection");
        if (json == null) {
            return new Asked(Selection.NONE, Map.of());
        }
        PageAnswers.Request request = Requests.parse(json, PageAnswers.Request.class);
        return new Asked(PageAnswers.selection(request), request.choices() == null ? Map.of() : request.choices());
    }

    /** The columns that {@code ?columns=} names, in its order; all of the table without it. */
    private static List<String> picked(Context ctx, View table) {
        String columns = ctx.queryParam("columns");
        List<String> picked = columns == null
                ? table.columns()
                : Stream.of(columns.split(","))
                        .filter(table.columns()::contains)
                        .distinct()
                        .toList();
        return picked.isEmpty() ? table.columns() : picked;
    }

    private record HeadingsRequest(@Nullable List<Filter> filters) {}

    /** Filters under the headings of a table, as {@code ?headings=} says. */
    private static List<Filter> headings(Context ctx) {
        String json = ctx.queryParam("headings");
        return json == null
                ? List.of()
                : Requests.present(
                        Requests.parse("{\"filters\":" + json + "}", HeadingsRequest.class)
                                .filters(),
                        Words.say("server.app.aFilter"));
    }

    private record SortRequest(
            @Nullable String column, @Nullable Boolean descending) {}

    /** One column, or several in a list. */
    private record SortsRequest(@Nullable List<SortRequest> sort) {}

    private static List<Question.Sort> sort(Context ctx, View table) {
        String json = ctx.queryParam("sort");
        if (json == null) {
            return table.sort();
        }
        List<SortRequest> all = json.startsWith("[")
                ? Requests.present(
                        Requests.parse("{\"sort\":" + json + "}", SortsRequest.class)
                                .sort(),
                        Words.say("server.app.theColumnToSortBy"))
                : List.of(Requests.parse(json, SortRequest.class));
        List<Question.Sort> sorts = new ArrayList<>();
        for (SortRequest each : all) {
            SortRequest sort = Requests.present(each, Words.say("server.app.theColumnToSortBy"));
            String column = Requests.required(sort.column(), Words.say("server.app.theColumnToSortBy"));
            if (!table.columns().contains(column)) {
                throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.app.aTableIsSortedBy"));
            }
            sorts.add(new Question.Sort(column, Boolean.TRUE.equals(sort.descending())));
        }
        Limits.checkSort(sorts);
        return sorts;
    }
}
