package keensparrow.server.audit;

import io.javalin.http.Context;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import keensparrow.server.http.Caller;
import keensparrow.server.store.Database;
import org.jspecify.annotations.Nullable;

/** Writes down who did what, when and from where; entries are never changed, and go after {@link #KEPT}. */
public final class AuditLog {
    static final Duration KEPT = Duration.ofDays(730);
    static final int PAGE = 200;
    private static final int MAX_SUBJECT = 400;
    private static final int MAX_NAME = 80;

    private final Database database;
    private final Clock clock;
    private final AuditRepository repository = new AuditRepository();

    public AuditLog(Database database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** @param name of the account as it was then; the name tried where nobody was let in, empty where nobody is */
    record Entry(long id, Instant at, String name, String address, AuditAction action, String subject) {}

    /** Also for whoever has no account. @param subject what it was done to, by the name people know */
    public void note(Context ctx, Caller caller, AuditAction action, String subject) {
        note(caller.accountId(), caller.name(), ctx.ip(), action, subject);
    }

    public void note(@Nullable Long accountId, String name, String address, AuditAction action, String subject) {
        database.note(connection -> repository.add(
                connection,
                clock.instant(),
                accountId,
                cut(name, MAX_NAME),
                cut(address, MAX_NAME),
                action,
                cut(subject, MAX_SUBJECT)));
    }

    private static String cut(String text, int longest) {
        return text.length() <= longest ? text : text.substring(0, longest);
    }

    /** The newest first. @param find in names, subjects and addresses; null for all, @param before an id; null for the newest */
    List<Entry> list(@Nullable String find, @Nullable AuditAction action, @Nullable Long before, int limit) {
        return database.inTransaction(connection -> repository.list(connection, find, action, before, limit));
    }

    /** At the start: what is older than it is kept. */
    public void sweep() {
        database.inTransaction(connection -> {
            repository.removeBefore(connection, clock.instant().minus(KEPT));
            return Boolean.TRUE;
        });
    }
}
