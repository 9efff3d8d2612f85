package keensparrow.server.app;

import io.javalin.http.Context;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.slot.MeasureSlots;
import keensparrow.core.app.slot.ViewSlots;
import keensparrow.core.app.view.View;
import keensparrow.core.sentence.Slot;
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
     * One of both.
     *
     * @param view as it stands before its author
     * @param measure one with a name, @param dataset the name of the further dataset that it is of; null for the first one
     */
    record SlotsRequest(
            @Nullable View view,
            @Nullable Measure measure,
            @Nullable String dataset) {}

    record Slots(List<Slot> slots) {}

    public void add(Api api) {
        api.post(
                "/api/apps/{id}/slots",
                Access.AUTHOR,
                "What can be said in the sentence of a view or of a measure, with all that fits the columns",
                SlotsRequest.class,
                Slots.class,
                this::slots);
    }

    private void slots(Context ctx, Caller caller) {
        AppRecord app = service.get(caller.id(), ctx.pathParam("id"));
        SlotsRequest request = Requests.body(ctx, SlotsRequest.class);
        AppParts parts = AppParts.of(app.draft(), datasets.get(app.ownerId(), app.datasetId()), datasets);
        View view = request.view();
        if (view == null) {
            Measure measure = Requests.present(request.measure(), Words.say("server.app.theView"));
            AppParts.Part part = parts.named(request.dataset());
            MeasureSlots slots = new MeasureSlots(part.app().words(part.schema()), false, false, false, any -> true);
            ctx.json(new Slots(slots.parts(measure)));
            return;
        }
        AppParts.Part part = parts.named(view.dataset());
        List<View> others = app.draft().views().stream()
                .filter(other -> !Objects.equals(other.id(), view.id()))
                .toList();
        ctx.json(new Slots(new ViewSlots(
                        view,
                        app.draft().withViews(
                                        Stream.concat(others.stream(), Stream.of(view)).toList()),
                        part.app().words(part.schema()),
                        PageData.conversion(part.version()))
                .all()));
    }
}
