package keensparrow.server.dataset;

import io.javalin.http.Context;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import keensparrow.core.draft.RowName;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.meaning.Roles;
import keensparrow.core.prepare.Step;
import keensparrow.core.prepare.Steps;
import keensparrow.core.prepare.TableChange;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.question.Limits;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.TextOrder;
import keensparrow.core.words.Words;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.CallerWatch;
import keensparrow.server.http.OpenApi;
import keensparrow.server.http.Requests;
import keensparrow.server.http.SteadyInput;
import keensparrow.server.job.Job;
import keensparrow.server.memory.MemoryWatch;
import keensparrow.server.source.QueryService;
import org.jspecify.annotations.Nullable;

/** Uploads, datasets, their steps, questions about them and their rows. */
public final class DatasetRoutes {
    private static final int MAX_NAME = 200;
    private static final long MAX_NANOS = 60_000_000_000L;
    private static final long MAX_LOOK_NANOS = 120_000_000_000L;

    private static final int FIRST_ROWS = 200;

    private final DatasetService service;
    private final MemoryWatch memory;

    public DatasetRoutes(DatasetService service, MemoryWatch memory) {
        this.service = service;
        this.memory = memory;
    }

    /** A line of JSON for each answer. */
    @OpenApi.Stream(value = "application/x-ndjson", of = AnswerLine.class)
    record AnswerLines() {}

    /** Uploaded files, or a link, or a query; {@code reading} is what differs from how the files look. */
    record CreateRequest(
            @Nullable List<String> files,
            @Nullable String name,
            QueryService.@Nullable Query query,
            @Nullable String link,
            @Nullable ReadingChoices reading) {}

    /** @param part which sheet's cells are wanted, from 0; null for the one that is read */
    record LookRequest(
            @Nullable ReadingChoices reading,
            @Nullable Integer part,
            @Nullable Integer fromColumn) {}

    record ReadingRequest(@Nullable ReadingChoices reading) {}

    /** Files to load, or none to run the query or fetch the link of the dataset again. */
    record RefreshRequest(@Nullable List<String> files) {}

    /**
     * @param steps how many, from the first; 0 for the table as it was read
     * @param compared whether what the last of them changed is wanted too, @param profiled and what is in each column
     */
    record AfterRequest(
            @Nullable Integer steps,
            @Nullable Boolean compared,
            @Nullable Boolean profiled) {}

    /**
     * @param rows the first of them, values written plainly, null where blank
     * @param change what the last of the steps changed, where that was asked for
     * @param profiles one for each column, where they were asked for; else none
     */
    record After(
            int rowCount,
            List<ColumnInfo> columns,
            List<List<@Nullable String>> rows,
            @Nullable TableChange change,
            List<ColumnProfile> profiles) {}

    record StepsRequest(
            @Nullable List<Step> steps, @Nullable Boolean ofAnotherSource) {}

    /** @param pattern such as {@code departures-*.csv}; null where new files take the place of all */
    record FilePatternRequest(@Nullable String pattern) {}

    record RenameRequest(@Nullable String name, @Nullable String noun) {}

    record Datasets(List<Dataset.Summary> datasets) {}

    record Details(
            String id,
            String name,
            String noun,
            int version,
            int rowCount,
            Instant loadedAt,
            List<SourceFile> files,
            @Nullable String query,
            @Nullable String link,
            @Nullable String filePattern,
            ReadingChoices reading,
            List<Column> columns,
            @Nullable String namedBy,
            List<Step> steps,
            List<Steps.Done> stepsDone,
            LoadReport report,
            @Nullable LoadBefore loadBefore,
            @Nullable List<Step> undo,
            @Nullable List<Step> redo) {}

    record SourceFile(String name, long sizeBytes) {}

    /** A column with what is in it, and the roles it could be given. */
    record Column(ColumnInfo info, ColumnProfile profile, List<Role> possibleRoles) {}

    /** Questions about all rows that pass the filters. */
    record AskRequest(
            @Nullable List<Filter> filters, @Nullable List<Question> questions) {}

    /** A row page or a download: columns left out means all of them. */
    record RowsRequest(
            @Nullable List<Filter> filters,
            @Nullable List<String> columns,
            @Nullable List<Question.Sort> sort,
            @Nullable Integer offset,
            @Nullable Integer limit) {}

    public void add(Api api) {
        api.post(
                "/api/files",
                Access.AUTHOR,
                "Upload a file as the body; its name in ?name=",
                OpenApi.Bytes.class,
                DatasetService.Uploaded.class,
                this::upload);
        api.post(
                "/api/files/{id}/look",
                Access.AUTHOR,
                "Look at an uploaded file: its sheets, the tables found, raw cells",
                LookRequest.class,
                FilePreview.class,
                (ctx, caller) -> {
                    LookRequest request = Requests.body(ctx, LookRequest.class);
                    try (CallerWatch gone = new CallerWatch(ctx, MAX_LOOK_NANOS)) {
                        ctx.json(service.look(
                                caller.id(),
                                ctx.pathParam("id"),
                                asFound(request.reading()),
                                request.part(),
                                request.fromColumn(),
                                gone));
                    }
                });
        api.post(
                "/api/datasets/{id}/look",
                Access.AUTHOR,
                "Look again at the file of a dataset",
                LookRequest.class,
                FilePreview.class,
                (ctx, caller) -> {
                    LookRequest request = Requests.body(ctx, LookRequest.class);
                    try (CallerWatch gone = new CallerWatch(ctx, MAX_LOOK_NANOS)) {
                        ctx.json(service.lookAgain(
                                caller.id(),
                                ctx.pathParam("id"),
                                request.reading(),
                                request.part(),
                                request.fromColumn(),
                                gone));
                    }
                });
        api.put(
                "/api/datasets/{id}/reading",
                Access.AUTHOR,
                "Read the same files in another way",
                ReadingRequest.class,
                Job.Status.class,
                (ctx, caller) -> {
                    ReadingRequest request = Requests.body(ctx, ReadingRequest.class);
                    started(ctx, service.readAgain(caller.id(), ctx.pathParam("id"), asFound(request.reading())));
                });
        api.get(
                "/api/datasets",
                Access.AUTHOR,
                "Your datasets",
                Datasets.class,
                (ctx, caller) -> ctx.json(new Datasets(service.list(caller.id()))));
        api.post(
                "/api/datasets",
                Access.AUTHOR,
                "Load uploaded files, or the result of a query, as a new dataset",
                CreateRequest.class,
                Job.Status.class,
                this::create);
        api.get(
                "/api/datasets/{id}",
                Access.AUTHOR,
                "A dataset: columns, types, counts, steps",
                Details.class,
                this::details);
        api.put("/api/datasets/{id}", Access.AUTHOR, "Rename a dataset", RenameRequest.class, null, this::rename);
        api.put(
                "/api/datasets/{id}/file-pattern",
                Access.AUTHOR,
                "Say which files join those that are there at the next load",
                FilePatternRequest.class,
                null,
                (ctx, caller) -> {
                    String pattern =
                            Requests.body(ctx, FilePatternRequest.class).pattern();
                    service.setFilePattern(caller.id(), ctx.pathParam("id"), pattern);
                    ctx.status(204);
                });
        api.delete("/api/datasets/{id}", Access.AUTHOR, "Remove a dataset that no app shows", (ctx, caller) -> {
            service.remove(caller.id(), ctx.pathParam("id"));
            ctx.status(204);
        });
        api.post(
                "/api/datasets/{id}/versions",
                Access.AUTHOR,
                "Load a newer file, or run the query or fetch the link again",
                RefreshRequest.class,
                Job.Status.class,
                this::refresh);
        api.put(
                "/api/datasets/{id}/steps",
                Access.AUTHOR,
                "Replay with other steps",
                StepsRequest.class,
                Job.Status.class,
                this::changeSteps);
        api.post(
                "/api/datasets/{id}/after",
                Access.AUTHOR,
                "The first rows as they are after some of the steps",
                AfterRequest.class,
                After.class,
                this::after);
        api.post(
                "/api/datasets/{id}/answers",
                Access.AUTHOR,
                "Ask questions, with filters; answers come line by line",
                AskRequest.class,
                AnswerLines.class,
                this::ask);
        api.post(
                "/api/datasets/{id}/rows.csv",
                Access.AUTHOR,
                "Download rows, with filters",
                RowsRequest.class,
                OpenApi.Csv.class,
                this::download);
    }

    private void upload(Context ctx, Caller caller) {
        String name = Requests.name(ctx.queryParam("name"), Words.say("server.dataset.theFileName"), MAX_NAME);
        String length = ctx.header("Content-Length");
        long expected = length == null ? -1 : Long.parseLong(length);
        ctx.json(service.upload(caller.id(), name, new SteadyInput(ctx.bodyInputStream()), expected));
    }

    /** Tells of a job, and keeps the call: what a restart interrupts can be repeated by it. */
    private void started(Context ctx, Job job) {
        String body = new String(ctx.bodyAsBytes(), StandardCharsets.UTF_8);
        service.remember(job, new Job.Repeat(ctx.method().name(), ctx.path(), body));
        ctx.json(job.status());
    }

    private void create(Context ctx, Caller caller) {
        CreateRequest request = Requests.body(ctx, CreateRequest.class);
        QueryService.Query query = request.query();
        Job job = query != null
                ? service.createFromQuery(
                        caller.id(),
                        query,
                        Requests.name(request.name(), Words.say("server.dataset.theNameOfTheDataset"), MAX_NAME))
                : fromFiles(request, caller);
        started(ctx, job);
    }

    private Job fromFiles(CreateRequest request, Caller caller) {
        ReadingChoices reading = asFound(request.reading());
        String link = request.link();
        return link != null
                ? service.createFromLink(caller.id(), link, request.name(), reading)
                : service.createFromFiles(
                        caller.id(),
                        Requests.present(request.files(), Words.say("server.dataset.theListOfFiles")),
                        request.name(),
                        reading);
    }

    private static ReadingChoices asFound(@Nullable ReadingChoices reading) {
        return reading == null ? ReadingChoices.AS_FOUND : reading;
    }

    private void after(Context ctx, Caller caller) {
        AfterRequest request = Requests.body(ctx, AfterRequest.class);
        int count = Requests.present(request.steps(), Words.say("server.dataset.howManySteps"));
        boolean compared = Boolean.TRUE.equals(request.compared()) && count > 0;
        Table table;
        TableChange change = null;
        try (CallerWatch gone = new CallerWatch(ctx, MAX_LOOK_NANOS)) {
            if (compared) {
                Table before = service.preparation().after(caller.id(), ctx.pathParam("id"), count - 1, gone);
                table = service.preparation().next(caller.id(), ctx.pathParam("id"), count, before.traced());
                change = TableChange.between(before, table, FIRST_ROWS);
            } else {
                table = service.preparation().after(caller.id(), ctx.pathParam("id"), count, gone);
            }
        }
        int shown = Math.min(FIRST_ROWS, table.rowCount());
        List<List<@Nullable String>> rows = IntStream.range(0, shown)
                .mapToObj(row -> table.columns().stream()
                        .map(column -> column.plain(row))
                        .toList())
                .toList();
        List<ColumnProfile> profiles =
                Boolean.TRUE.equals(request.profiled()) ? service.preparation().profiles(table) : List.of();
        ctx.json(new After(table.rowCount(), table.schema().columns(), rows, change, profiles));
    }

    private void details(Context ctx, Caller caller) {
        Dataset dataset = service.get(caller.id(), ctx.pathParam("id"));
        Dataset.Version version = service.version(dataset);
        StepHistoryRepository.Around around = service.preparation().around(dataset);
        List<ColumnInfo> infos = version.schema().columns();
        List<Column> columns = IntStream.range(0, infos.size())
                .mapToObj(i -> new Column(
                        infos.get(i),
                        version.profile().columns().get(i),
                        Roles.possible(infos.get(i).type())))
                .toList();
        ctx.json(new Details(
                dataset.id(),
                dataset.name(),
                dataset.noun(),
                version.number(),
                version.rowCount(),
                version.loadedAt(),
                version.files().stream()
                        .map(file -> new SourceFile(file.name(), file.sizeBytes()))
                        .toList(),
                dataset.query(),
                dataset.link(),
                dataset.filePattern(),
                version.reading(),
                columns,
                RowName.of(version.schema(), version.profile())
                        .map(ColumnInfo::name)
                        .orElse(null),
                version.steps(),
                version.stepsDone(),
                version.report(),
                service.preparation().loadBefore(version).orElse(null),
                around.undo(),
                around.redo()));
    }

    private void rename(Context ctx, Caller caller) {
        RenameRequest request = Requests.body(ctx, RenameRequest.class);
        service.rename(
                caller.id(),
                ctx.pathParam("id"),
                Requests.name(request.name(), Words.say("server.dataset.theName"), MAX_NAME),
                Requests.name(request.noun(), Words.say("server.dataset.theWordForARow"), 80));
        ctx.status(204);
    }

    private void refresh(Context ctx, Caller caller) {
        List<String> files = Requests.body(ctx, RefreshRequest.class).files();
        String id = ctx.pathParam("id");
        Job job = files == null
                ? service.refreshFromSource(caller.id(), id)
                : service.refreshFromFiles(caller.id(), id, files);
        started(ctx, job);
    }

    private void changeSteps(Context ctx, Caller caller) {
        StepsRequest request = Requests.body(ctx, StepsRequest.class);
        List<Step> steps = Requests.present(request.steps(), Words.say("server.dataset.theListOfSteps"));
        boolean ofAnotherSource = Boolean.TRUE.equals(request.ofAnotherSource());
        started(ctx, service.changeSteps(caller.id(), ctx.pathParam("id"), steps, ofAnotherSource));
    }

    private void ask(Context ctx, Caller caller) throws Exception {
        AskRequest request = Requests.body(ctx, AskRequest.class);
        QueryEngine engine = engine(ctx, caller);
        List<QuestionSet.ActiveFilter> conditions = new ArrayList<>();
        Limits.check(orEmpty(request.filters()));
        for (Filter filter : orEmpty(request.filters())) {
            engine.check(filter);
            conditions.add(new QuestionSet.ActiveFilter(String.valueOf(conditions.size()), filter));
        }
        List<QuestionSet.Asked> asked = new ArrayList<>();
        for (Question question :
                Requests.present(request.questions(), Words.say("server.dataset.theListOfQuestions"))) {
            asked.add(new QuestionSet.Asked(String.valueOf(asked.size()), question, Set.of()));
        }
        QuestionSet questions = new QuestionSet(conditions, asked);
        Limits.check(questions);
        memory.requireRoom();
        long end = System.nanoTime() + MAX_NANOS;
        try (AnswerStream stream = new AnswerStream(ctx)) {
            try {
                engine.answer(questions, stream::question, () -> System.nanoTime() > end);
            } catch (UserException late) {
                if (late.code() != ErrorCode.CANCELLED) {
                    throw late;
                }
                stream.line(AnswerLine.cancelled(true));
            }
        }
    }

    private void download(Context ctx, Caller caller) throws Exception {
        RowsRequest request = Requests.body(ctx, RowsRequest.class);
        Dataset dataset = service.get(caller.id(), ctx.pathParam("id"));
        Dataset.Version version = service.version(dataset);
        QueryEngine engine = service.engine(version);
        List<Filter> filters = orEmpty(request.filters());
        Limits.check(filters);
        Limits.checkSort(orEmpty(request.sort()));
        Limits.most(orEmpty(request.columns()).size(), Limits.COLUMNS, Words.say("server.dataset.columns"));
        filters.forEach(engine::check);
        List<String> asked = request.columns() == null
                ? engine.schema().columns().stream().map(ColumnInfo::name).toList()
                : request.columns();
        Schema schema = version.schema();
        List<String> columns = asked.stream()
                .filter(name ->
                        schema.find(name).filter(ColumnInfo::isSensitive).isEmpty())
                .toList();
        if (columns.isEmpty()) {
            throw new UserException(ErrorCode.NOT_ALLOWED, Text.of("server.app.nothingMayLeave"));
        }
        QueryEngine.RowScan scan = new QueryEngine.RowScan(
                columns,
                new HashSet<>(filters),
                orEmpty(request.sort()),
                request.offset() == null ? 0 : request.offset(),
                request.limit(),
                TextOrder.INSTANCE);
        TableResponse.of(ctx, dataset.name(), filters.isEmpty() ? "" : "filtered")
                .rows(engine, scan);
    }

    private QueryEngine engine(Context ctx, Caller caller) {
        return service.engine(service.version(service.get(caller.id(), ctx.pathParam("id"))));
    }

    private static <T> List<T> orEmpty(@Nullable List<T> list) {
        return list == null ? List.of() : list;
    }
}
