package keensparrow.server.publish;

import io.javalin.http.Context;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import keensparrow.core.app.App;
import keensparrow.core.words.Words;
import keensparrow.server.app.AppRecord;
import keensparrow.server.app.AppService;
import keensparrow.server.app.Explanations;
import keensparrow.server.app.PageAnswers;
import keensparrow.server.app.PageData;
import keensparrow.server.app.PageDownloads;
import keensparrow.server.app.PictureRoutes;
import keensparrow.server.app.Pictures;
import keensparrow.server.audit.AuditAction;
import keensparrow.server.audit.AuditLog;
import keensparrow.server.dataset.AnswerLine;
import keensparrow.server.dataset.Dataset;
import keensparrow.server.dataset.DatasetService;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.OpenApi;
import keensparrow.server.http.Requests;
import org.jspecify.annotations.Nullable;

/** Publishing, and what colleagues see behind a link. */
public final class PublishRoutes {
    private final PublishService service;
    private final AppService apps;
    private final DatasetService datasets;
    private final PageAnswers answers;
    private final PageDownloads downloads;
    private final Explanations explanations;
    private final Pictures pictures;
    private final AuditLog audit;

    public PublishRoutes(
            PublishService service,
            AppService apps,
            DatasetService datasets,
            PageAnswers answers,
            PageDownloads downloads,
            Explanations explanations,
            Pictures pictures,
            AuditLog audit) {
        this.explanations = explanations;
        this.pictures = pictures;
        this.service = service;
        this.apps = apps;
        this.datasets = datasets;
        this.answers = answers;
        this.downloads = downloads;
        this.audit = audit;
    }

    record AccessRequest(@Nullable LinkAccess access) {}

    record Item(
            String id,
            String title,
            String datasetId,
            Instant changedAt,
            int edition,
            @Nullable String slug) {}

    record Items(List<Item> apps) {}

    /** An edition as a colleague opens it. */
    record Opened(int edition, Instant publishedAt, PageData page) {}

    /** A line of JSON for each answer. */
    @OpenApi.Stream(value = "application/x-ndjson", of = AnswerLine.class)
    record AnswerLines() {}

    public void add(Api api) {
        api.get("/api/apps", Access.AUTHOR, "Your apps", Items.class, this::list);
        api.get(
                "/api/apps/{id}/editions",
                Access.AUTHOR,
                "Editions and link of an app",
                PublishService.State.class,
                (ctx, caller) -> ctx.json(service.state(caller.id(), ctx.pathParam("id"))));
        api.post(
                "/api/apps/{id}/editions",
                Access.AUTHOR,
                "Publish the draft as the next edition",
                AccessRequest.class,
                PublishService.State.class,
                (ctx, caller) -> {
                    PublishService.State state = service.publish(caller.id(), ctx.pathParam("id"), access(ctx));
                    note(
                            ctx,
                            caller,
                            AuditAction.PUBLISHED,
                            Words.say(
                                    "server.publish.edition",
                                    "number",
                                    state.editions().get(0).number()));
                    ctx.json(state);
                });
        api.put(
                "/api/apps/{id}/link",
                Access.AUTHOR,
                "Say who may open the link",
                AccessRequest.class,
                PublishService.State.class,
                (ctx, caller) -> {
                    LinkAccess access = access(ctx);
                    ctx.json(service.setAccess(caller.id(), ctx.pathParam("id"), access));
                    note(ctx, caller, AuditAction.ACCESS_CHANGED, ", " + access);
                });
        api.post(
                "/api/apps/{id}/link",
                Access.AUTHOR,
                "Another address in place of the old one",
                null,
                PublishService.State.class,
                (ctx, caller) -> {
                    ctx.json(service.renew(caller.id(), ctx.pathParam("id")));
                    note(ctx, caller, AuditAction.LINK_RENEWED, "");
                });
        api.delete("/api/apps/{id}/link", Access.AUTHOR, "Withdraw the link; the editions stay", (ctx, caller) -> {
            ctx.json(service.withdraw(caller.id(), ctx.pathParam("id")));
            note(ctx, caller, AuditAction.LINK_WITHDRAWN, "");
        });
        api.get(
                "/api/links/{slug}",
                Access.ANYONE,
                "The app behind a link; the link says who may open it",
                Opened.class,
                this::open);
        api.post(
                "/api/links/{slug}/answers",
                Access.ANYONE,
                "What its page shows, line by line",
                PageAnswers.Request.class,
                AnswerLines.class,
                this::answer);
        api.post(
                "/api/links/{slug}/explanations",
                Access.ANYONE,
                "How a number of a view is made, and of which rows where the app gives them",
                Explanations.Request.class,
                Explanations.Explanation.class,
                (ctx, caller) -> {
                    PublishRepository.Published published = service.open(caller, ctx.pathParam("slug"));
                    Explanations.Request asked = Requests.body(ctx, Explanations.Request.class);
                    ctx.json(explanations.explain(
                            published.app(),
                            datasets.getForLink(published.datasetId()),
                            asked,
                            Explanations.Audience.COLLEAGUE));
                });
        api.get(
                "/api/links/{slug}/pictures/{picture}",
                Access.ANYONE,
                "A picture that the app behind a link shows",
                OpenApi.Bytes.class,
                this::picture);
        api.getFiles(
                "/api/links/{slug}/behind",
                Access.ANYONE,
                "Download the rows behind a view, with the columns of the app's tables, if the app allows it",
                this::behind);
        api.getFiles(
                "/api/links/{slug}/rows",
                Access.ANYONE,
                "Download the selected rows of a table view, if the app allows it",
                this::rows);
        api.getFiles(
                "/api/links/{slug}/numbers",
                Access.ANYONE,
                "Download the numbers of a figure or chart, if the app allows it",
                this::numbers);
    }

    private static LinkAccess access(Context ctx) {
        return Requests.present(
                Requests.body(ctx, AccessRequest.class).access(), Words.say("server.publish.whoMayOpenTheLink"));
    }

    private void note(Context ctx, Caller caller, AuditAction action, String more) {
        audit.note(
                ctx,
                caller,
                action,
                "“" + apps.get(caller.id(), ctx.pathParam("id")).draft().title() + "”" + more);
    }

    private void list(Context ctx, Caller caller) {
        ctx.json(new Items(apps.list(caller.id()).stream()
                .map(app -> item(caller.id(), app))
                .toList()));
    }

    private Item item(long ownerId, AppRecord app) {
        PublishService.State state = service.state(ownerId, app.id());
        int edition = state.editions().isEmpty() ? 0 : state.editions().get(0).number();
        return new Item(app.id(), app.draft().title(), app.datasetId(), app.changedAt(), edition, state.slug());
    }

    private void open(Context ctx, Caller caller) {
        PublishRepository.Published published = service.open(caller, ctx.pathParam("slug"));
        Dataset dataset = datasets.getForLink(published.datasetId());
        PageData page = PageData.forColleagues(published.app(), dataset, datasets);
        ctx.json(new Opened(published.number(), published.publishedAt(), page));
    }

    private void answer(Context ctx, Caller caller) {
        PublishRepository.Published published = service.open(caller, ctx.pathParam("slug"));
        answers.answerColleague(ctx, published.app(), datasets.getForLink(published.datasetId()));
    }

    private void picture(Context ctx, Caller caller) {
        PublishRepository.Published published = service.open(caller, ctx.pathParam("slug"));
        if (!PictureRoutes.isShown(published.app(), ctx.pathParam("picture"))) {
            throw PictureRoutes.none();
        }
        PictureRoutes.give(ctx, pictures, published.appId());
    }

    private void numbers(Context ctx, Caller caller) throws IOException {
        downloaded(ctx, caller, "numbers", downloads::numbers);
    }

    private void rows(Context ctx, Caller caller) throws IOException {
        downloaded(ctx, caller, "rows", downloads::rows);
    }

    private void behind(Context ctx, Caller caller) throws IOException {
        downloaded(
                ctx,
                caller,
                "rows",
                (to, app, dataset) -> downloads.behind(to, app, dataset, Explanations.Audience.COLLEAGUE));
    }

    private interface Download {
        void send(Context ctx, App app, Dataset dataset) throws IOException;
    }

    /** What is refused was not downloaded; what its caller breaks off was, as far as it went. */
    private void downloaded(Context ctx, Caller caller, String what, Download download) throws IOException {
        PublishRepository.Published published = service.open(caller, ctx.pathParam("slug"));
        String subject = Words.say(
                "server.publish.of", "what", what, "app", published.app().title());
        try {
            download.send(ctx, published.app(), datasets.getForLink(published.datasetId()));
        } catch (IOException gone) {
            audit.note(ctx, caller, AuditAction.DOWNLOADED, Words.say("server.publish.brokenOff", "subject", subject));
            throw gone;
        }
        audit.note(ctx, caller, AuditAction.DOWNLOADED, subject);
    }
}
