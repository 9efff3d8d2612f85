package keensparrow.server.app;

import io.javalin.http.Context;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.AnswerFormats;
import keensparrow.core.app.App;
import keensparrow.core.app.AppQuestions;
import keensparrow.core.app.AppSentences;
import keensparrow.core.app.DatasetPart;
import keensparrow.core.app.Downloads;
import keensparrow.core.app.FollowingValues;
import keensparrow.core.app.PageRequest;
import keensparrow.core.app.PartSelections;
import keensparrow.core.app.Selection;
import keensparrow.core.app.view.TableSlice;
import keensparrow.core.app.view.View;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Limits;
import keensparrow.core.question.Question;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.formats.csv.FormulaGuard;
import keensparrow.server.dataset.AnswerLine;
import keensparrow.server.dataset.AnswerStream;
import keensparrow.server.dataset.Dataset;
import keensparrow.server.dataset.DatasetService;
import keensparrow.server.http.Json;
import keensparrow.server.http.Requests;
import keensparrow.server.memory.MemoryWatch;
import org.jspecify.annotations.Nullable;

/** Answers the question set of a page, line by line. A newer request of the same page stops the older. */
public final class PageAnswers {
    private static final int MAX_ID = 100;
    private static final int MAX_HEADINGS = 8; // of a table: an engine takes so many conditions at once

    private final DatasetService datasets;
    private final MemoryWatch memory;
    private final Duration limit;
    private final LatestRequests latest = new LatestRequests();

    /** @param limit how long a page may be read; then the answers given so far are all */
    public PageAnswers(DatasetService datasets, MemoryWatch memory, Duration limit) {
        this.limit = limit;
        this.datasets = datasets;
        this.memory = memory;
    }

    /**
     * What a page sends.
     *
     * @param page chosen by the page, so that a newer request stops the older; null for other programs
     * @param turn the page's own number of the request; newer than all before it when null
     * @param views ids of the views wanted, null for all
     * @param finds for each filter by column, what its values must contain
     * @param whole filters of which all values are wanted, up to 10,000, and not the first hundred
     * @param choices for each choice by id, the id of the picked option
     * @param highlight whether marks only stand out in views that can show a part; not when null
     */
    public record Request(
            @Nullable String page,
            @Nullable List<Filter> filters,
            @Nullable List<Selection.Mark> marks,
            @Nullable List<String> views,
            @Nullable Map<String, Slice> tables,
            @Nullable Map<String, String> finds,
            @Nullable Boolean withFilters,
            @Nullable Map<String, String> choices,
            @Nullable Boolean highlight,
            @Nullable List<String> whole,
            @Nullable Long turn) {
        /** All views for a selection, of no page in particular. */
        static Request of(
                @Nullable List<Filter> filters,
                @Nullable List<Selection.Mark> marks,
                @Nullable Map<String, String> choices) {
            return new Request(null, filters, marks, null, null, null, null, choices, null, null, null);
        }
    }

    /**
     * Rows of a table view.
     *
     * @param find only those with this text in one of its columns; null for all
     * @param filters on columns that it shows, which narrow it alone; none when null
     */
    public record Slice(
            int offset,
            int limit,
            @Nullable List<Question.Sort> sort,
            @Nullable String find,
            @Nullable List<Filter> filters) {}

    /** For whoever follows a link: what fails is told without the names of columns that the app does not use. */
    public void answerColleague(Context ctx, App app, Dataset dataset) {
        answer(ctx, app, dataset, PageAnswers::told);
    }

    public void answerAuthor(Context ctx, App app, Dataset dataset) {
        answer(ctx, app, dataset, failure -> failure);
    }

    private void answer(Context ctx, App app, Dataset dataset, UnaryOperator<UserException> telling) {
        Request request = Requests.body(ctx, Request.class);
        requireBounded(request);
        memory.requireRoom();
        String page = request.page() == null ? null : request.page() + " " + dataset.id();
        LatestRequests.Running running = latest.begin(page, request.turn());
        try {
            answer(ctx, app, dataset, request, running, telling);
        } catch (UncheckedIOException gone) {
            running.stop(); // nobody listens any more
        } finally {
            latest.end(page, running);
        }
    }

    private void answer(
            Context ctx,
            App app,
            Dataset dataset,
            Request request,
            LatestRequests.Running running,
            UnaryOperator<UserException> telling) {
        try (AnswerStream stream = new AnswerStream(ctx)) {
            try {
                long end = System.nanoTime() + limit.toNanos();
                BooleanSupplier over = () -> running.isStopped() || System.nanoTime() > end;
                answer(app, dataset, request, stream::line, over, telling, answered -> {});
                stream.line(AnswerLine.end());
            } catch (UserException cancelled) {
                if (cancelled.code() != ErrorCode.CANCELLED) {
                    throw cancelled;
                }
                stream.line(AnswerLine.cancelled(!running.isStopped()));
            }
        }
    }

    /** All that a page's call does but sending: what is loaded, compiled and kept by it is there for the first visitor. */
    public void rehearse(App app, Dataset dataset, Selection selection, Consumer<Answered> also) {
        Request asked = Request.of(selection.filters(), selection.marks(), null);
        Request read = Json.read(Json.write(asked), Request.class);
        answer(app, dataset, read, Json::write, () -> false, failure -> failure, also);
    }

    /** The same of rows of a table alone. */
    public void rehearseRows(App app, Dataset dataset, String view, Slice slice) {
        Request asked =
                new Request(null, null, null, List.of(view), Map.of(view, slice), null, false, null, null, null, null);
        answer(app, dataset, asked, Json::write, () -> false, failure -> failure, answered -> {});
    }

    private void answer(
            App whole,
            Dataset dataset,
            Request request,
            Consumer<AnswerLine> lines,
            BooleanSupplier stopped,
            UnaryOperator<UserException> telling,
            Consumer<Answered> also) {
        App app = whole.shown(orEmpty(request.choices()));
        List<String> hidden = whole.views().stream()
                .map(View::id)
                .filter(id -> app.view(id).isEmpty())
                .toList();
        AppParts parts = AppParts.of(app, dataset, datasets);
        List<QueryEngine> engines = parts.engines(datasets);
        PartSelections checked = parts.selections(engines, selection(request));
        FollowingValues following = parts.following(engines);
        List<Integer> passing = new ArrayList<>();
        for (int p = 0; p < parts.all().size(); p++) { // that of the first one comes along with its other answers
            passing.add(
                    p == 0
                            ? 0
                            : AppParts.passing(
                                    parts.all().get(p),
                                    engines.get(p),
                                    checked.parts().get(p)));
        }
        for (int p = 0; p < parts.all().size(); p++) {
            AppParts.Part part = parts.all().get(p);
            PageRequest wanted =
                    wanted(request, part.definition(), checked.parts().get(p));
            boolean first = p == 0;
            Consumer<Answered> sink = one -> {
                Answered answered = told(one, telling);
                if (!answered.id().equals(AppQuestions.READING)) {
                    lines.accept(line(part, wanted, following, answered));
                } else if (first) {
                    passing.set(0, AppParts.passing(answered.answer()));
                    lines.accept(head(parts, engines, checked, passing, wanted, hidden));
                }
                also.accept(answered);
            };
            engines.get(p).answer(AppQuestions.of(part.app(), wanted), sink, stopped);
        }
    }

    /** What is asked of a part: texts to find by its own columns. */
    private static PageRequest wanted(Request request, DatasetPart part, Selection selection) {
        boolean withFilters = request.withFilters() == null || request.withFilters();
        Map<String, TableSlice> slices = orEmpty(request.tables()).entrySet().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, slice -> slice(slice.getValue())));
        Map<String, String> finds = orEmpty(request.finds()).entrySet().stream()
                .filter(find -> part.filters().containsValue(find.getKey()))
                .collect(Collectors.toMap(find -> part.column(find.getKey()), Map.Entry::getValue));
        Set<String> whole = (request.whole() == null ? List.<String>of() : request.whole())
                .stream()
                        .filter(part.filters()::containsValue)
                        .map(part::column)
                        .collect(Collectors.toSet());
        boolean highlight = Boolean.TRUE.equals(request.highlight());
        return new PageRequest(selection, request.views(), slices, finds, whole, withFilters, highlight);
    }

    private static Answered told(Answered answered, UnaryOperator<UserException> telling) {
        UserException failure = answered.failure();
        return failure == null ? answered : new Answered(answered.id(), null, telling.apply(failure));
    }

    /** A failure as whoever follows a link may know it: the nearest names of other columns are none of their business. */
    static UserException told(UserException failure) {
        return failure.code() == ErrorCode.COLUMN_NOT_FOUND || failure.code() == ErrorCode.EXPRESSION_SYNTAX
                ? new UserException(failure.code(), Text.of("server.app.thisNeedsAColumnThat"))
                : failure;
    }

    private static TableSlice slice(Slice slice) {
        return new TableSlice(
                slice.offset(),
                slice.limit(),
                slice.sort(),
                slice.find(),
                slice.filters() == null ? List.of() : slice.filters());
    }

    private static AnswerLine line(
            AppParts.Part part, PageRequest wanted, FollowingValues following, Answered answered) {
        App app = part.app();
        int colon = answered.id().indexOf(':');
        String of = answered.id().substring(0, colon);
        String id = answered.id().substring(colon + 1);
        View view = of.equals("filter") ? null : app.view(id).orElse(null);
        if (view != null && of.equals("beside")) {
            return AnswerLine.result(of, id, besideGiven(view, formatted(app, view, answered)), null);
        }
        return view == null
                ? AnswerLine.result(
                        of, part.definition().said(id), counted(part, id, wanted, following, answered), null)
                : AnswerLine.result(
                        of, id, formatted(app, view, answered), shown(app, view, part.schema(), wanted.selection()));
    }

    private static AnswerLine head(
            AppParts parts,
            List<QueryEngine> engines,
            PartSelections checked,
            List<Integer> passing,
            PageRequest wanted,
            List<String> hidden) {
        List<AnswerLine.FurtherReading> further = new ArrayList<>();
        List<String> guarded = new ArrayList<>();
        for (int p = 0; p < parts.all().size(); p++) {
            AppParts.Part part = parts.all().get(p);
            guarded.addAll(guarded(part.app(), engines.get(p)));
            if (p > 0) {
                further.add(new AnswerLine.FurtherReading(
                        parts.further(part).name(),
                        passing.get(p),
                        AppParts.all(part, engines.get(p)),
                        part.version().number()));
            }
        }
        Dataset.Version version = parts.first().version();
        return new AnswerLine.Head(
                "head",
                passing.get(0),
                AppParts.all(parts.first(), engines.get(0)),
                version.number(),
                parts.sentence(checked.whole(), engines, passing, wanted),
                checked.notices(),
                checked.whole(),
                guarded.stream().distinct().toList(),
                hidden,
                further);
    }

    /** What a filter shows of its answer. */
    private static Answered counted(
            AppParts.Part part, String id, PageRequest wanted, FollowingValues following, Answered answered) {
        Answer answer = answered.answer();
        if (answer == null) {
            return answered;
        }
        Answer all = following.withOthers(part.definition(), id, wanted.finds().get(id), answer);
        Answer shown = part.app()
                .filter(id)
                .map(spec -> spec.kind().definition().shown(spec, all))
                .orElse(all);
        return new Answered(answered.id(), shown, answered.failure());
    }

    private static Answered formatted(App app, View view, Answered answered) {
        Answer answer = answered.answer();
        return answer == null
                ? answered
                : new Answered(answered.id(), AnswerFormats.of(app, view, answer), answered.failure());
    }

    private static Answered besideGiven(View view, Answered answered) {
        Answer answer = answered.answer();
        return answer == null
                ? answered
                : new Answered(answered.id(), view.kind().definition().besideGiven(answer), answered.failure());
    }

    private static AnswerLine.Shown shown(App app, View view, Schema schema, Selection selection) {
        List<Measure> measures = view.kind().definition().measures(view);
        List<String> names = AppSentences.measures(view, app, schema);
        List<AnswerLine.ShownMeasure> shown = new ArrayList<>();
        for (int m = 0; m < measures.size(); m++) {
            shown.add(new AnswerLine.ShownMeasure(
                    names.get(m),
                    measures.get(m).aggregate(),
                    AppSentences.meaning(m == 0 ? view.measureId() : null, measures.get(m), app, schema)));
        }
        return new AnswerLine.Shown(
                view,
                AppSentences.title(view, app, schema),
                AppSentences.view(view, app, schema),
                shown,
                AppSentences.skipped(view, app, schema, selection));
    }

    /** Labels of the columns of which a download gets an apostrophe before texts that could run as formulas. */
    private static List<String> guarded(App app, QueryEngine engine) {
        Schema schema = engine.schema();
        return app.views().stream()
                .filter(view -> view.isOfRows() && app.allows(Downloads.ROWS))
                .flatMap(view -> app.columnsOf(view).stream())
                .distinct()
                .filter(column -> schema.has(column) && FormulaGuard.isIn(engine.statistics(), column))
                .map(schema::label)
                .toList();
    }

    static Selection selection(Request request) {
        List<Filter> filters = given(request.filters(), Words.say("server.app.aFilter"));
        List<Selection.Mark> marks = given(request.marks(), Words.say("server.app.aMark"));
        List<Filter> all = new ArrayList<>(filters);
        for (Selection.Mark mark : marks) {
            Requests.present(mark.view(), Words.say("server.app.theViewOfAMark"));
            all.add(Requests.present(mark.filter(), Words.say("server.app.theFilterOfAMark")));
        }
        Limits.check(all);
        return new Selection(filters, marks);
    }

    /** Page, views and slices of a request within what a page can hold. */
    static void requireBounded(Request request) {
        Limits.most(
                request.page() == null ? 0 : request.page().length(),
                MAX_ID,
                Words.say("server.app.charactersInAPagesName"));
        given(request.views(), Words.say("server.app.aView")).forEach(view -> {});
        Limits.most(request.views() == null ? 0 : request.views().size(), App.MAX_VIEWS, Words.say("server.app.views"));
        Limits.most(orEmpty(request.tables()).size(), App.MAX_VIEWS, Words.say("server.app.tables"));
        Limits.most(orEmpty(request.choices()).size(), App.MAX_CHOICES, Words.say("server.app.choices"));
        Limits.most(orEmpty(request.finds()).size(), App.MAX_FILTERS, Words.say("server.app.textsToFind"));
        given(request.whole(), Words.say("server.app.aFilter")).forEach(filter -> {});
        Limits.most(
                request.whole() == null ? 0 : request.whole().size(),
                App.MAX_FILTERS,
                Words.say("server.app.filtersListedWhole"));
        orEmpty(request.finds())
                .values()
                .forEach(text -> Limits.most(
                        Requests.present(text, Words.say("server.app.aTextToFind"))
                                .length(),
                        Limits.TEXT,
                        Words.say("server.app.charactersToFind")));
        orEmpty(request.tables())
                .values()
                .forEach(slice -> Limits.most(
                        slice == null || slice.find() == null ? 0 : slice.find().length(),
                        Limits.TEXT,
                        Words.say("server.app.charactersToFind")));
        orEmpty(request.tables())
                .values()
                .forEach(slice -> Limits.checkSort(given(
                        Requests.present(slice, Words.say("server.app.aSliceOfATable"))
                                .sort(),
                        Words.say("server.app.aColumnToSortBy"))));
        orEmpty(request.tables()).values().forEach(slice -> requireFewHeadings(slice.filters()));
    }

    static void requireFewHeadings(@Nullable List<Filter> filters) {
        List<Filter> all = given(filters, Words.say("server.app.aFilter"));
        Limits.most(all.size(), MAX_HEADINGS, Words.say("server.app.filtersUnderHeadings"));
        Limits.check(all);
    }

    private static <T> List<T> given(@Nullable List<T> list, String what) {
        if (list != null) {
            list.forEach(element -> Requests.present(element, what));
        }
        return list == null ? List.of() : list;
    }

    private static <V> Map<String, V> orEmpty(@Nullable Map<String, V> map) {
        return map == null ? Map.of() : map;
    }
}
