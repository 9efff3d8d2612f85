package keensparrow.server.app;

import io.javalin.http.Context;
import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.App;
import keensparrow.core.app.AppSentences;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.slot.ChoiceSlots;
import keensparrow.core.app.slot.MeasureSlots;
import keensparrow.core.app.slot.ViewSlots;
import keensparrow.core.app.view.View;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Slot;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.dataset.DatasetService;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.Requests;
import org.jspecify.annotations.Nullable;

/** What can be said in a sentence of an app as its author has it before them, saved or not yet. */
public final class SlotRoutes {
    private final AppService service;
    private final DatasetService datasets;

    public SlotRoutes(AppService service, DatasetService datasets) {
        this.service = service;
        this.datasets = datasets;
    }

    /**
     * One of them.
     *
     * @param view as it stands before its author
     * @param measure one with a name, @param dataset the name of the further dataset that it is of; null for the first one
     * @param choice its title, where it begins and which views follow it; its options are said by their kind
     */
    record SlotsRequest(
            @Nullable View view,
            @Nullable Measure measure,
            @Nullable String dataset,
            @Nullable Choice choice) {}

    record Slots(List<Slot> slots) {}

    public void add(Api api) {
        api.post(
                "/api/apps/{id}/slots",
                Access.AUTHOR,
                "What can be said in the sentence of a view, of a measure or of a choice, with all that fits the columns",
                SlotsRequest.class,
                Slots.class,
                this::slots);
    }

    private void slots(Context ctx, Caller caller) {
        AppRecord app = service.get(caller.id(), ctx.pathParam("id"));
        SlotsRequest request = Requests.body(ctx, SlotsRequest.class);
        AppParts parts = AppParts.of(app.draft(), datasets.get(app.ownerId(), app.datasetId()), datasets);
        if (request.view() != null) {
            ctx.json(new Slots(of(request.view(), app.draft(), parts)));
        } else if (request.choice() != null) {
            ctx.json(new Slots(of(request.choice(), app.draft(), parts)));
        } else {
            Measure measure = Requests.present(request.measure(), Words.say("server.app.theView"));
            AppParts.Part part = parts.named(request.dataset());
            MeasureSlots slots = new MeasureSlots(part.app().words(part.schema()), false, false, false, any -> true);
            ctx.json(new Slots(slots.parts(measure)));
        }
    }

    /** Of a view that may not be saved yet. */
    private static List<Slot> of(View view, App draft, AppParts parts) {
        AppParts.Part part = parts.named(view.dataset());
        Stream<View> others = draft.views().stream().filter(other -> !other.id().equals(view.id()));
        App app = draft.withViews(Stream.concat(others, Stream.of(view)).toList());
        return new ViewSlots(view, app, part.app().words(part.schema()), PageData.conversion(part.version())).all();
    }

    private static List<Slot> of(Choice choice, App draft, AppParts parts) {
        if (choice.options().isEmpty()) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.app.aChoiceHasOptions"));
        }
        AppParts.Part part = choice.views().stream()
                .flatMap(id -> draft.view(id).stream())
                .map(parts::of)
                .findFirst()
                .orElse(parts.first());
        return new ChoiceSlots(choice, draft, part.app().words(part.schema()), view -> title(view, parts)).all();
    }

    private static String title(View view, AppParts parts) {
        AppParts.Part part = parts.of(view);
        return AppSentences.title(view, part.app(), part.schema());
    }
}
