package keensparrow.server.audit;

import io.javalin.http.Context;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.dataset.TableResponse;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.OpenApi;
import org.jspecify.annotations.Nullable;

/** Reading, searching and downloading what people did. */
public final class AuditRoutes {
    private static final int MAX_DOWNLOADED = 1_000_000;

    private final AuditLog log;

    public AuditRoutes(AuditLog log) {
        this.log = log;
    }

    record Item(long id, Instant at, String name, String address, AuditAction action, String words, String subject) {}

    /** @param more whether there are older ones */
    record Items(List<Item> entries, boolean more) {}

    public void add(Api api) {
        api.get(
                "/api/audit",
                Access.ADMINISTRATOR,
                "What people did, the newest first; ?find=, ?action=, ?before= an id",
                Items.class,
                this::list);
        api.get(
                "/api/audit.csv",
                Access.ADMINISTRATOR,
                "The same as CSV, all of it",
                OpenApi.Csv.class,
                this::download);
    }

    private void list(Context ctx, Caller caller) {
        List<AuditLog.Entry> entries = log.list(ctx.queryParam("find"), action(ctx), before(ctx), AuditLog.PAGE + 1);
        List<Item> items = entries.stream()
                .limit(AuditLog.PAGE)
                .map(entry -> new Item(
                        entry.id(),
                        entry.at(),
                        entry.name(),
                        entry.address(),
                        entry.action(),
                        entry.action().words(),
                        entry.subject()))
                .toList();
        ctx.json(new Items(items, entries.size() > AuditLog.PAGE));
    }

    private void download(Context ctx, Caller caller) throws IOException {
        List<List<String>> rows = log.list(ctx.queryParam("find"), action(ctx), null, MAX_DOWNLOADED).stream()
                .map(entry -> List.of(
                        entry.at().toString(),
                        entry.name(),
                        entry.address(),
                        entry.action().name(),
                        entry.subject()))
                .toList();
        TableResponse.of(ctx, Words.say("server.audit.whatPeopleDid"), "")
                .records(List.of("time", "account", "address", "action", "subject"), rows);
    }

    private static @Nullable AuditAction action(Context ctx) {
        String name = ctx.queryParam("action");
        if (name == null || name.isEmpty()) {
            return null;
        }
        try {
            return AuditAction.valueOf(name.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    Text.of("server.audit.thereIsNoAction", "name", UserException.quote(name)));
        }
    }

    private static @Nullable Long before(Context ctx) {
        String id = ctx.queryParam("before");
        if (id == null) {
            return null;
        }
        try {
            return Long.valueOf(id);
        } catch (NumberFormatException e) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.audit.beforeIsTheIdOf"));
        }
    }
}
