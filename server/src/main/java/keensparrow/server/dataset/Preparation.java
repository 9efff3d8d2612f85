package keensparrow.server.dataset;

import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.server.store.Database;

/** What steps make of a dataset: tables as they are after some of them, the changes before and after, the load before. */
final class Preparation {
    private final DatasetService service;
    private final DatasetLoader loads;
    private final Database database;
    private final DatasetRepository datasets;
    private final StepHistoryRepository history = new StepHistoryRepository();

    Preparation(DatasetService service, DatasetLoader loads, Database database, DatasetRepository datasets) {
        this.service = service;
        this.loads = loads;
        this.database = database;
        this.datasets = datasets;
    }

    /** Steps that take the last change of them back, and that make it again. */
    StepHistoryRepository.Around around(Dataset dataset) {
        return database.inTransaction(connection -> history.around(connection, dataset.id()));
    }

    /** What the load before did, for one of other files. */
    Optional<LoadBefore> loadBefore(Dataset.Version version) {
        return database.inTransaction(connection -> datasets.findLoadBefore(connection, version))
                .map(before -> LoadBefore.of(before, version));
    }

    /** The table as it is after the first {@code count} steps. @throws UserException INVALID_REQUEST when there are fewer */
    Table after(long ownerId, String id, int count, BooleanSupplier gone) {
        Dataset dataset = service.get(ownerId, id);
        Dataset.Version version = versionWith(dataset, count);
        return loads.after(dataset, version, count, gone);
    }

    /** What the step of a number makes of the table before it. */
    Table next(long ownerId, String id, int number, Table before) {
        Dataset dataset = service.get(ownerId, id);
        return loads.next(dataset, versionWith(dataset, number), number, before);
    }

    /** What is in each column of a table that steps made. */
    List<ColumnProfile> profiles(Table table) {
        return loads.profiles(table);
    }

    /** The version a dataset stands at, which has so many steps. */
    private Dataset.Version versionWith(Dataset dataset, int count) {
        Dataset.Version version = service.version(dataset);
        if (count < 0 || count > version.steps().size()) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    Text.of(
                            "server.dataset.noSuchStep",
                            "steps",
                            version.steps().size()));
        }
        return version;
    }
}
