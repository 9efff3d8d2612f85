package keensparrow.server.app;

import io.javalin.http.Context;
import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.App;
import keensparrow.core.app.AppDataset;
import keensparrow.core.app.Grammar;
import keensparrow.core.app.choice.Proposing;
import keensparrow.core.app.view.Conversion;
import keensparrow.core.app.view.View;
import keensparrow.core.draft.FirstDraft;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.words.Words;
import keensparrow.server.dataset.AnswerLine;
import keensparrow.server.dataset.Dataset;
import keensparrow.server.dataset.DatasetService;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.OpenApi;
import keensparrow.server.http.Requests;
import org.jspecify.annotations.Nullable;

/** Drafts: making, changing, and the answers their pages ask for. */
public final class AppRoutes {
    private final AppService service;
    private final DatasetService datasets;
    private final PageAnswers answers;
    private final PageDownloads downloads;
    private final Explanations explanations;

    public AppRoutes(
            AppService service,
            DatasetService datasets,
            PageAnswers answers,
            PageDownloads downloads,
            Explanations explanations) {
        this.explanations = explanations;
        this.service = service;
        this.datasets = datasets;
        this.answers = answers;
        this.downloads = downloads;
    }

    record CreateRequest(@Nullable String datasetId) {}

    record DraftRequest(
            @Nullable Integer revision, @Nullable App app) {}

    /** A draft with the words of its views. */
    record Draft(String id, String datasetId, int revision, PageData page) {}

    /**
     * @param view null for a new one
     * @param dataset of a new view: the name of a further dataset; null for the first one
     */
    record DrawRequest(
            View.@Nullable Kind kind,
            @Nullable View view,
            @Nullable String dataset) {}

    record Drawn(View view) {}

    /** What colleagues could be let choose of a view. */
    record Proposals(List<Proposing.Proposal> proposals) {}

    /** A line of JSON for each answer. */
    @OpenApi.Stream(value = "application/x-ndjson", of = AnswerLine.class)
    record AnswerLines() {}

    public void add(Api api) {
        Grammar grammar = Grammar.whole();
        api.get(
                "/api/grammar",
                Access.ANYONE,
                "What can be said of columns, groups and steps, in the words of the sentences",
                Grammar.class,
                (ctx, caller) -> ctx.json(grammar));
        api.post(
                "/api/apps",
                Access.AUTHOR,
                "Make a first app from the columns of a dataset",
                CreateRequest.class,
                Draft.class,
                this::create);
        api.get(
                "/api/apps/{id}",
                Access.AUTHOR,
                "An app as its author edits it",
                Draft.class,
                (ctx, caller) -> ctx.json(draft(service.get(caller.id(), ctx.pathParam("id")))));
        api.put("/api/apps/{id}/draft", Access.AUTHOR, "Save a draft", DraftRequest.class, Draft.class, this::save);
        api.delete("/api/apps/{id}", Access.AUTHOR, "Remove an app, its editions and its link", (ctx, caller) -> {
            service.remove(caller.id(), ctx.pathParam("id"));
            ctx.status(204);
        });
        api.get(
                "/api/apps/{id}/views/{view}/choices",
                Access.AUTHOR,
                "What colleagues could be let choose of a view, with the options that fit",
                Proposals.class,
                this::proposals);
        api.post(
                "/api/apps/{id}/drawn-as",
                Access.AUTHOR,
                "A view as it is drawn another way: what fits is kept, what that way needs is filled in",
                DrawRequest.class,
                Drawn.class,
                this::drawAs);
        api.post(
                "/api/apps/{id}/answers",
                Access.AUTHOR,
                "What the page of a draft shows, line by line",
                PageAnswers.Request.class,
                AnswerLines.class,
                this::answer);
        api.post(
                "/api/apps/{id}/explanations",
                Access.AUTHOR,
                "How a number of a view is made, of which rows",
                Explanations.Request.class,
                Explanations.Explanation.class,
                (ctx, caller) -> {
                    AppRecord app = service.get(caller.id(), ctx.pathParam("id"));
                    Explanations.Request asked = Requests.body(ctx, Explanations.Request.class);
                    ctx.json(explanations.explain(app.draft(), dataset(app), asked, Explanations.Audience.AUTHOR));
                });
        api.getFiles("/api/apps/{id}/behind", Access.AUTHOR, "Download the rows behind a view", this::behind);
        api.getFiles("/api/apps/{id}/rows", Access.AUTHOR, "Download the selected rows of a table view", this::rows);
        api.getFiles(
                "/api/apps/{id}/numbers", Access.AUTHOR, "Download the numbers of a figure or chart", this::numbers);
    }

    private Draft draft(AppRecord app) {
        Dataset dataset = datasets.get(app.ownerId(), app.datasetId());
        PageData page = PageData.forAuthor(app.draft(), dataset, datasets);
        return new Draft(app.id(), app.datasetId(), app.revision(), page);
    }

    private void create(Context ctx, Caller caller) {
        String datasetId = Requests.required(
                Requests.body(ctx, CreateRequest.class).datasetId(), Words.say("server.app.theDataset"));
        ctx.json(draft(service.create(caller.id(), datasetId)));
    }

    private void save(Context ctx, Caller caller) {
        DraftRequest request = Requests.body(ctx, DraftRequest.class);
        App app = Requests.present(request.app(), Words.say("server.app.theApp"));
        int revision = Requests.present(request.revision(), Words.say("server.app.theRevision"));
        requireReadable(service.get(caller.id(), ctx.pathParam("id")), app);
        ctx.json(draft(service.save(caller.id(), ctx.pathParam("id"), app, revision)));
    }

    /** A condition of a whole app that is written anew must be one: every number would be missing else. */
    private void requireReadable(AppRecord before, App next) {
        conditions(next)
                .filter(condition -> !conditions(before.draft()).toList().contains(condition))
                .findFirst()
                .ifPresent(changed -> {
                    next.validate();
                    AppParts parts = AppParts.of(next, dataset(before), datasets);
                    List<QueryEngine> engines = parts.engines(datasets);
                    for (int p = 0; p < engines.size(); p++) {
                        String condition = parts.all().get(p).app().condition();
                        if (condition != null) {
                            engines.get(p).check(new ExpressionFilter(condition));
                        }
                    }
                });
    }

    /** The conditions of the datasets of an app. */
    private static Stream<String> conditions(App app) {
        return Stream.concat(
                Stream.ofNullable(app.condition()),
                app.furtherDatasets().stream().map(AppDataset::condition).flatMap(Stream::ofNullable));
    }

    private void answer(Context ctx, Caller caller) {
        AppRecord app = service.get(caller.id(), ctx.pathParam("id"));
        answers.answerAuthor(ctx, app.draft(), datasets.get(caller.id(), app.datasetId()));
    }

    private void proposals(Context ctx, Caller caller) {
        AppRecord app = service.get(caller.id(), ctx.pathParam("id"));
        View view = app.draft().view(ctx.pathParam("view")).orElseThrow(AppService::notFound);
        AppParts.Part part = AppParts.of(app.draft(), datasets.get(app.ownerId(), app.datasetId()), datasets)
                .of(view);
        Dataset.Version version = part.version();
        List<Measure> measures = FirstDraft.measures(version.schema(), version.profile());
        ctx.json(
                new Proposals(new Proposing(part.app().words(version.schema()), version.profile(), measures).of(view)));
    }

    private Dataset dataset(AppRecord app) {
        return datasets.get(app.ownerId(), app.datasetId());
    }

    private void behind(Context ctx, Caller caller) throws Exception {
        AppRecord app = service.get(caller.id(), ctx.pathParam("id"));
        downloads.behind(ctx, app.draft(), dataset(app), Explanations.Audience.AUTHOR);
    }

    private void drawAs(Context ctx, Caller caller) {
        AppRecord app = service.get(caller.id(), ctx.pathParam("id"));
        DrawRequest request = Requests.body(ctx, DrawRequest.class);
        View.Kind kind = Requests.present(request.kind(), Words.say("server.app.theKindOfView"));
        AppParts.Part part = AppParts.of(app.draft(), datasets.get(app.ownerId(), app.datasetId()), datasets)
                .named(
                        request.view() == null
                                ? request.dataset()
                                : request.view().dataset());
        Conversion conversion = PageData.conversion(part.version());
        ctx.json(new Drawn(
                request.view() == null
                        ? conversion.made(kind).ofDataset(request.dataset())
                        : conversion.to(kind, request.view())));
    }

    private void numbers(Context ctx, Caller caller) throws Exception {
        AppRecord app = service.get(caller.id(), ctx.pathParam("id"));
        downloads.numbers(ctx, app.draft(), datasets.get(caller.id(), app.datasetId()));
    }

    private void rows(Context ctx, Caller caller) throws Exception {
        AppRecord app = service.get(caller.id(), ctx.pathParam("id"));
        downloads.rows(ctx, app.draft(), datasets.get(caller.id(), app.datasetId()));
    }
}
