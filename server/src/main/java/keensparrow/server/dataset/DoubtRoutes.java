package keensparrow.server.dataset;

import java.util.List;
import keensparrow.core.doubt.Doubt;
import keensparrow.core.doubt.Doubts;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.memory.MemoryWatch;

/** What may be wrong in a dataset as it stands. */
public final class DoubtRoutes {
    private final DatasetService datasets;
    private final MemoryWatch memory;

    public DoubtRoutes(DatasetService datasets, MemoryWatch memory) {
        this.datasets = datasets;
        this.memory = memory;
    }

    /** @param doubts the most serious first */
    record Found(int version, List<Doubt> doubts) {}

    public void add(Api api) {
        api.get(
                "/api/datasets/{id}/doubts",
                Access.AUTHOR,
                "What may be wrong in the table as it stands, with steps that would put it right",
                Found.class,
                (ctx, caller) -> {
                    memory.requireRoom();
                    Dataset.Version version = datasets.version(datasets.get(caller.id(), ctx.pathParam("id")));
                    ctx.json(new Found(version.number(), Doubts.of(datasets.table(version), version.profile())));
                });
    }
}
