package keensparrow.server.publish;

import io.javalin.http.Context;
import io.javalin.http.sse.SseClient;
import io.javalin.http.sse.SseHandler;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import keensparrow.core.app.AppDataset;
import keensparrow.core.error.UserException;
import keensparrow.server.dataset.DatasetService;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Tells open pages that a new edition or new data have arrived, as server-sent events. */
public final class LinkChangeRoutes implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(LinkChangeRoutes.class);
    private static final String EVENTS = "text/event-stream";
    private static final long LOOK_EVERY_MILLIS = 1000;
    private static final int SIGN_OF_LIFE_EVERY = 5; // looks: whoever is gone is found by it

    private final PublishService publishing;
    private final DatasetService datasets;
    private final Map<SseClient, Watch> watches = new ConcurrentHashMap<>();
    private final ScheduledExecutorService looking = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "link-changes");
        thread.setDaemon(true);
        return thread;
    });
    private int looks;

    /** @param now edition and versions of the datasets: {@code 3 12 4} */
    record Now(String now) {}

    private record Watch(String slug, Caller caller, AtomicReference<String> told) {
        /** Whoever may open a link sees the same: it is looked for once, however many pages are open. */
        String key() {
            return slug + " " + caller.isSignedIn();
        }
    }

    public LinkChangeRoutes(PublishService publishing, DatasetService datasets) {
        this.publishing = publishing;
        this.datasets = datasets;
        looking.scheduleWithFixedDelay(this::look, LOOK_EVERY_MILLIS, LOOK_EVERY_MILLIS, TimeUnit.MILLISECONDS);
    }

    public void add(Api api) {
        api.get(
                "/api/changes/{slug}",
                Access.ANYONE,
                "Edition and versions behind a link; as server-sent events at once and whenever one changes",
                Now.class,
                this::watch);
    }

    /** Edition and versions behind a link: {@code 3 12 4}. */
    private String stamp(Caller caller, String slug) {
        PublishRepository.Published published = publishing.open(caller, slug);
        StringBuilder stamp =
                new StringBuilder().append(published.number()).append(' ').append(version(published.datasetId()));
        for (AppDataset further : published.app().furtherDatasets()) {
            stamp.append(' ').append(version(further.dataset()));
        }
        return stamp.toString();
    }

    private int version(String dataset) {
        return datasets.getForLink(dataset).currentVersion();
    }

    private void watch(Context ctx, Caller caller) throws Exception {
        String slug = ctx.pathParam("slug");
        String now = stamp(caller, slug);
        if (!EVENTS.equals(ctx.header("Accept"))) {
            ctx.json(new Now(now));
            return;
        }
        new SseHandler(client -> {
                    client.keepAlive();
                    client.onClose(() -> watches.remove(client));
                    watches.put(client, new Watch(slug, caller, new AtomicReference<>(now)));
                    client.sendEvent("now", now);
                })
                .handle(ctx);
    }

    private void look() {
        looks++;
        Map<String, String> stamps = new HashMap<>();
        for (Map.Entry<SseClient, Watch> entry : watches.entrySet()) {
            SseClient client = entry.getKey();
            try {
                Watch watch = entry.getValue();
                String now = stamps.computeIfAbsent(watch.key(), key -> stamp(watch.caller(), watch.slug()));
                if (!now.equals(watch.told().getAndSet(now))) {
                    client.sendEvent("now", now);
                } else if (looks % SIGN_OF_LIFE_EVERY == 0) {
                    client.sendComment("still here");
                }
            } catch (UserException withdrawn) {
                close(client); // the page asks again, and is told why
            } catch (RuntimeException e) { // one page's trouble, or the store's, must not end the looking for all
                LOG.warn("changes behind a link could not be looked for: {}", e.getMessage());
            }
        }
    }

    private void close(SseClient client) {
        watches.remove(client);
        client.close();
    }

    @Override
    public void close() {
        looking.shutdownNow();
        watches.keySet().forEach(this::close);
    }
}
