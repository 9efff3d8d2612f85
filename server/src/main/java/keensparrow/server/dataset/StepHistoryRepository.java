package keensparrow.server.dataset;

import com.fasterxml.jackson.core.type.TypeReference;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import keensparrow.core.prepare.Step;
import keensparrow.server.http.Json;
import keensparrow.server.store.Database;
import org.jspecify.annotations.Nullable;

/**
 * The steps of a dataset as they were before and after each change, in order; one of them holds. Steps that are those
 * before the ones that hold take a change back, those after them make it again; any others are a new change, behind
 * which nothing is to be made again.
 */
final class StepHistoryRepository {
    private static final TypeReference<List<Step>> STEPS = new TypeReference<>() {};

    /** @param undo steps before the last change, @param redo steps of the change taken back last; null for none */
    record Around(@Nullable List<Step> undo, @Nullable List<Step> redo) {}

    Around around(Connection connection, String dataset) throws SQLException {
        int now = place(connection, dataset).orElse(-1);
        if (now < 0) {
            List<String> earlier = ofVersions(connection, dataset);
            int last = earlier.size() - 1;
            return new Around(last < 1 ? null : read(earlier.get(last - 1)), null);
        }
        return new Around(
                at(connection, dataset, now - 1)
                        .map(StepHistoryRepository::read)
                        .orElse(null),
                at(connection, dataset, now + 1)
                        .map(StepHistoryRepository::read)
                        .orElse(null));
    }

    /** @param before the steps that held until now; null of a new dataset */
    void record(Connection connection, String dataset, @Nullable List<Step> before, List<Step> steps)
            throws SQLException {
        String json = Json.writeList(steps, STEPS);
        int now = place(connection, dataset).orElse(-1);
        if (now < 0) {
            List<String> earlier = ofVersions(connection, dataset);
            int count = earlier.isEmpty() ? 0 : earlier.size() - 1; // the last one is that which these steps made
            for (String each : earlier.subList(0, count)) {
                add(connection, dataset, ++now, each);
            }
        }
        if (now < 0) {
            now = 0;
            add(connection, dataset, 0, before == null ? json : Json.writeList(before, STEPS));
        }
        if (Optional.of(json).equals(at(connection, dataset, now))) {
            return;
        }
        if (Optional.of(json).equals(at(connection, dataset, now - 1))) {
            move(connection, dataset, now - 1);
        } else if (Optional.of(json).equals(at(connection, dataset, now + 1))) {
            move(connection, dataset, now + 1);
        } else {
            Database.update(connection, "delete from step_history where dataset_id = ? and place > ?", dataset, now);
            add(connection, dataset, now + 1, json);
        }
    }

    /** Of a dataset that older programs loaded nothing was recorded: its versions tell how its steps changed. */
    private static List<String> ofVersions(Connection connection, String dataset) throws SQLException {
        String sql = "select steps from dataset_version where dataset_id = ? order by number";
        List<String> changes = new ArrayList<>();
        for (String steps : Database.list(connection, sql, row -> row.getString(1), dataset)) {
            String json = Json.writeList(read(steps), STEPS);
            if (changes.isEmpty() || !changes.get(changes.size() - 1).equals(json)) {
                changes.add(json);
            }
        }
        return changes;
    }

    private static void add(Connection connection, String dataset, int place, String json) throws SQLException {
        Database.update(
                connection,
                "insert into step_history (dataset_id, place, steps, current) values (?, ?, ?, false)",
                dataset,
                place,
                json);
        move(connection, dataset, place);
    }

    private static void move(Connection connection, String dataset, int place) throws SQLException {
        Database.update(
                connection, "update step_history set current = (place = ?) where dataset_id = ?", place, dataset);
    }

    private static Optional<Integer> place(Connection connection, String dataset) throws SQLException {
        return Database.one(
                connection,
                "select place from step_history where dataset_id = ? and current",
                row -> row.getInt(1),
                dataset);
    }

    private static Optional<String> at(Connection connection, String dataset, int place) throws SQLException {
        return Database.one(
                connection,
                "select steps from step_history where dataset_id = ? and place = ?",
                row -> row.getString(1),
                dataset,
                place);
    }

    private static List<Step> read(String json) {
        return Json.read(json, STEPS);
    }
}
