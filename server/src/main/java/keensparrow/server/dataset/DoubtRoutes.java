package keensparrow.server.dataset;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.javalin.http.Context;
import java.util.List;
import java.util.Set;
import keensparrow.core.doubt.Doubt;
import keensparrow.core.doubt.Doubts;
import keensparrow.core.question.Limits;
import keensparrow.core.words.Words;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.Requests;
import keensparrow.server.memory.MemoryWatch;
import keensparrow.server.store.Database;
import org.jspecify.annotations.Nullable;

/** What may be wrong in a dataset as it stands, and what of it its owner has set aside. */
public final class DoubtRoutes {
    private static final int MAX_KEY = 600;
    private static final int KEPT = 100;

    private final Database database;
    private final DatasetService datasets;
    private final MemoryWatch memory;
    private final DoubtRepository repository = new DoubtRepository();
    /** A version never changes, and looking through a million rows takes seconds. */
    private final Cache<String, List<Doubt>> found =
            Caffeine.newBuilder().maximumSize(KEPT).build();

    public DoubtRoutes(Database database, DatasetService datasets, MemoryWatch memory) {
        this.database = database;
        this.datasets = datasets;
        this.memory = memory;
    }

    /** @param doubts the most serious first */
    record Found(int version, List<Item> doubts) {}

    /** @param key by which it is set aside: the same for the same doubt about newer data */
    record Item(Doubt doubt, String key, boolean aside) {}

    record AsideRequest(@Nullable String key, @Nullable Boolean aside) {}

    public void add(Api api) {
        api.get(
                "/api/datasets/{id}/doubts",
                Access.AUTHOR,
                "What may be wrong in the table as it stands, with steps that would put it right",
                Found.class,
                this::give);
        api.put(
                "/api/datasets/{id}/doubts",
                Access.AUTHOR,
                "Set a doubt aside, or take it up again",
                AsideRequest.class,
                Found.class,
                this::setAside);
    }

    private void give(Context ctx, Caller caller) {
        memory.requireRoom();
        Dataset dataset = datasets.get(caller.id(), ctx.pathParam("id"));
        Dataset.Version version = datasets.version(dataset);
        Set<String> aside = database.inTransaction(connection -> repository.aside(connection, dataset.id()));
        List<Doubt> doubts = found.get(
                dataset.id() + " " + version.number(), of -> Doubts.of(datasets.table(version), version.profile()));
        List<Item> items = doubts.stream()
                .map(doubt -> new Item(doubt, key(doubt), aside.contains(key(doubt))))
                .toList();
        ctx.json(new Found(version.number(), items));
    }

    /** What it is about and what it says, without its numbers, which newer data change. */
    private static String key(Doubt doubt) {
        String key = doubt.column() + " " + doubt.text().replaceAll("[0-9][0-9.,]*", "#");
        return key.length() <= MAX_KEY ? key : key.substring(0, MAX_KEY);
    }

    private void setAside(Context ctx, Caller caller) {
        Dataset dataset = datasets.get(caller.id(), ctx.pathParam("id"));
        AsideRequest request = Requests.body(ctx, AsideRequest.class);
        String key = Requests.present(request.key(), Words.say("server.dataset.theDoubt"));
        Limits.most(key.length(), MAX_KEY, Words.say("server.dataset.charactersOfADoubt"));
        boolean aside = Boolean.TRUE.equals(request.aside());
        database.act(connection -> repository.set(connection, dataset.id(), key, aside));
        give(ctx, caller);
    }
}
