package keensparrow.server.dataset;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.HashSet;
import java.util.Set;
import keensparrow.server.store.Database;

/** Doubts that were set aside, on the caller's connection. */
final class DoubtRepository {
    Set<String> aside(Connection connection, String dataset) throws SQLException {
        String sql = "select doubt from doubt_aside where dataset_id = ?";
        return new HashSet<>(Database.list(connection, sql, row -> row.getString(1), dataset));
    }

    void set(Connection connection, String dataset, String doubt, boolean aside) throws SQLException {
        Database.update(connection, "delete from doubt_aside where dataset_id = ? and doubt = ?", dataset, doubt);
        if (aside) {
            Database.update(connection, "insert into doubt_aside (dataset_id, doubt) values (?, ?)", dataset, doubt);
        }
    }
}
