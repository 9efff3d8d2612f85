package keensparrow.server.audit;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import keensparrow.server.store.Database;
import org.jspecify.annotations.Nullable;

/** Entries of the audit log in the store, on the caller's connection. */
final class AuditRepository {
    void add(
            Connection connection,
            Instant at,
            @Nullable Long accountId,
            String name,
            String address,
            AuditAction action,
            String subject)
            throws SQLException {
        String sql = "insert into audit (at, account_id, name, address, action, subject) values (?, ?, ?, ?, ?, ?)";
        Database.update(connection, sql, at, accountId, name, address, action.name(), subject);
    }

    List<AuditLog.Entry> list(
            Connection connection,
            @Nullable String find,
            @Nullable AuditAction action,
            @Nullable Long before,
            int limit)
            throws SQLException {
        StringBuilder sql = new StringBuilder("select * from audit where id < ?");
        List<@Nullable Object> values = new ArrayList<>();
        values.add(before == null ? Long.MAX_VALUE : before);
        if (action != null) {
            sql.append(" and action = ?");
            values.add(action.name());
        }
        if (find != null && !find.isBlank()) {
            sql.append(" and position(?, lower(name || ' ' || subject || ' ' || address)) > 0");
            values.add(find.strip().toLowerCase(Locale.ROOT));
        }
        sql.append(" order by id desc fetch first ? rows only");
        values.add(limit);
        return Database.list(connection, sql.toString(), AuditRepository::entry, values.toArray());
    }

    private static AuditLog.Entry entry(ResultSet row) throws SQLException {
        return new AuditLog.Entry(
                row.getLong("id"),
                row.getObject("at", Instant.class),
                row.getString("name"),
                row.getString("address"),
                AuditAction.valueOf(row.getString("action")),
                row.getString("subject"));
    }

    void removeBefore(Connection connection, Instant time) throws SQLException {
        Database.update(connection, "delete from audit where at < ?", time);
    }
}
