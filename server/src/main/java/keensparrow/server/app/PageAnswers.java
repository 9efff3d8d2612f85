package keensparrow.server.app;

import io.javalin.http.Context;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import keensparrow.core.app.App;
import keensparrow.core.app.AppQuestions;
import keensparrow.core.app.AppSentences;
import keensparrow.core.app.Checked;
import keensparrow.core.app.PageRequest;
import keensparrow.core.app.Selection;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.server.dataset.AnswerStream;
import keensparrow.server.dataset.Dataset;
import keensparrow.server.dataset.DatasetService;
import keensparrow.server.dataset.RowsDownload;
import keensparrow.server.http.Json;
import keensparrow.server.http.Requests;
import org.jspecify.annotations.Nullable;

/** Answers the question set of a page, line by line. A newer request of the same page stops the older. */
public final class PageAnswers {
    private static final int MOST_FILTER_VALUES = 5000;

    private final DatasetService datasets;
    private final Map<String, AtomicBoolean> running = new ConcurrentHashMap<>();

    public PageAnswers(DatasetService datasets) {
        this.datasets = datasets;
    }

    /**
     * What a page sends.
     *
     * @param page chosen by the page, so that a newer request stops the older; null for other programs
     * @param views ids of the views wanted, null for all
     * @param finds for each filter by column, what its values must contain
     */
    public record Request(
            @Nullable String page,
            @Nullable List<Filter> filters,
            @Nullable List<Selection.Mark> marks,
            @Nullable List<String> views,
            @Nullable Map<String, Slice> tables,
            @Nullable Map<String, String> finds,
            @Nullable Boolean withFilters) {}

    /** Rows of a table view. */
    public record Slice(int offset, int limit, @Nullable List<Question.Sort> sort) {}

    public void answer(Context ctx, App app, Dataset dataset) {
        Request request = Requests.body(ctx, Request.class);
        String page = request.page() == null ? null : request.page() + " " + dataset.id();
        AtomicBoolean stopped = new AtomicBoolean();
        if (page != null) {
            AtomicBoolean older = running.put(page, stopped);
            if (older != null) {
                older.set(true);
            }
        }
        try {
            answer(ctx, app, dataset, request, stopped);
        } catch (UncheckedIOException gone) {
            stopped.set(true); // nobody listens any more
        } finally {
            if (page != null) {
                running.remove(page, stopped);
            }
        }
    }

    private void answer(Context ctx, App app, Dataset dataset, Request request, AtomicBoolean stopped) {
        try (AnswerStream stream = new AnswerStream(ctx)) {
            try {
                answer(app, dataset, request, stream::line, stopped::get, answered -> {});
                stream.line(Map.of("line", "end"));
            } catch (UserException cancelled) {
                if (cancelled.code() != ErrorCode.CANCELLED) {
                    throw cancelled;
                }
                stream.line(Map.of("line", "cancelled"));
            }
        }
    }

    /** All that a page's call does but sending: what is loaded, compiled and kept by it is there for the first visitor. */
    public void rehearse(App app, Dataset dataset, Selection selection, Consumer<Answered> also) {
        Request asked = new Request(null, selection.filters(), selection.marks(), null, null, null, null);
        Request read = Json.read(Json.write(asked), Request.class);
        answer(app, dataset, read, Json::write, () -> false, also);
    }

    private void answer(
            App app,
            Dataset dataset,
            Request request,
            Consumer<Object> lines,
            BooleanSupplier stopped,
            Consumer<Answered> also) {
        Dataset.Version version = datasets.version(dataset);
        MemoryEngine engine = datasets.engine(version);
        Checked checked = Checked.of(app, engine.table(), selection(request));
        boolean withFilters = request.withFilters() == null || request.withFilters();
        Map<String, PageRequest.TableSlice> slices = orEmpty(request.tables()).entrySet().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, slice -> slice(slice.getValue())));
        PageRequest wanted =
                new PageRequest(checked.selection(), request.views(), slices, orEmpty(request.finds()), withFilters);
        Consumer<Answered> sink = answered -> {
            lines.accept(line(app, version, checked, answered));
            also.accept(answered);
        };
        engine.answer(AppQuestions.of(app, wanted), sink, stopped);
    }

    private static PageRequest.TableSlice slice(Slice slice) {
        return new PageRequest.TableSlice(slice.offset(), slice.limit(), slice.sort());
    }

    private static Object line(App app, Dataset.Version version, Checked checked, Answered answered) {
        if (!answered.id().equals(AppQuestions.READING)) {
            int colon = answered.id().indexOf(':');
            return AnswerStream.content(
                    answered.id().substring(0, colon), answered.id().substring(colon + 1), answered);
        }
        int passing = answered.answer() instanceof Answer.Groups groups ? passing(groups) : 0;
        Map<String, Object> head = new LinkedHashMap<>();
        head.put("line", "head");
        head.put("passing", passing);
        head.put("all", version.rowCount());
        head.put("version", version.number());
        head.put(
                "sentence",
                AppSentences.selection(app, version.schema(), checked.selection(), passing, version.rowCount()));
        head.put("notices", checked.notices());
        head.put("selection", checked.selection());
        return head;
    }

    private static int passing(Answer.Groups groups) {
        BigDecimal rows = groups.measures().get(0).values().get(0);
        return rows == null ? 0 : rows.intValueExact();
    }

    private static Selection selection(Request request) {
        List<Filter> filters = request.filters() == null ? List.of() : request.filters();
        List<Selection.Mark> marks = request.marks() == null ? List.of() : request.marks();
        requireBounded(filters, marks);
        return new Selection(filters, marks);
    }

    private static void requireBounded(List<Filter> filters, List<Selection.Mark> marks) {
        long values = filters.stream()
                .mapToLong(
                        filter -> filter instanceof OneOf oneOf ? oneOf.values().size() : 1)
                .sum();
        if (values > MOST_FILTER_VALUES || marks.size() > 100) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    "The selection names more than " + MOST_FILTER_VALUES + " values. Pick fewer.");
        }
    }

    private static <V> Map<String, V> orEmpty(@Nullable Map<String, V> map) {
        return map == null ? Map.of() : map;
    }

    /** Streams the selected rows as CSV: {@code ?view=} names the table, {@code ?selection=} is the selection as JSON. */
    public void download(Context ctx, App app, Dataset dataset) throws IOException {
        Dataset.Version version = datasets.version(dataset);
        MemoryEngine engine = datasets.engine(version);
        Request request = queryParam(ctx);
        Selection asked = Checked.of(app, engine.table(), selection(request)).selection();
        Set<Filter> filters = new HashSet<>();
        AppQuestions.conditions(asked).forEach(condition -> filters.add(condition.filter()));
        String view = ctx.queryParam("view");
        List<String> columns = PageData.downloadColumns(app, version.schema(), view);
        if (columns.isEmpty()) {
            throw new UserException(ErrorCode.VIEW_NOT_FOUND, "This app has no such table to download.");
        }
        List<Question.Sort> sort = app.views().stream()
                .filter(candidate -> candidate.id().equals(view))
                .flatMap(table -> table.sort().stream())
                .filter(by -> version.schema().has(by.column()))
                .toList();
        int[] rows = engine.sortedRows(filters, sort);
        RowsDownload.send(ctx, engine.table(), columns, rows, app.title(), filters.isEmpty() ? "all rows" : "filtered");
    }

    private static Request queryParam(Context ctx) {
        String json = ctx.queryParam("selection");
        if (json == null) {
            return new Request(null, null, null, null, null, null, null);
        }
        return Requests.parse(json, Request.class);
    }
}
