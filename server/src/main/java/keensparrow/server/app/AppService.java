package keensparrow.server.app;

import java.time.Clock;
import java.util.List;
import keensparrow.core.app.App;
import keensparrow.core.app.AppDataset;
import keensparrow.core.draft.FirstDraft;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.server.dataset.Dataset;
import keensparrow.server.dataset.DatasetService;
import keensparrow.server.store.Database;
import keensparrow.server.store.Secrets;

/** Drafts of apps. */
public final class AppService {
    private final Database database;
    private final DatasetService datasets;
    private final Clock clock;
    private final AppRepository apps = new AppRepository();

    public AppService(Database database, DatasetService datasets, Clock clock) {
        this.database = database;
        this.datasets = datasets;
        this.clock = clock;
    }

    /** A first app, made from the columns of a dataset. */
    AppRecord create(long ownerId, String datasetId) {
        Dataset dataset = datasets.get(ownerId, datasetId);
        Dataset.Version version = datasets.version(dataset);
        App draft = FirstDraft.of(version.schema(), version.profile(), dataset.name(), dataset.noun());
        AppRecord app = new AppRecord(Secrets.id(), ownerId, datasetId, draft, 1, clock.instant());
        database.act(connection -> {
            datasets.lock(connection, ownerId, datasetId);
            apps.add(connection, app);
        });
        return app;
    }

    /** @throws UserException NOT_FOUND when the owner has no such app */
    public AppRecord get(long ownerId, String id) {
        return database.inTransaction(connection -> apps.find(connection, ownerId, id))
                .orElseThrow(AppService::notFound);
    }

    static UserException notFound() {
        return new UserException(ErrorCode.NOT_FOUND, Text.of("server.app.thereIsNoSuchApp"));
    }

    public List<AppRecord> list(long ownerId) {
        return database.inTransaction(connection -> apps.list(connection, ownerId));
    }

    /**
     * @throws UserException CONFLICT when the draft was saved elsewhere since {@code revision}; NOT_FOUND when it reads a
     *     dataset that its owner does not have
     */
    AppRecord save(long ownerId, String id, App draft, int revision) {
        draft.validate();
        boolean saved = database.change(connection -> {
            for (AppDataset dataset : draft.furtherDatasets()) {
                datasets.lock(connection, ownerId, dataset.dataset());
            }
            return apps.save(connection, ownerId, id, draft, revision, clock.instant());
        });
        AppRecord now = get(ownerId, id);
        if (!saved) {
            throw new UserException(ErrorCode.CONFLICT, Text.of("server.app.thisAppWasChangedIn"));
        }
        return now;
    }

    void remove(long ownerId, String id) {
        if (!database.change(connection -> apps.remove(connection, ownerId, id))) {
            throw notFound();
        }
    }
}
