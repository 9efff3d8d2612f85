package keensparrow.server.publish;

import io.javalin.http.Context;
import java.util.List;
import keensparrow.core.question.Limits;
import keensparrow.core.words.Words;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.Requests;
import org.jspecify.annotations.Nullable;

/** What readers of an app keep of it under names. Each call answers with all that the caller sees. */
public final class SavedViewRoutes {
    private static final int MAX_NAME = 200;

    private final SavedViews views;
    private final PublishService publishing;

    public SavedViewRoutes(SavedViews views, PublishService publishing) {
        this.views = views;
        this.publishing = publishing;
    }

    /** @param shared whether all who may open the link see it; not when null */
    record SaveRequest(
            @Nullable String name,
            @Nullable String state,
            @Nullable Boolean shared) {}

    /**
     * @param state as it stands in the address of the page
     * @param own whether it is the caller's
     * @param by whose it is
     * @param place in the guided reading, from 0; null for one that is not part of it
     * @param note what is said of it there
     * @param begins whether the link opens with it where its address says nothing
     */
    record Item(
            String id,
            String name,
            String state,
            boolean own,
            boolean shared,
            String by,
            @Nullable Integer place,
            String note,
            boolean begins) {}

    /**
     * @param views those of the guided reading first, in their order, the others by their names
     * @param canSave whether the caller can keep views: whoever has an account
     * @param isAuthor whether the caller says what the link opens with and how it is read
     */
    record Items(List<Item> views, boolean canSave, boolean isAuthor) {}

    public void add(Api api) {
        api.get(
                "/api/links/{slug}/views",
                Access.ANYONE,
                "Saved views of an app: the caller's own and those that are shared",
                Items.class,
                (ctx, caller) -> give(ctx, caller, linked(ctx, caller)));
        api.post(
                "/api/links/{slug}/views",
                Access.SIGNED_IN,
                "Keep a state of the page under a name",
                SaveRequest.class,
                Items.class,
                this::save);
        api.put(
                "/api/links/{slug}/views/{view}",
                Access.SIGNED_IN,
                "Change a saved view; its place, note and whether the link opens with it are the author's to say",
                SavedViews.Change.class,
                Items.class,
                this::change);
        api.delete("/api/links/{slug}/views/{view}", Access.SIGNED_IN, "Remove a saved view", (ctx, caller) -> {
            PublishService.Linked link = linked(ctx, caller);
            views.remove(caller, link, ctx.pathParam("view"));
            give(ctx, caller, link);
        });
    }

    private PublishService.Linked linked(Context ctx, Caller caller) {
        return publishing.linked(caller, ctx.pathParam("slug"));
    }

    private void give(Context ctx, Caller caller, PublishService.Linked link) {
        List<Item> items = views.visible(caller, link).stream()
                .map(view -> new Item(
                        view.id(),
                        view.name(),
                        view.state(),
                        SavedViews.isOf(caller, view),
                        view.shared(),
                        view.ownerName(),
                        view.place(),
                        view.note(),
                        view.begins()))
                .toList();
        ctx.json(new Items(items, caller.isSignedIn(), SavedViews.isAuthor(caller, link)));
    }

    private static String name(@Nullable String name) {
        return Requests.name(name, Words.say("server.publish.theNameOfTheView"), MAX_NAME);
    }

    private static String state(@Nullable String state) {
        String given = Requests.present(state, Words.say("server.publish.theStateOfTheView"));
        Limits.most(given.length(), SavedViews.MAX_STATE, Words.say("server.publish.charactersOfAState"));
        return given;
    }

    private void save(Context ctx, Caller caller) {
        PublishService.Linked link = linked(ctx, caller);
        SaveRequest request = Requests.body(ctx, SaveRequest.class);
        views.add(caller, link, name(request.name()), state(request.state()), Boolean.TRUE.equals(request.shared()));
        give(ctx, caller, link);
    }

    private void change(Context ctx, Caller caller) {
        PublishService.Linked link = linked(ctx, caller);
        SavedViews.Change asked = Requests.body(ctx, SavedViews.Change.class);
        String note = asked.note();
        Limits.most(
                note == null ? 0 : note.length(), SavedViews.MAX_NOTE, Words.say("server.publish.charactersOfANote"));
        SavedViews.Change change = new SavedViews.Change(
                asked.name() == null ? null : name(asked.name()),
                asked.state() == null ? null : state(asked.state()),
                asked.shared(),
                asked.place(),
                note,
                asked.begins());
        views.change(caller, link, ctx.pathParam("view"), change);
        give(ctx, caller, link);
    }
}
